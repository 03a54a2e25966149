<?php

declare(strict_types=1);

namespace MarshTrial\Core\Evidence;

use MarshTrial\Core\Measuring\CardMeasurement;

/** The kept and the exposed half of one row as colours, for showing one above the other. */
final class FadeStrip
{
    /** @return array<int, array{doseMlxh: float|null, paper: array{0: string, 1: string}, depths: list<array{depth: int, kept: string, exposed: string}>}> by row; colours as #rrggbb, kept before exposed */
    public static function ofCard(CardMeasurement $measurement): array
    {
        $out = [];
        foreach ($measurement->pairs as $pair) {
            $out[$pair->row] ??= [
                'doseMlxh' => $measurement->doseMlxh,
                'paper' => [$pair->keptPaper->rgb->toHex(), $pair->exposedPaper->rgb->toHex()],
                'depths' => [],
            ];
            $out[$pair->row]['depths'][] = ['depth' => $pair->depth, 'kept' => $pair->kept->rgb->toHex(), 'exposed' => $pair->exposed->rgb->toHex()];
        }

        return $out;
    }
}
