<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonResponse;
use App\Http\Requests\Collection\PutGroupRequest;
use App\Models\Group;
use App\Models\Paint;
use App\Queries\PaintSet;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;

/**
 * Groups of one's own, ordered by hand, comparable like a code.
 *
 * @phpstan-type GroupSummary array{uuid: string, edition: int, name: string, shared: bool, by: string}
 * @phpstan-type GroupStripsAnswer array{
 *     title: string,
 *     group: array{
 *         uuid: string, edition: int, name: string, shared: bool, by: string, mayChange: bool, order: list<string>,
 *     },
 *     depths: list<float>, referenceDepth: float,
 *     stops: list<list<array{
 *         hex: string, lab: array{float, float, float}, dE00Above: float|null, seam: bool,
 *     }|null>>,
 *     stripOrder: list<string>, paints: list<PaintSetShown>,
 * }
 * @phpstan-import-type PaintSetShown from \App\Queries\PaintSet
 */
final class GroupController extends Controller
{
    /**
     * @return JsonResponse<array{
     *     groups: array<int, array{
     *         uuid: string, edition: int, name: string, shared: bool, by: string, paints: mixed, mine: bool,
     *     }>,
     * }>
     */
    public function index(Request $request): JsonResponse
    {
        $user = $this->user($request);
        $groups = Group::query()->with('owner')->withCount('paints')->listedFor($user)->orderBy('name')->get();

        return new JsonResponse(['groups' => $groups->map(static fn (Group $g): array => [...self::shown($g), 'paints' => $g->getAttribute('paints_count'), 'mine' => $g->owner_id === $user?->id])->all()]);
    }

    /**
     * Its paints as strips, in the order of whoever made it.
     *
     * @return JsonResponse<GroupStripsAnswer>
     */
    public function strips(Request $request, Group $group): JsonResponse
    {
        $paints = $group->paints()->with('maker', 'codes')->get()->keyBy('id');

        return new JsonResponse(['title' => $group->name, 'group' => [...self::shown($group->load('owner')), 'mayChange' => $group->mayBeChangedBy($this->user($request)), 'order' => $paints->pluck('uuid')->values()->all()], ...PaintSet::of($paints, $this->user($request), true)]);
    }

    /** @return JsonResponse<GroupSummary> */
    public function put(PutGroupRequest $request, string $uuid): JsonResponse
    {
        $v = $request->validated();
        $group = DB::transaction(static function () use ($v, $uuid, $request): Group {
            $group = Group::put($uuid, ['name' => trim($v['name']), 'shared' => (bool) ($v['shared'] ?? false)], $request->header('If-Match'));
            $group->paints()->sync(collect(Paint::inOrder($v['paints']))->mapWithKeys(static fn (Paint $p, int $i): array => [$p->id => ['position' => $i]])->all());

            return $group;
        });

        return new JsonResponse(self::shown($group->load('owner')), $group->wasRecentlyCreated ? 201 : 200);
    }

    /** @return JsonResponse<null> */
    public function destroy(Group $group): JsonResponse
    {
        $group->delete();

        return new JsonResponse(null, 204);
    }

    /** @return GroupSummary needs owner loaded */
    private static function shown(Group $group): array
    {
        return ['uuid' => $group->uuid, 'edition' => $group->edition, 'name' => $group->name, 'shared' => $group->shared, 'by' => $group->owner->name];
    }
}
