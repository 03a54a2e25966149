<?php

declare(strict_types=1);

namespace MarshTrial\Core\Imaging;

/** Gaussian filtering of an even grid of values. */
final class Gaussian
{
    /** Kernel half width in standard deviations. */
    private const TRUNCATE = 4.0;

    /**
     * Separable Gaussian blur; the edge is reflected (... c b a | a b c ...).
     *
     * @param list<float> $values row by row
     * @param float $sigma standard deviation in samples, above 0
     *
     * @return list<float>
     */
    public static function blur(array $values, int $columns, int $rows, float $sigma): array
    {
        $kernel = self::kernel($sigma);
        // Filtering rows and transposing, twice, filters both directions.
        return self::filterAndTranspose(self::filterAndTranspose($values, $columns, $rows, $kernel), $rows, $columns, $kernel);
    }

    /**
     * Difference of two blurs: keeps what is coarser than $fine and finer than $coarse.
     *
     * @param list<float> $values row by row
     *
     * @return list<float>
     */
    public static function bandPass(array $values, int $columns, int $rows, float $fine, float $coarse): array
    {
        $a = self::blur($values, $columns, $rows, $fine);
        $b = self::blur($values, $columns, $rows, $coarse);
        foreach ($a as $i => $v) {
            $a[$i] = $v - $b[$i];
        }

        return $a;
    }

    /** @return list<float> weights for distances 0, 1, 2 ..., summing to 1 over both sides */
    private static function kernel(float $sigma): array
    {
        $half = (int) (self::TRUNCATE * $sigma + 0.5);
        $kernel = [];
        for ($i = 0; $i <= $half; $i++) {
            $kernel[] = exp(-0.5 * ($i / $sigma) ** 2);
        }
        $sum = 2 * array_sum($kernel) - 1;

        return array_map(static fn (float $k): float => $k / $sum, $kernel);
    }

    /**
     * @param list<float> $values
     * @param list<float> $kernel
     *
     * @return list<float> transposed: $columns rows of $rows values
     */
    private static function filterAndTranspose(array $values, int $columns, int $rows, array $kernel): array
    {
        $half = count($kernel) - 1;
        $centre = $kernel[0];
        $out = array_fill(0, $columns * $rows, 0.0);
        for ($y = 0; $y < $rows; $y++) {
            $line = array_slice($values, $y * $columns, $columns);
            // Reflect as often as a kernel wider than the line needs.
            $period = [...$line, ...array_reverse($line)];
            $n = 2 * $columns;
            $padded = [];
            for ($i = -$half; $i < $columns + $half; $i++) {
                $padded[] = $period[(($i % $n) + $n) % $n];
            }
            for ($x = 0; $x < $columns; $x++) {
                $at = $x + $half;
                $sum = $centre * $padded[$at];
                for ($k = 1; $k <= $half; $k++) {
                    $sum += $kernel[$k] * ($padded[$at - $k] + $padded[$at + $k]);
                }
                $out[$x * $rows + $y] = $sum;
            }
        }

        return $out;
    }
}
