<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\BenchSession;
use App\Models\Card;
use App\Models\Paint;
use App\Models\User;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Collection\PanStates;
use MarshTrial\Core\Evidence\NextTest;
use MarshTrial\Core\Evidence\SharedPlan;
use MarshTrial\Core\Measuring\Measures;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\Scale;

/**
 * What is tested of every pigment code, by whom, on what and in how much light; and which further tests would settle most for all together.
 *
 * @phpstan-type EvidenceMapPlan array{
 *     paint: array{uuid: string, name: string, maker: string, pigments: string}, property: string, why: string,
 *     gain: float, tester: array{uuid: string, name: string}|null, sameHand: bool, mine: bool,
 * }
 * @phpstan-type EvidenceMapCodes array{
 *     codes: array<int, array{
 *         code: string, paints: int, makers: int, tests: int,
 *         tested: array<string, array{paints: int, testers: int}>, testers: list<string>, papers: list<string>,
 *         mostLight: float|null,
 *     }>,
 *     properties: list<string>, total: int, page: int, pages: int,
 * }
 */
final class EvidenceMap
{
    private const CODES = 40;

    /** Paints at hand that a plan is made of, those opened last. */
    private const PAINTS = 600;

    /** Tests that a plan names. */
    private const PLANNED = 40;

    /** @return EvidenceMapCodes */
    public static function codes(string $order, int $page): array
    {
        $tests = self::tests()->join('paint_codes', 'paint_codes.paint_id', '=', 'ratings.paint_id')->selectRaw('paint_codes.code, count(distinct ratings.specimen_id) as tests')->groupBy('paint_codes.code');
        $codes = DB::table('paint_codes')->where('paint_codes.state', 'known')->join('paints', 'paints.id', '=', 'paint_codes.paint_id')->where(static fn ($q) => Paint::apart($q))->leftJoinSub($tests, 'tested', 'tested.code', '=', 'paint_codes.code')
            ->groupBy('paint_codes.code', 'tested.tests')->selectRaw('paint_codes.code, count(distinct paints.id) as paints, count(distinct paints.maker_id) as makers, coalesce(tested.tests, 0) as tests');
        $total = DB::query()->fromSub(clone $codes, 'codes')->count();
        $order === 'least' ? $codes->orderByRaw('1.0 * coalesce(tested.tests, 0) / count(distinct paints.id), count(distinct paints.id) desc, paint_codes.code') : $codes->orderBy('paint_codes.code');
        $rows = $codes->forPage($page, self::CODES)->get();
        $names = $rows->pluck('code')->all();
        $of = static fn (string $select): array => self::tests()->join('paint_codes', 'paint_codes.paint_id', '=', 'ratings.paint_id')->whereIn('paint_codes.code', $names)->join('papers', 'papers.id', '=', 'cards.paper_id')->join('users', 'users.id', '=', 'cards.owner_id')->selectRaw($select)->get()->groupBy('code')->all();
        $byProperty = $of('distinct paint_codes.code, ratings.property, ratings.paint_id, cards.owner_id');
        $testers = $of('distinct paint_codes.code, users.name');
        $papers = $of("distinct paint_codes.code, papers.fibre || ', ' || papers.surface as paper");
        $light = LightVerdicts::of(array_values(DB::table('paint_codes')->whereIn('code', $names)->distinct()->pluck('paint_id')->map(intval(...))->all()), null);
        $paintsOf = DB::table('paint_codes')->whereIn('code', $names)->get(['code', 'paint_id'])->groupBy('code');

        return ['codes' => $rows->map(static function (object $r) use ($byProperty, $testers, $papers, $light, $paintsOf): array {
            $doses = $paintsOf[$r->code]->map(static fn (object $p): ?float => ($light[(int) $p->paint_id] ?? null)?->verdict()->mlxh())->filter()->all();

            return [
                'code' => $r->code, 'paints' => (int) $r->paints, 'makers' => (int) $r->makers, 'tests' => (int) $r->tests,
                'tested' => array_map(static fn (string $p): array => ['paints' => ($byProperty[$r->code] ?? collect())->where('property', $p)->unique('paint_id')->count(), 'testers' => ($byProperty[$r->code] ?? collect())->where('property', $p)->unique('owner_id')->count()], array_combine($k = self::properties(), $k)),
                'testers' => ($testers[$r->code] ?? collect())->pluck('name')->sort()->values()->all(), 'papers' => ($papers[$r->code] ?? collect())->pluck('paper')->sort()->values()->all(),
                'mostLight' => $doses === [] ? null : round(max($doses), 1),
            ];
        })->all(), 'properties' => self::properties(), 'total' => $total, 'page' => $page, 'pages' => max(1, (int) ceil($total / self::CODES))];
    }

