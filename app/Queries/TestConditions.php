<?php

declare(strict_types=1);

namespace App\Queries;

use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Bench\DryingTime;
use MarshTrial\Core\Evidence\Fairness;
use MarshTrial\Core\Measuring\Measures;
use MarshTrial\Core\Rating\Property;

/** How painted rows were tested, by the names that fairness goes by; null: nobody wrote it down. */
final class TestConditions
{
    /** Differences that are named of one group. */
    private const NAMED = 2;

    /** Tasks of the bench between which a stroke dries before it is lifted. */
    private const PAINTED = 'lift-places';

    private const LIFTED = 'lift-soft';

    /**
     * @param list<object> $tests rows of {@see PaintEvidence::counted()}
     *
     * @return array<int, array{card: string, conditions: array<string, string|null>}> by specimen
     */
    public static function of(array $tests): array
    {
        $ids = array_map(static fn (object $t): int => (int) $t->specimen_id, $tests);
        $rows = DB::table('specimens')->whereIn('specimens.id', $ids)->join('cards', 'cards.id', '=', 'specimens.card_id')->join('papers', 'papers.id', '=', 'cards.paper_id')->join('pans', 'pans.id', '=', 'specimens.pan_id')
            ->leftJoin('bench_sessions', 'bench_sessions.id', '=', 'cards.bench_session_id')
            ->get(['specimens.id', 'cards.id as card', 'cards.paper_side', 'papers.maker', 'papers.fibre', 'papers.surface', 'pans.batch', 'pans.formulation_id', 'bench_sessions.conditions'])->keyBy('id');
        $own = DB::table('specimen_conditions')->whereIn('specimen_id', $ids)->get(['specimen_id', 'key', 'value'])->groupBy('specimen_id');
        $pictures = DB::table('measurements')->join('pictures', 'pictures.id', '=', 'measurements.picture_id')->whereIn('measurements.id', array_map(static fn (object $t): int => (int) $t->measurement_id, $tests))->get(['measurements.id', 'pictures.device', 'pictures.taken_as', 'pictures.extension'])->keyBy('id');
        $amounts = Amounts::ofSpecimens($ids);
        $dried = self::dried($ids);
        $out = [];
        foreach ($tests as $test) {
            $id = (int) $test->specimen_id;
            $row = $rows[$id];
            $said = [...(array) json_decode((string) $row->conditions, true), ...($own[$id] ?? collect())->pluck('value', 'key')->all()];
            $picture = $pictures[$test->measurement_id] ?? null;
            $out[$id] = ['card' => (string) $row->card, 'conditions' => array_map(static fn (?string $v): ?string => $v === null || trim($v) === '' || in_array($v, ['not recorded', 'not known', 'side unknown', 'other'], true) ? null : $v, [
                'paper maker' => $row->maker, 'fibre' => $row->fibre, 'surface' => $row->surface, 'paper side' => (string) ($said['paperSide'] ?? $row->paper_side), 'state of the paint' => $said['state'] ?? null, 'protocol' => (string) $test->protocol,
                'paint measured out in' => $amounts[$id], 'tester' => (string) $test->tester, 'picture' => $picture === null ? null : ($picture->taken_as ?? (in_array($picture->device, ['camera', 'phone'], true) || in_array($picture->extension, ['jpg', 'jpeg', 'heic'], true) ? 'photo' : 'scan')),
                'batch' => $row->batch, 'formulation' => $row->formulation_id === null ? null : (string) $row->formulation_id, 'ink of the line' => $said['ink'] ?? null, 'humidity' => isset($said['humidity']) ? (string) $said['humidity'] : null,
                'drying' => $dried[$id] ?? null,
            ])];
        }

        return $out;
    }

    /**
     * How long strokes had dried before they were lifted, by the times that the bench took down.
     *
     * @param list<int> $specimens
     *
     * @return array<int, string> by specimen, where both were ticked off
     */
    private static function dried(array $specimens): array
    {
        $done = DB::table('tasks')->whereIn('specimen_id', $specimens)->whereIn('kind', [self::PAINTED, self::LIFTED])->where('state', 'done')->whereNotNull('done_at')->get(['specimen_id', 'kind', 'done_at'])->groupBy('specimen_id');
        $out = [];
        foreach ($done as $specimen => $tasks) {
            $at = $tasks->pluck('done_at', 'kind');
            if (isset($at[self::PAINTED], $at[self::LIFTED])) {
                $out[(int) $specimen] = DryingTime::words(strtotime((string) $at[self::LIFTED]) - strtotime((string) $at[self::PAINTED]));
            }
        }

        return $out;
    }

    /**
     * What differs between the tests of one paint that are pooled, by property: another batch, paper or tester.
     *
     * @return array<string, list<array{what: string, values: list<string>, does: string}>>
     */
    public static function between(PaintEvidence $pooled, int $paintId): array
    {
        $out = [];
        foreach (Property::keys(Measures::claimed()) as $property) {
            $tests = $pooled->counted($paintId, $property);
            if (count($tests) > 1) {
                $out[$property] = array_map(static fn (array $d): array => ['what' => $d['what'], 'values' => array_values(array_unique($d['values'])), 'does' => $d['does']], Fairness::of($property, array_values(self::of($tests)), true)->differs);
            }
        }

        return $out;
    }

    /**
     * In which words groups of tests differ: "on rough", "by Odo".
     *
     * @param list<non-empty-list<object>> $groups
     * @param array<int, array{card: string, conditions: array<string, string|null>}> $conditions by specimen
     * @param list<string> $by conditions that may tell them apart, the first that do are named
     *
     * @return list<string> one for every group
     */
    public static function apart(array $groups, array $conditions, array $by): array
    {
        $named = [];
        foreach (array_unique($by) as $what) {
            $values = array_map(static fn (array $g): array => array_values(array_unique(array_map(static fn (object $r): ?string => $conditions[(int) $r->specimen_id]['conditions'][$what] ?? null, $g))), $groups);
            $alone = array_filter($values, static fn (array $v): bool => count($v) === 1) === $values;
            if ($alone && count(array_unique(array_column($values, 0), SORT_REGULAR)) > 1) {
                foreach ($values as $i => [$value]) {
                    $named[$i][] = self::where($what, $value);
                }
            }
        }
        $out = [];
        foreach (array_keys($groups) as $i) {
            $out[] = isset($named[$i]) ? implode(', ', array_slice($named[$i], 0, self::NAMED)) : 'in '.(['one test', 'another', 'a third'][$i] ?? 'a further one');
        }

        return $out;
    }

    private static function where(string $what, ?string $value): string
    {
        return $value === null ? "$what not recorded" : match ($what) {
            'surface', 'fibre' => "on $value", 'paper maker' => "on $value paper", 'paper side' => "on the $value", 'tester' => "by $value", 'batch' => "batch $value", 'drying' => "lifted $value", default => $value,
        };
    }

    /**
     * What holds of all tests of a paint together.
     *
     * @param non-empty-list<array{card: string, conditions: array<string, string|null>}> $tests
     *
     * @return array{card: string, conditions: array<string, string|null>}
     */
    public static function together(array $tests): array
    {
        $conditions = [];
        foreach (array_keys($tests[0]['conditions']) as $what) {
            $values = array_unique(array_map(static fn (array $t): ?string => $t['conditions'][$what], $tests));
            sort($values);
            $conditions[$what] = in_array(null, $values, true) ? null : implode(' and ', $values);
        }
        $cards = array_unique(array_column($tests, 'card'));
        sort($cards);

        return ['card' => implode(',', $cards), 'conditions' => $conditions];
    }
}
