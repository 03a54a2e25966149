<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\PlanSession;
use App\Http\JsonResponse;
use App\Models\BenchSession;
use App\Models\Paper;
use App\Models\User;
use App\Queries\CollectionView;
use App\Queries\SessionView;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Gate;
use Illuminate\Validation\Rule;
use MarshTrial\Core\Card\PropertyCard;
use MarshTrial\Core\Card\Protocol;
use MarshTrial\Core\Session\Conditions;
use MarshTrial\Core\Session\SessionPlan;

/** Sessions at the bench: planned, shared, and their conditions. */
final class BenchSessionController extends Controller
{
    public function index(Request $request): JsonResponse
    {
        $page = SessionView::mine($this->me($request))->paginate(30);

        return new JsonResponse(['sessions' => array_map(SessionView::standing(...), $page->items()), 'total' => $page->total(), 'page' => $page->currentPage(), 'pages' => $page->lastPage()]);
    }

    /** What a session may be planned of. */
    public function choices(Request $request): JsonResponse
    {
        return new JsonResponse([
            ...CollectionView::toChoose($this->me($request), mb_substr((string) $request->query('q', ''), 0, 120), (string) $request->query('want', 'all'), (string) $request->query('paper', '')), 'tests' => SessionPlan::TESTS, 'conditionFields' => Conditions::FIELDS,
            // What held last time most likely holds again.
            'conditions' => (object) (SessionView::mine($this->me($request))->first()->conditions ?? []),
        ]);
    }

    public function plan(Request $request): JsonResponse
    {
        $values = $this->values($request);
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

    public function show(Request $request, BenchSession $session): JsonResponse
    {
        Gate::authorize('work-on', $session);

        return new JsonResponse(SessionView::of($session), 200, ['ETag' => "\"$session->edition\""]);
    }

    public function put(Request $request, string $uuid): JsonResponse
    {
        $more = $request->validate(
            ['title' => 'required|string|max:120', 'plannedOn' => 'required|date_format:Y-m-d', 'paperUuid' => 'required|uuid', 'side' => ['required', Rule::in(Conditions::FIELDS['paperSide']['words'])], 'conditions' => 'nullable|array', 'conditions.*' => 'nullable|string|max:160'],
            ['title.required' => 'Give the session a title.', 'paperUuid.required' => 'Choose the paper.'],
        );
        $paper = Paper::query()->where('uuid', $more['paperUuid'])->firstOrFail();
        $session = PlanSession::put($uuid, [...$this->values($request), ...$more, 'title' => trim($more['title']), 'conditions' => $more['conditions'] ?? []], $paper, $this->me($request));
        Gate::authorize('work-on', $session);

        return new JsonResponse(SessionView::of($session), $session->wasRecentlyCreated ? 201 : 200, ['ETag' => "\"$session->edition\""]);
    }

    public function putConditions(Request $request, BenchSession $session): JsonResponse
    {
        Gate::authorize('work-on', $session);
        $values = $request->validate(['conditions' => 'present|array', 'conditions.*' => 'nullable|string|max:400']);
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

    public function reveal(Request $request, BenchSession $session): JsonResponse
    {
        Gate::authorize('change', $session);
        if ($session->isBlindNow()) {
            $session->forceFill(['revealed_at' => now()])->save();
        }

        return new JsonResponse(SessionView::of($session));
    }

    /** Puts a session away unfinished, or takes it up again; nothing of it is lost. */
    public function putAway(Request $request, BenchSession $session): JsonResponse
    {
        Gate::authorize('change', $session);
        $session->forceFill(['finished_at' => $request->boolean('away') ? now() : null])->save();

        return new JsonResponse(SessionView::of($session));
    }

    public function join(BenchSession $session, User $user): JsonResponse
    {
        Gate::authorize('change', $session);
        $session->people()->syncWithoutDetaching([$user->id]);

        return new JsonResponse(SessionView::of($session));
    }

    public function leave(BenchSession $session, User $user): JsonResponse
    {
        Gate::authorize('change', $session);
        $session->people()->detach($user->id);

        return new JsonResponse(SessionView::of($session));
    }

    /** @return array{pans: list<string>, tests: list<string>, asChosen: bool, blind: bool, lifting: string, blocks: string, paint: string, quality: string} */
    private function values(Request $request): array
    {
        $values = $request->validate(['pans' => 'present|array|max:200', 'pans.*' => 'uuid', 'tests' => 'present|array', 'tests.*' => 'string', 'asChosen' => 'nullable|boolean', 'blind' => 'nullable|boolean', 'lifting' => 'nullable|string|max:40', 'blocks' => 'nullable|string|max:300', 'paint' => 'nullable|string|max:40', 'quality' => 'nullable|string|max:40']);

        return ['pans' => array_values($values['pans']), 'tests' => array_values($values['tests']), 'asChosen' => (bool) ($values['asChosen'] ?? false), 'blind' => (bool) ($values['blind'] ?? false), 'lifting' => $values['lifting'] ?? Protocol::all('staining')[0]->id, 'blocks' => $values['blocks'] ?? PropertyCard::USUAL, 'paint' => $values['paint'] ?? '', 'quality' => $values['quality'] ?? ''];
    }
}