    /**
     * Tests that would settle most, shared out among those who have the paints; for testers of this house alone, since it tells who has what.
     *
     * @return list<EvidenceMapPlan>
     */
    public static function plan(User $user): array
    {
        $holders = DB::table('pans')->whereIn('pans.state', PanStates::AT_HAND)->join('users', 'users.id', '=', 'pans.owner_id')->whereNull('users.removed_at')->when($user->circle_id !== null, static fn (Builder $q) => $q->where('users.circle_id', $user->circle_id))
            ->orderByDesc('pans.id')->get(['pans.paint_id', 'users.uuid'])->groupBy('paint_id')->take(self::PAINTS);
        $ids = array_values($holders->keys()->map(intval(...))->all());
        $paints = Paint::query()->with('maker', 'codes')->whereIn('id', $ids)->get()->keyBy('id');
        $known = self::known($ids, $user);
        $tests = $told = [];
        foreach ($paints as $id => $paint) {
            // What hangs already needs nobody's brush.
            foreach (NextTest::rank(array_filter($known[$id], static fn (array $of): bool => ($of['hangs'] ?? null) === null)) as $next) {
                $key = "$id $next->property";
                $told[$key] = ['paint' => ['uuid' => $paint->uuid, 'name' => $paint->colour_name, 'maker' => $paint->maker->name, 'pigments' => $paint->pigments], 'property' => $next->property, 'why' => $next->why];
                $tests[] = ['key' => $key, 'gain' => $next->gain, 'holders' => array_values($holders[$id]->pluck('uuid')->unique()->all()), 'testedBy' => $known[$id][$next->property]['by']];
            }
        }
        $names = User::query()->whereIn('uuid', $holders->flatten(1)->pluck('uuid')->unique())->pluck('name', 'uuid');

        return array_map(static fn (array $p): array => [...$told[$p['key']], 'gain' => round($p['gain'], 2), 'tester' => $p['tester'] === null ? null : ['uuid' => $p['tester'], 'name' => $names[$p['tester']] ?? ''], 'sameHand' => $p['sameHand'], 'mine' => $p['tester'] === $user->uuid], SharedPlan::of($tests, self::PLANNED));
    }

    /** @return list<string> */
    private static function properties(): array
    {
        return Property::keys(Measures::claimed());
    }

    /** Published tests that count. */
    private static function tests(): Builder
    {
        return DB::table('ratings')->where('ratings.holds', true)->where('ratings.status', 'measured')->whereIn('ratings.property', self::properties())->join('measurements', 'measurements.id', '=', 'ratings.measurement_id')->where('measurements.published', true)
            ->join('cards', 'cards.id', '=', 'measurements.card_id')->whereNull('cards.withdrawn_at')->whereNotExists(static fn ($q) => $q->from('spoilings')->whereColumn('spoilings.specimen_id', 'ratings.specimen_id')->where(static fn ($q) => $q->whereNull('spoilings.property')->orWhereColumn('spoilings.property', 'ratings.property')));
    }

