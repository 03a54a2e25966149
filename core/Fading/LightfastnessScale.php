<?php

declare(strict_types=1);

namespace MarshTrial\Core\Fading;

/** Categories by dE*ab at the reference dose (ASTM D4303, memory). */
final class LightfastnessScale
{
    /** Upper limits of the categories, dE*ab; I is the most lightfast. */
    public const LIMITS = ['I' => 4.0, 'II' => 8.0, 'III' => 16.0, 'IV' => 24.0, 'V' => INF];

    /** 1260 MJ/m2 of daylight behind glass, Mlx h (memory; own efficacy of 110 lm/W). */
    public const REFERENCE_DOSE_MLXH = 38.5;

    public static function category(float $dE): string
    {
        foreach (self::LIMITS as $category => $limit) {
            if ($dE <= $limit) {
                return $category;
            }
        }

        return 'V';
    }

    /**
     * Categories that remain possible after a dose, if the change does not speed up.
     *
     * @param float $least smallest change, dE*ab beyond noise
     * @param float $most largest change, dE*ab beyond noise
     * @param float $uncertainty 1 sigma
     *
     * @return list<string> empty without a dose
     */
    public static function possible(float $least, float $most, float $uncertainty, ?float $doseMlxh): array
    {
        if ($doseMlxh === null || $doseMlxh <= 0) {
            return [];
        }
        $growth = max(1.0, self::REFERENCE_DOSE_MLXH / $doseMlxh);
        $names = array_keys(self::LIMITS);
        $from = array_search(self::category($least - 3 * $uncertainty), $names, true);
        $to = array_search(self::category(($most + 3 * $uncertainty) * $growth), $names, true);

        return array_slice($names, (int) $from, (int) $to - (int) $from + 1);
    }
}
