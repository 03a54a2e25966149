<?php

declare(strict_types=1);

namespace MarshTrial\Core\Fading;

use MarshTrial\Core\Rating\Scale;

/** Categories by dE*ab at the reference dose (ASTM D4303, memory). */
final class LightfastnessScale
{
    /** Categories that hold; what can only have others is called fugitive (own). */
    public const HOLDS = ['I', 'II'];

    /** What a category is called (ASTM D4303, memory). */
    public const WORDS = ['I' => 'excellent', 'II' => 'very good', 'III' => 'fair', 'IV' => 'poor', 'V' => 'very poor'];

    /**
     * Categories with their words: "III, fair", "II, very good, or III, fair".
     *
     * @param list<string> $categories
     */
    public static function told(array $categories): string
    {
        return implode(', or ', array_map(static fn (string $c): string => "$c, ".self::WORDS[$c], $categories));
    }

    /** A dose as it stands in a sentence, in Mlx h: "6.2", "20". */
    public static function dose(float $mlxh): string
    {
        return rtrim(rtrim(sprintf('%.1f', $mlxh), '0'), '.');
    }

    public static function category(Scale $scale, float $dE): string
    {
        foreach ($scale->fade->classes as $category => $limit) {
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
     * @param float $doseUncertainty standard deviation of the dose's natural logarithm: it may have been less
     *
     * @return list<string> empty without a dose
     */
    public static function possible(Scale $scale, float $least, float $most, float $uncertainty, ?float $doseMlxh, float $doseUncertainty = 0.0): array
    {
        if ($doseMlxh === null || $doseMlxh <= 0) {
            return [];
        }
        $growth = max(1.0, $scale->fade->referenceDoseMlxh / $doseMlxh * exp($scale->course->doseSigmas * $doseUncertainty));
        $names = array_keys($scale->fade->classes);
        $from = array_search(self::category($scale, $least - $scale->fade->categorySigmas * $uncertainty), $names, true);
        $to = array_search(self::category($scale, ($most + $scale->fade->categorySigmas * $uncertainty) * $growth), $names, true);

        return array_slice($names, (int) $from, (int) $to - (int) $from + 1);
    }
}
