<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\PlanSession;
use App\Http\JsonResponse;
use App\Http\Requests\Bench\PlanSessionRequest;
use App\Http\Requests\Bench\PutAwayRequest;
use App\Http\Requests\Bench\PutConditionsRequest;
use App\Http\Requests\Bench\PutSessionRequest;
use App\Http\Requests\Bench\ReadChoicesRequest;
use App\Http\Requests\PageRequest;
use App\Models\BenchSession;
use App\Models\Paper;
use App\Models\User;
use App\Queries\CollectionView;
use App\Queries\SessionView;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Session\Conditions;
use MarshTrial\Core\Session\SessionPlan;

/**
 * Sessions at the bench: planned, shared, and their conditions.
 *
 * @phpstan-import-type PanToChoose from \App\Queries\CollectionView
 * @phpstan-import-type HandField from \App\Queries\SessionView
 * @phpstan-import-type ConditionField from \App\Queries\SessionView
 * @phpstan-type BenchSessionPlanAnswer array{
 *     cards: list<array{
 *         kind: string,
 *         rows: list<array{pan: string, name: string, maker: string, pigments: string, place: string}>,
 *     }>,
 *     tasks: list<array{card: int, row: int|null, kind: string, title: string, wait: bool, start: int, end: int}>,
 *     workSeconds: int, wholeSeconds: int, sheets: int, squareMetres: float,
 * }
 * @phpstan-type BenchSessionPutConditionsAnswer array{edition: int, conditions: \stdClass}
 * @phpstan-type BenchSessionIndexAnswer array{sessions: array<int, SessionStanding>, total: int, page: int, pages: int}
 * @phpstan-import-type SessionStanding from \App\Queries\SessionView
 * @phpstan-type BenchSessionChoicesAnswer array{
 *     total: int, pans: list<PanToChoose>, tests: list<string>, conditionFields: array<string, ConditionField>,
 *     conditions: \stdClass,
 * }
 * @phpstan-type BenchSessionShowAnswer array{
 *     uuid: string, edition: int, title: string, plannedOn: string, paper: string, paperUuid: string,
 *     tests: list<string>, owner: string, blind: bool, revealed: bool, finished: string|null, mayLead: bool,
 *     conditions: \stdClass, conditionFields: array<string, ConditionField>,
 *     people: array<int, array{uuid: string, name: string}>, cautions: list<string>,
 *     cards: array<int, SessionCard>,
 *     tasks: array<int, array{
 *         uuid: string, edition: int, kind: string, state: string, reason: string, by: string|null,
 *         at: string|null, card: string, specimen: string|null,
 *     }>,
 *     kinds: array<string, SessionKinds>, judgedAt: array<string, list<string>>, pans: list<string>,
 *     timers: array<int, SessionTimer>,
 *     words: array{
 *         remarks: array<string, string>,
 *         skips: list<'another reason'|'no time today'|'not wanted for this paint'|'pan empty or dried up'|'pan not found'|'place spoiled'>,
 *         spoiled: list<string>, timers: array{pre-wetting: int, dwell: int, spread: int, drying: int},
 *     },
 *     eyeScales: array<string, array<string, string>>, moreByEye: list<string>,
 *     handFields: array<string, HandField>, now: string,
 * }
 * @phpstan-import-type PaintFormulation from \App\Queries\PaintView
 * @phpstan-import-type PaintDetail from \App\Queries\PaintView
 * @phpstan-import-type SessionCard from \App\Queries\SessionView
 * @phpstan-import-type SessionKinds from \App\Queries\SessionView
 * @phpstan-import-type SessionTimer from \App\Queries\SessionView
 */
final class BenchSessionController extends Controller
{
    /** @return JsonResponse<BenchSessionIndexAnswer> */
    public function index(PageRequest $request): JsonResponse
    {
        $page = SessionView::mine($this->me($request))->paginate(30);

        return new JsonResponse(['sessions' => array_map(SessionView::standing(...), $page->items()), 'total' => $page->total(), 'page' => $page->currentPage(), 'pages' => $page->lastPage()]);
    }

    /**
     * What a session may be planned of.
     *
     * @return JsonResponse<BenchSessionChoicesAnswer>
     */
    public function choices(ReadChoicesRequest $request): JsonResponse
    {
        return new JsonResponse([
            ...CollectionView::toChoose($this->me($request), mb_substr((string) $request->query('q', ''), 0, 120), (string) $request->query('want', 'all'), (string) $request->query('paper', '')), 'tests' => SessionPlan::TESTS, 'conditionFields' => Conditions::FIELDS,
            // What held last time most likely holds again.
            'conditions' => (object) (SessionView::mine($this->me($request))->first()->conditions ?? []),
        ]);
    }

