<?php

declare(strict_types=1);

namespace MarshTrial\Core\Swatch;

use MarshTrial\Core\Rating\Scale\Swatch;

/**
 * Letters, pen strokes and hairs in a window: thin, and darker than what surrounds them by more than that scatters.
 *
 * The scatter is taken from the brighter side, which ink does not touch: so heavy grain is not taken for ink.
 */
final class ThinMarks
{
    /** Side of the part of the window within which surroundings are taken, mm. */
    private const AROUND_MM = 3.0;

    /**
     * @param list<float> $luminance line by line
     *
     * @return string by point, "1" for ink, grown by one point to all sides
     */
    public static function in(Swatch $scale, array $luminance, int $columns, int $rows): string
    {
        $side = max(4, (int) round(self::AROUND_MM / $scale->pitchMm));
        $dark = str_repeat('0', $columns * $rows);
        for ($y0 = 0; $y0 < $rows; $y0 += $side) {
            for ($x0 = 0; $x0 < $columns; $x0 += $side) {
                $values = [];
                for ($y = $y0; $y < min($rows, $y0 + $side); $y++) {
                    array_push($values, ...array_slice($luminance, $y * $columns + $x0, min($side, $columns - $x0)));
                }
                sort($values);
                $n = count($values);
                // Three fifths up: where a word covers half of the place, paper or paint still leads.
                $usual = max(1e-4, $values[(int) (0.6 * $n)]);
                $spread = log(max(1e-4, $values[(int) (0.9 * $n)]) / $usual) / 1.03;
                $limit = $usual * exp(-max($scale->mark[0], $scale->mark[1] * $spread));
                for ($y = $y0; $y < min($rows, $y0 + $side); $y++) {
                    for ($x = $x0; $x < min($columns, $x0 + $side); $x++) {
                        if ($luminance[$y * $columns + $x] < $limit) {
                            $dark[$y * $columns + $x] = '1';
                        }
                    }
                }
            }
        }
        // What survives being worn away from all sides is wide: paint, or a line beneath.
        $reach = (int) ceil($scale->markMm / 2 / $scale->pitchMm);
        $wide = self::spread(self::spread($dark, $columns, $rows, $reach, '0'), $columns, $rows, $reach + 1, '1');

        return self::spread($dark & ~$wide | str_repeat('0', strlen($dark)), $columns, $rows, 1, '1');
    }

    /** Grows what has a value into its neighbours, by so many points along the lines and then across them. */
    public static function spread(string $map, int $columns, int $rows, int $reach, string $value): string
    {
        $out = $map;
        for ($y = 0; $y < $rows; $y++) {
            for ($x = strpos(substr($map, $y * $columns, $columns), $value); $x !== false && $x < $columns; $x++) {
                if ($map[$y * $columns + $x] === $value) {
                    for ($k = max(0, $x - $reach), $end = min($columns - 1, $x + $reach); $k <= $end; $k++) {
                        $out[$y * $columns + $k] = $value;
                    }
                }
            }
        }
        $across = $out;
        for ($i = 0, $n = $columns * $rows; $i < $n; $i++) {
            if ($across[$i] === $value) {
                for ($k = max($i % $columns, $i - $reach * $columns), $end = min($n - 1, $i + $reach * $columns); $k <= $end; $k += $columns) {
                    $out[$k] = $value;
                }
            }
        }

        return $out;
    }
}
