<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonResponse;
use App\Models\BenchSession;
use App\Models\Card;
use App\Models\FadeCheck;
use App\Models\Pan;
use App\Models\Timer;
use App\Models\User;
use App\Queries\CardView;
use App\Queries\CollectionView;
use App\Queries\OddStrips;
use App\Queries\SessionView;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Collection\PanStates;

/**
 * What is due, what waits for a picture, and what is not shared yet.
 *
 * @phpstan-type TodayChecksWaitingAnswer array{card: string, title: string, checkedOn: string, doseMlxh: float|null}
 * @phpstan-type TodayBenchAnswer array{
 *     sessions: array<int, SessionStanding>,
 *     timers: array<int, array{
 *         uuid: string, edition: int, kind: string, label: string, seconds: int, task: string|null, by: string,
 *         startedAt: string, stoppedAt: string|null, session: string|null,
 *     }>,
 *     retest: list<array{
 *         pan: string, paint: string, name: string, maker: string, place: string, openedOn: string|null,
 *         properties: list<string>,
 *     }>,
 *     forgottenCount: int,
 *     forgotten: array<int, array{
 *         pan: string, paint: string, name: string, maker: string, place: string, openedOn: string|null,
 *     }>,
 *     now: string,
 * }
 * @phpstan-import-type SessionStanding from \App\Queries\SessionView
 * @phpstan-type TodayAnswer array{
 *     sessions?: array<int, SessionStanding>,
 *     timers?: array<int, array{
 *         uuid: string, edition: int, kind: string, label: string, seconds: int, task: string|null, by: string,
 *         startedAt: string, stoppedAt: string|null, session: string|null,
 *     }>,
 *     retest?: list<array{
 *         pan: string, paint: string, name: string, maker: string, place: string, openedOn: string|null,
 *         properties: list<string>,
 *     }>,
 *     forgottenCount?: int,
 *     forgotten?: array<int, array{
 *         pan: string, paint: string, name: string, maker: string, place: string, openedOn: string|null,
 *     }>,
 *     now?: string, odd: list<OddStripsWaiting>,
 *     checks: array<int, array{
 *         uuid: string, edition: int, kind: string, title: string, code: string, paper: string, paperUuid: string,
 *         side: string, note: string, owner: string, mayChange: bool, published: string|null, made: string,
 *         paints: int, nextCheck: string|null, timeZone: string|null,
 *     }>,
 *     checksWaiting: list<TodayChecksWaitingAnswer>,
 *     waiting: array<int, array{
 *         uuid: string, edition: int, kind: string, title: string, code: string, paper: string, paperUuid: string,
 *         side: string, note: string, owner: string, mayChange: bool, published: string|null, made: string,
 *         paints: int, nextCheck: string|null, timeZone: string|null,
 *     }>,
 *     toHang: array<int, array{
 *         uuid: string, edition: int, kind: string, title: string, code: string, paper: string, paperUuid: string,
 *         side: string, note: string, owner: string, mayChange: bool, published: string|null, made: string,
 *         paints: int, nextCheck: string|null, timeZone: string|null,
 *     }>,
 *     drafts: array<int, array{
 *         uuid: string, edition: int, kind: string, title: string, code: string, paper: string, paperUuid: string,
 *         side: string, note: string, owner: string, mayChange: bool, published: string|null, made: string,
 *         paints: int, nextCheck: string|null, timeZone: string|null,
 *     }>,
 * }
 * @phpstan-import-type OddStripsWaiting from \App\Queries\OddStrips
 */
final class TodayController extends Controller
{
    /** An opened pan that no card has seen for so long is forgotten (own). */
    private const FORGOTTEN_DAYS = 28;

