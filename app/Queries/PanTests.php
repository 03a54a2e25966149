<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Measurement;
use App\Models\User;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Evidence\Repeats;
use MarshTrial\Core\Measuring\Measures;
use MarshTrial\Core\Rating\Property;

/**
 * Every test of a pan side by side, spoiled ones included and marked; and whether they call for a retest.
 *
 * @phpstan-type PanTestsDetail array{
 *     specimen: string, status: string, text: string|null, value: float|null, uncertainty: float|null,
 *     class: string|null, card: string, title: string, paper: string, protocol: string, on: string,
 *     spoiled: string|null, spoilingUuid: string|null,
 * }
 * @phpstan-type PanTestsRepeats array{
 *     counted: int, spread: float|null, apart: array{array<string, mixed>, array<string, mixed>}|null,
 * }
 */
final class PanTests
{
    /**
     * @param list<int> $panIds
     *
     * @return array<array<list<PanTestsDetail>>> by pan and property, oldest first
     */
    public static function of(array $panIds, ?User $user): array
    {
        $rows = DB::table('ratings')
            ->join('specimens', 'specimens.id', '=', 'ratings.specimen_id')
            ->join('measurements', 'measurements.id', '=', 'ratings.measurement_id')
            ->join('pictures', 'pictures.id', '=', 'measurements.picture_id')
            ->join('cards', 'cards.id', '=', 'measurements.card_id')
            ->join('papers', 'papers.id', '=', 'cards.paper_id')
            ->where('ratings.holds', true)
            ->whereIn('specimens.pan_id', $panIds)
            ->whereIn('ratings.measurement_id', Measurement::idsVisibleTo($user))
            ->orderBy('ratings.id')
            ->get(['specimens.pan_id', 'specimens.id as specimen_id', 'specimens.uuid as specimen', 'ratings.property', 'ratings.status', 'ratings.value', 'ratings.uncertainty', 'ratings.class', 'cards.uuid as card', 'cards.title', 'papers.uuid as paper', 'pictures.created_at', DB::raw("json_extract(ratings.detail, '$.protocol') as protocol")]);
        $spoiled = DB::table('spoilings')->whereIn('specimen_id', $rows->pluck('specimen_id')->unique()->all())->get()->groupBy('specimen_id');
        $out = [];
        foreach ($rows as $r) {
            $spoiling = ($spoiled[$r->specimen_id] ?? collect())->first(static fn (object $s): bool => $s->property === null || $s->property === $r->property);
            $out[$r->pan_id][$r->property][] = [
                'specimen' => $r->specimen, 'status' => $r->status, 'text' => $r->value === null ? null : Measures::of(Property::from($r->property))::quantity()->write((float) $r->value, $r->uncertainty === null ? null : (float) $r->uncertainty), 'value' => $r->value === null ? null : (float) $r->value, 'uncertainty' => $r->uncertainty === null ? null : (float) $r->uncertainty,
                'class' => $r->class, 'card' => $r->card, 'title' => $r->title, 'paper' => $r->paper, 'protocol' => (string) $r->protocol, 'on' => substr((string) $r->created_at, 0, 10),
                'spoiled' => $spoiling?->reason, 'spoilingUuid' => $spoiling?->uuid,
            ];
        }

        return $out;
    }

    /**
     * @param list<array<string, mixed>> $tests of one pan and property
     *
     * @return PanTestsRepeats on the paper and under the protocol with most tests; others are no repeats
     */
    public static function repeats(string $property, array $tests): array
    {
        $counted = array_filter($tests, static fn (array $t): bool => $t['status'] === 'measured' && $t['spoiled'] === null && $t['value'] !== null && $t['uncertainty'] !== null);
        $groups = [];
        foreach ($counted as $test) {
            $groups[$test['paper'].$test['protocol']][] = $test;
        }
        usort($groups, static fn (array $a, array $b): int => count($b) <=> count($a));
        foreach ($groups as $group) {
            $repeats = Repeats::of($group);
            // Steps and evenness follow the hand as much as the paint: their spread is shown, and calls for nothing.
            if ($repeats->apart !== null && Measures::of(Property::from($property))::isClaimed()) {
                return ['counted' => count($group), 'spread' => $repeats->spread, 'apart' => [$group[$repeats->apart[0]], $group[$repeats->apart[1]]]];
            }
        }

        return ['counted' => count($groups[0] ?? []), 'spread' => Repeats::of($groups[0] ?? [])->spread, 'apart' => null];
    }

    /**
     * @param array<string, list<array<string, mixed>>> $ofPan by property
     *
     * @return list<string> properties whose tests differ by more than their uncertainty
     */
    public static function toRetest(array $ofPan): array
    {
        return array_keys(array_filter($ofPan, static fn (array $tests, string $property): bool => self::repeats($property, $tests)['apart'] !== null, ARRAY_FILTER_USE_BOTH));
    }
}
