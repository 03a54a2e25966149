<?php

declare(strict_types=1);

namespace MarshTrial\Core\Evidence;

use MarshTrial\Core\Measuring\CardMeasurement;

/**
 * The kept and the exposed half of one row as colours, for showing one above the other.
 *
 * @phpstan-type FadeStripOfCard array{
 *     doseMlxh: float|null, paper: array{string, string},
 *     depths: list<array{
 *         depth: int, kept: string, exposed: string, dark?: array{float, float, float},
 *         window?: array{float, float, float}, deposit?: float|null, change?: float, uncertainty?: float,
 *         least?: float, greatest?: float, paperChange?: float, outcome?: string, grade?: string,
 *         darkChange?: float|null, darkUncertainty?: float|null, raw?: array{float, float, float}, across?: float,
 *         left?: float|null, doubt?: string|null, hasFirst?: bool,
 *     }>,
 * }
 *
 * @phpstan-type FadeStripDepth array{
 *     depth: int, kept: string, exposed: string, dark?: list<float>, window?: list<float>, deposit?: float|null,
 *     change?: float, uncertainty?: float, least?: float|null, greatest?: float|null, paperChange?: float,
 *     outcome?: string, grade?: string, darkChange?: float|null, darkUncertainty?: float|null, raw?: list<float>,
 *     across?: float|null, left?: float|null, doubt?: string|null, hasFirst?: bool,
 * }
 */
final class FadeStrip
{
    /** @return array<int, FadeStripOfCard> by row; colours as #rrggbb, kept before exposed; and what every depth says at this check */
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
        foreach ($measurement->fading as $finding) {
            foreach ($out[$finding->row]['depths'] as $i => $depth) {
                if ($depth['depth'] === $finding->depth) {
                    $out[$finding->row]['depths'][$i] += [
                        'dark' => $finding->corrected->reference->toArray(), 'window' => $finding->corrected->specimen->toArray(), 'deposit' => $finding->deposit,
                        'change' => $finding->beyondNoise, 'uncertainty' => $finding->uncertainty, 'least' => $finding->least, 'greatest' => $finding->greatest, 'paperChange' => $finding->paperChange, 'outcome' => $finding->outcome->value,
                        'grade' => $finding->greyScale()->reported(), 'darkChange' => $finding->darkChange, 'darkUncertainty' => $finding->darkUncertainty,
                        'raw' => $finding->raw->specimen->toArray(), 'across' => $finding->across, 'left' => $finding->left, 'doubt' => $finding->doubt?->value, 'hasFirst' => $finding->hasFirst,
                    ];
                }
            }
        }

        return $out;
    }
}