    /** @return JsonResponse<BenchSessionPlanAnswer> */
    public function plan(PlanSessionRequest $request): JsonResponse
    {
        $values = $request->chosen();
        [$plan, $pans] = PlanSession::plan($this->me($request), $values['pans'], $values['tests'], $values['asChosen'], $values['blind'], $values['lifting'], $values['blocks']);

        return new JsonResponse([
            'cards' => array_map(static fn (array $c): array => [
                'kind' => $c['kind'],
                'rows' => array_map(static fn (string $uuid): array => ['pan' => $uuid, 'name' => $pans[$uuid]->paint->colour_name, 'maker' => $pans[$uuid]->paint->maker->name, 'pigments' => $pans[$uuid]->paint->pigments, 'place' => $pans[$uuid]->place()], $c['pans']),
            ], $plan->cards),
            'tasks' => array_map(static fn (array $t): array => [
                'card' => $t['card'] + 1, 'row' => $t['row'], 'kind' => $t['kind']->key, 'title' => $t['kind']->title, 'wait' => $t['kind']->isWait, 'start' => $t['startSeconds'], 'end' => $t['endSeconds'],
            ], $plan->tasks),
            'workSeconds' => $plan->workSeconds, 'wholeSeconds' => $plan->wholeSeconds, 'sheets' => $plan->sheets(), 'squareMetres' => round($plan->paperSquareMetres(), 3),
        ]);
    }

    /** @return JsonResponse<BenchSessionShowAnswer> */
    public function show(Request $request, BenchSession $session): JsonResponse
    {
        return new JsonResponse(SessionView::of($session), 200, ['ETag' => "\"$session->edition\""]);
    }

    /** @return JsonResponse<BenchSessionShowAnswer> */
    public function put(PutSessionRequest $request, string $uuid): JsonResponse
    {
        $more = $request->validated();
        $paper = Paper::query()->where('uuid', $more['paperUuid'])->firstOrFail();
        $session = PlanSession::put($uuid, [...$more, ...$request->chosen(), 'title' => trim($more['title']), 'conditions' => $more['conditions'] ?? []], $paper, $this->me($request));

        return new JsonResponse(SessionView::of($session), $session->wasRecentlyCreated ? 201 : 200, ['ETag' => "\"$session->edition\""]);
    }

    /** @return JsonResponse<BenchSessionPutConditionsAnswer> */
    public function putConditions(PutConditionsRequest $request, BenchSession $session): JsonResponse
    {
        $values = $request->validated();
        DB::transaction(static function () use ($session, $values, $request): void {
            $session->refresh();
            $conditions = $session->conditions;
            foreach ($values['conditions'] as $key => $value) {
                $conditions[$key] = Conditions::check((string) $key, (string) $value);
            }
            $session->change(['conditions' => array_filter($conditions, static fn (string $v): bool => $v !== '')], $request->header('If-Match'));
        });

        return new JsonResponse(['edition' => $session->edition, 'conditions' => (object) $session->conditions], 200, ['ETag' => "\"$session->edition\""]);
    }

    /** @return JsonResponse<BenchSessionShowAnswer> */
    public function reveal(Request $request, BenchSession $session): JsonResponse
    {
        if ($session->isBlindNow()) {
            $session->forceFill(['revealed_at' => now()])->save();
        }

        return new JsonResponse(SessionView::of($session));
    }

    /**
     * Puts a session away unfinished, or takes it up again; nothing of it is lost.
     *
     * @return JsonResponse<BenchSessionShowAnswer>
     */
    public function putAway(PutAwayRequest $request, BenchSession $session): JsonResponse
    {
        $session->forceFill(['finished_at' => $request->boolean('away') ? now() : null])->save();

        return new JsonResponse(SessionView::of($session));
    }

    /** @return JsonResponse<BenchSessionShowAnswer> */
    public function join(BenchSession $session, User $user): JsonResponse
    {
        $session->people()->syncWithoutDetaching([$user->id]);

        return new JsonResponse(SessionView::of($session));
    }

    /** @return JsonResponse<BenchSessionShowAnswer> */
    public function leave(BenchSession $session, User $user): JsonResponse
    {
        $session->people()->detach($user->id);

        return new JsonResponse(SessionView::of($session));
    }

}
