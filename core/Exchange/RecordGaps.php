<?php

declare(strict_types=1);

namespace MarshTrial\Core\Exchange;

/** What a record does not know, as a list: whoever relies on it reads what is missing without looking for it, and whoever repeats it can fill it. */
final class RecordGaps
{
    /** Conditions of which a reader of any test wants to know, in the order in which they matter, with what their lack leaves open. */
    private const ASKED = [
        'state' => 'whether the paint was fresh or re-wet is not recorded', 'amounts' => 'how the paint was measured out is not recorded', 'ink' => 'the ink of the line is not recorded', 'water' => 'the water is not recorded', 'brush' => 'the brush is not recorded', 'humidity' => 'the humidity is not recorded',
    ];

    /** Bare halves and loose strips have no line, and their paint is long dry. */
    private const OF_FADING = ['state'];

    /**
     * @param array<string, mixed> $record as it is published
     *
     * @return list<array{row: int|null, gap: string}> of the whole card first
     */
    public static function of(array $record): array
    {
        $gaps = [];
        if (str_contains((string) $record['paper'], 'not recorded')) {
            $gaps[] = ['row' => null, 'gap' => 'the paper is not known'];
        }
        if (in_array($record['side'], ['not recorded', 'side unknown', ''], true)) {
            $gaps[] = ['row' => null, 'gap' => 'the side of the paper is not known'];
        }
        $fading = in_array($record['kind'], ['fade', 'halves'], true);
        $asked = $fading ? array_intersect_key(self::ASKED, array_flip(self::OF_FADING)) : self::ASKED;
        foreach ($asked as $key => $words) {
            $without = array_filter($record['rows'], static fn (array $r): bool => in_array($r['conditions'][$key]['value'] ?? '', ['', 'not known'], true));
            if (count($without) === count($record['rows'])) {
                $gaps[] = ['row' => null, 'gap' => $words];
            } else {
                array_push($gaps, ...array_map(static fn (array $r): array => ['row' => $r['row'], 'gap' => $words], array_values($without)));
            }
        }
        if ($fading && ($record['hanging'] ?? null) === null) {
            $gaps[] = ['row' => null, 'gap' => 'where it hung is not recorded'];
        }
        if (($record['measurement'] ?? null) === null) {
            $gaps[] = ['row' => null, 'gap' => 'nothing was measured; it was judged by eye'];
        }
        foreach ($record['rows'] as $row) {
            array_push($gaps, ...array_map(static fn (string $gap): array => ['row' => $row['row'], 'gap' => $gap], self::ofRow($row)));
        }

        return $gaps;
    }

    /**
     * @param array<string, mixed> $row
     *
     * @return list<string>
     */
    private static function ofRow(array $row): array
    {
        $gaps = [];
        if (($row['pan']['batch'] ?? '') === '') {
            $gaps[] = 'the batch is not known';
        }
        if (($row['pan']['got'] ?? '') === '') {
            $gaps[] = 'how the paint was come by is not said';
        }
        if (! ($row['paint']['statement']['stated'] ?? false)) {
            $gaps[] = 'its maker states no pigments';
        }
        foreach ($row['ratings'] as $rating) {
            if ($rating['status'] !== 'measured') {
                $gaps[] = "$rating[property]: ".(($rating['reason'] ?? '') ?: str_replace('-', ' ', $rating['status']));
            }
        }
        foreach ($row['spoiled'] ?? [] as $spoiled) {
            $gaps[] = ($spoiled['property'] ?? 'the whole row')." left out: $spoiled[reason]";
        }

        return $gaps;
    }
}