    /**
     * What is known of paints, for ranking what to test next.
     *
     * @param list<int> $ids
     *
     * @return array<int, array<string, array{limits: array<string, float>, value: float|null, uncertainty: float|null, classes95: list<string>, tests: int, testers: int, others: list<string>, contradicted: list<string>, by: list<string>, usual: array<string, float>, hangs?: string|null}>>
     */
    private static function known(array $ids, User $user): array
    {
        $codes = DB::table('paint_codes')->whereIn('paint_id', $ids)->get(['paint_id', 'code'])->groupBy('paint_id')->map(static fn ($of) => $of->pluck('code')->all());
        $family = DB::table('paint_codes')->whereIn('code', $codes->flatten()->unique())->get(['paint_id', 'code'])->groupBy('code')->map(static fn ($of) => $of->pluck('paint_id')->map(intval(...))->all());
        $tests = [];
        foreach (array_chunk(array_values(array_unique([...$ids, ...$family->flatten()->all()])), 500) as $some) {
            foreach (self::tests()->join('users', 'users.id', '=', 'cards.owner_id')->whereIn('ratings.paint_id', $some)->orderBy('ratings.id')->get(['ratings.paint_id', 'ratings.property', 'ratings.specimen_id', 'ratings.value', 'ratings.uncertainty', 'ratings.class', 'users.uuid as tester', DB::raw("json_extract(ratings.detail, '$.classes95') as classes95")]) as $row) {
                $tests[(int) $row->paint_id][$row->property][(int) $row->specimen_id] = $row;
            }
        }
        [$usual, $light, $hangs] = [self::usual(), LightVerdicts::of($ids, null), self::hangs($ids, $user)];
        $out = [];
        foreach ($ids as $id) {
            $relatives = array_diff(array_unique(array_merge([], ...array_map(static fn (string $c): array => $family[$c] ?? [], $codes[$id] ?? []))), [$id]);
            foreach (Measures::claimed() as $claimed) {
                $of = $tests[$id][$claimed->value] ?? [];
                $newest = end($of) ?: null;
                $out[$id][$claimed->value] = [
                    'limits' => Measures::of($claimed)::scale(Scale::current())->limits ?? [], 'value' => $newest === null || $newest->value === null ? null : (float) $newest->value, 'uncertainty' => $newest === null || $newest->uncertainty === null ? null : (float) $newest->uncertainty,
                    'classes95' => $newest === null ? [] : array_values(array_map(strval(...), (array) json_decode((string) $newest->classes95, true))), 'tests' => count($of), 'testers' => count(array_unique(array_column($of, 'tester'))), 'contradicted' => [], 'by' => array_values(array_unique(array_column($of, 'tester'))),
                    'others' => array_values(array_filter(array_map(static function (int $other) use ($tests, $claimed): string {
                        $theirs = $tests[$other][$claimed->value] ?? [];

                        $last = end($theirs) ?: null;
                        $open = $last === null ? [] : (array) json_decode((string) $last->classes95, true);

                        // What leaves one class open tells as much as what has one.
                        return (string) ($last->class ?? (count($open) === 1 ? $open[0] : ''));
                    }, $relatives), static fn (string $c): bool => $c !== '')),
                    'usual' => $usual[$claimed->value] ?? [],
                ];
                if ($claimed === Property::Lightfastness) {
                    $out[$id][$claimed->value] = ['classes95' => isset($light[$id]) ? $light[$id]->verdict()->categories() : [], 'tests' => isset($light[$id]) ? $light[$id]->strips : 0, 'hangs' => $hangs[$id] ?? null] + $out[$id][$claimed->value];
                }
            }
        }

        return $out;
    }

    /** @return array<string, array<string, float>> how often every class was found, by property */
    public static function usual(): array
    {
        $rows = DB::table('ratings')->where('holds', true)->where('status', 'measured')->whereNotNull('class')->groupBy('property', 'class')->selectRaw('property, class, count(distinct paint_id) as paints')->get();

        return $rows->groupBy('property')->map(static fn ($of): array => $of->pluck('paints', 'class')->map(floatval(...))->all())->all();
    }

    /**
     * Paints whose strips hang where this person may see it, and when they are looked at next.
     *
     * @param list<int> $paintIds
     *
     * @return array<int, string> "on 6 March 2027", by paint
     */
    public static function hangs(array $paintIds, ?User $user): array
    {
        $cards = Card::query()->visibleTo($user)->where(static fn ($q) => BenchSession::notBlind($q, $user))->with('hanging', 'checks', 'specimens.pan')->whereHas('hanging', static fn ($q) => $q->whereNull('down_on'))->whereHas('specimens.pan', static fn ($q) => $q->whereIn('paint_id', $paintIds))->get();
        $out = [];
        foreach ($cards as $card) {
            $next = WindowDose::of($card)?->next($card->checks->last());
            foreach ($next === null ? [] : $card->specimens as $specimen) {
                $due = Carbon::parse($next['on']);
                $out[$specimen->pan->paint_id] = ($due->isFuture() ? 'on ' : 'now, it was due on ').$due->format('j F Y');
            }
        }

        return $out;
    }
}
