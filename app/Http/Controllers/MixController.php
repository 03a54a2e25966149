<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonResponse;
use App\Http\Requests\Mixing\PutMixRequest;
use App\Http\Requests\Mixing\PutPartnerRequest;
use App\Http\Requests\Mixing\ReadMixesBesideRequest;
use App\Http\Requests\Mixing\ReadMixesOfCodeRequest;
use App\Http\Requests\Mixing\ReadMixInLightRequest;
use App\Http\Requests\Mixing\ReadMixRequest;
use App\Http\Requests\Mixing\ReadRecipesRequest;
use App\Models\Mix;
use App\Models\Paint;
use App\Models\Pan;
use App\Queries\CodePage;
use App\Queries\Comparison;
use App\Queries\MixInLight;
use App\Queries\MixRecipes;
use App\Queries\MixView;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Mixing\Partners;

/**
 * What paints make together, expected from their ladders.
 *
 * @phpstan-import-type MixDepth from \App\Queries\MixView
 * @phpstan-import-type MixInLightDetail from \App\Queries\MixInLight
 * @phpstan-import-type NamedMix from \App\Queries\MixView
 * @phpstan-type MixAcrossAnswer array{
 *     partner: MixPaint, share: float,
 *     rows: list<array{
 *         paint: array{
 *             uuid: string, name: string, maker: string, pigments?: string, hex?: string, counted?: bool,
 *             misfit?: float, simulated?: bool, card?: array{uuid: string, title: string, mayChange: bool},
 *         },
 *         clarity: float|null, depths: list<MixDepth>|null,
 *     }>,
 *     code: string,
 * }
 * @phpstan-import-type MixAcross from \App\Queries\MixView
 * @phpstan-import-type MixPaint from \App\Queries\MixView
 * @phpstan-import-type MixBench from \App\Queries\MixView
 * @phpstan-import-type MixRecipesDetail from \App\Queries\MixRecipes
 * @phpstan-import-type MixRecipesReach from \App\Queries\MixRecipes
 * @phpstan-import-type MixRunDetail from \App\Queries\MixView
 */
final class MixController extends Controller
{
    /** @return JsonResponse<MixBench> */
    public function index(Request $request): JsonResponse
    {
        return new JsonResponse(MixView::bench($this->user($request)));
    }

    /** @return JsonResponse<MixRunDetail> */
    public function run(ReadMixRequest $request): JsonResponse
    {
        $values = $request->validated();

        return new JsonResponse(MixView::run(self::paint($values['a']), self::paint($values['b']), $this->user($request), (bool) ($values['ladders'] ?? false)));
    }

    /**
     * The same mix after light.
     *
     * @return JsonResponse<MixInLightDetail>
     */
    public function light(ReadMixInLightRequest $request): JsonResponse
    {
        $values = $request->validated();

        return new JsonResponse(MixInLight::of(self::paint($values['a']), self::paint($values['b']), (float) $values['share'], (float) $values['deposit'], $this->user($request)));
    }

    /** @return JsonResponse<MixAcrossAnswer> */
    public function across(ReadMixesOfCodeRequest $request, string $code): JsonResponse
    {
        $values = $request->validated();

        return new JsonResponse(['code' => $code] + MixView::across(CodePage::ordered($code, $this->user($request)), self::paint($values['partner']), (float) ($values['share'] ?? 0.5), $this->user($request)));
    }

    /**
     * Some paints, each mixed with the same partner.
     *
     * @return JsonResponse<MixAcross>
     */
    public function beside(ReadMixesBesideRequest $request): JsonResponse
    {
        $values = $request->validated();

        return new JsonResponse(MixView::across(Paint::inOrder(array_slice(explode(',', $values['paints']), 0, Comparison::MOST)), self::paint($values['partner']), (float) ($values['share'] ?? 0.5), $this->user($request)));
    }

    /**
     * What of one's own stands in for a paint, or makes a colour.
     *
     * @return JsonResponse<MixRecipesDetail>
     */
    public function recipes(ReadRecipesRequest $request): JsonResponse
    {
        $values = $request->validated();
        $wanted = match (true) {
            isset($values['paint']) => self::paint($values['paint']),
            isset($values['mix']) => Mix::query()->with('a.maker', 'b.maker')->where('owner_id', $this->me($request)->id)->where('uuid', $values['mix'])->firstOrFail(),
            default => new Lab((float) $values['l'], (float) $values['a'], (float) $values['b']),
        };

        return new JsonResponse(MixRecipes::of($wanted, $this->me($request), ($values['from'] ?? '') === 'single', (bool) ($values['three'] ?? false)));
    }

    /**
     * What makes a grey with a paint.
     *
     * @return JsonResponse<array{
     *     greys: list<array{
     *         uuid: string, name: string, maker: string, pigments: string, hex: string, counted: bool,
     *         misfit: float, simulated: bool, card: array{uuid: string, title: string, mayChange: bool},
     *         share: float, chroma: float, grey: bool,
     *     }>,
     * }>
     */
    public function greys(Request $request, Paint $paint): JsonResponse
    {
        return new JsonResponse(MixRecipes::greys($paint, $this->me($request)));
    }

    /**
     * What all at hand reaches together.
     *
     * @return JsonResponse<MixRecipesReach>
     */
    public function reach(Request $request): JsonResponse
    {
        return new JsonResponse(MixRecipes::reach($this->me($request)));
    }

    /**
     * Which of one's own pans is the partner in a place; none takes it out of there.
     *
     * @return JsonResponse<MixBench>
     */
    public function putPartner(PutPartnerRequest $request, string $place): JsonResponse
    {
        $values = $request->validated();
        if (! in_array($place, Partners::PLACES, true)) {
            throw new CoreException('A partner stands for one of: '.implode(', ', Partners::PLACES).'.');
        }
        $mine = Pan::query()->where('owner_id', $this->me($request)->id);
        $pan = ($values['pan'] ?? null) === null ? null : (clone $mine)->where('uuid', $values['pan'])->firstOrFail();
        DB::transaction(static function () use ($mine, $pan, $place): void {
            foreach ((clone $mine)->where('partner', $place)->get() as $before) {
                $before->change(['partner' => null], (string) $before->edition);
            }
            $pan?->refresh()->change(['partner' => $place], (string) $pan->edition);
        });

        return new JsonResponse(MixView::bench($this->user($request)));
    }

    /**
     * A mix that somebody likes, under a name.
     *
     * @return JsonResponse<NamedMix>
     */
    public function put(PutMixRequest $request, string $uuid): JsonResponse
    {
        $values = $request->validated();
        [$a, $b] = [self::paint($values['a']), self::paint($values['b'])];
        [$one, $other] = MixView::pair($a, $b, $this->user($request));
        $mix = Mix::put($uuid, [
            'a_id' => $a->id, 'b_id' => $b->id, 'share' => $values['share'], 'deposit' => $values['deposit'], 'layered' => (bool) ($values['layered'] ?? false), 'name' => trim($values['name']), 'note' => $values['note'] ?? '',
        ], $request->header('If-Match'))->load('a.maker', 'b.maker');

        return new JsonResponse(MixView::mix($mix, [$a->id => $one, $b->id => $other]), $mix->wasRecentlyCreated ? 201 : 200);
    }

    /** @return JsonResponse<null> */
    public function destroy(Mix $mix): JsonResponse
    {
        $mix->delete();

        return new JsonResponse(null, 204);
    }

    private static function paint(string $uuid): Paint
    {
        return (new Paint)->resolveRouteBinding($uuid) ?? abort(404);
    }
}