    /** @return JsonResponse<TodayAnswer> */
    public function __invoke(Request $request): JsonResponse
    {
        $user = $this->user($request);
        $cards = $user === null ? collect() : Card::query()->listed()->painted()->where('owner_id', $user->id)->with('owner', 'paper', 'specimens', 'hanging', 'checks')
            ->withCount(['measurements as done' => static fn ($q) => $q->counts()])
            ->orderByDesc('id')->limit(200)->get();
        // A session put away with work left waits for nothing.
        $away = BenchSession::query()->whereKey($cards->pluck('bench_session_id')->filter()->unique()->all())->whereNotNull('finished_at')->whereHas('tasks', static fn ($q) => $q->where('state', 'open'))->pluck('id')->all();
        $show = static fn (Card $c): array => [...CardView::summary($c), 'nextCheck' => CardView::nextCheck($c), 'timeZone' => $c->hanging?->time_zone];

        return new JsonResponse([
            ...$user === null ? [] : self::bench($user),
            'odd' => $user === null ? [] : OddStrips::waiting($user),
            'checks' => $cards->filter(static fn (Card $c): bool => $c->hanging !== null && $c->hanging->down_on === null)->map($show)->sortBy('nextCheck')->values()->all(),
            'checksWaiting' => $user === null ? [] : self::checksWaiting($user),
            'waiting' => $cards->filter(static fn (Card $c): bool => $c->getAttribute('done') === 0 && ! in_array($c->bench_session_id, $away, true))->map($show)->values()->all(),
            'toHang' => $cards->filter(static fn (Card $c): bool => $c->kind === 'fade' && $c->hanging === null && $c->getAttribute('done') > 0)->map($show)->values()->all(),
            'drafts' => $cards->filter(static fn (Card $c): bool => $c->published_at === null && $c->getAttribute('done') > 0)->map($show)->values()->all(),
        ]);
    }

    /**
     * Checks that were entered and have no picture that counts.
     *
     * @return list<TodayChecksWaitingAnswer>
     */
    private static function checksWaiting(User $user): array
    {
        return array_values(FadeCheck::query()->with('card')->whereHas('card', static fn ($q) => $q->where('owner_id', $user->id))
            ->whereNotIn('id', DB::table('pictures')->whereNotNull('fade_check_id')->whereNull('withdrawn_at')->select('fade_check_id'))->orderBy('checked_on')->limit(50)->get()
            ->map(static fn (FadeCheck $c): array => ['card' => $c->card->uuid, 'title' => $c->card->title, 'checkedOn' => $c->checked_on->toDateString(), 'doseMlxh' => $c->dose_mlxh === null ? null : (float) $c->dose_mlxh])->all());
    }

    /**
     * What goes on at the bench, and what has been forgotten.
     *
     * @return TodayBenchAnswer
     */
    private static function bench(User $user): array
    {
        $open = SessionView::mine($user)->whereNull('finished_at')->limit(20)->get();
        $timers = Timer::query()->with('task', 'owner')->whereIn('bench_session_id', $open->pluck('id'))->whereNull('stopped_at')->where('started_at', '>=', now()->subDay())->orderBy('started_at')->get();
        $pans = Pan::query()->with('paint.maker', 'palette')->where('owner_id', $user->id)->whereIn('state', PanStates::AT_HAND);
        $forgotten = (clone $pans)->where('opened_on', '<=', now()->subDays(self::FORGOTTEN_DAYS))->whereNotIn('id', DB::table('specimens')->select('pan_id'))->orderBy('opened_on');
        $retest = CollectionView::toRetest($user);
        $tested = (clone $pans)->whereKey(array_keys($retest))->get()->keyBy('id');
        $hidden = Pan::hidden($user);
        $about = static fn (Pan $p): array => ['pan' => $p->uuid, 'paint' => $p->paint->uuid, 'name' => $p->paint->colour_name, 'maker' => $p->paint->maker->name, 'place' => isset($hidden[$p->id]) ? '' : $p->place(), 'openedOn' => $p->opened_on?->toDateString()];

        return [
            'sessions' => $open->map(SessionView::standing(...))->all(),
            'timers' => $timers->map(static fn (Timer $t): array => [...SessionView::timer($t), 'session' => $open->firstWhere('id', $t->bench_session_id)?->uuid])->all(),
            'retest' => array_values(array_map(static fn (int $id, array $properties): array => [...$about($tested[$id]), 'properties' => $properties], array_keys($retest), $retest)),
            'forgottenCount' => (clone $forgotten)->count(), 'forgotten' => $forgotten->limit(30)->get()->map($about)->all(),
            'now' => now()->format('Y-m-d\TH:i:s.vP'),
        ];
    }
}
