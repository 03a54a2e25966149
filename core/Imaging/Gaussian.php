<?php

declare(strict_types=1);

namespace MarshTrial\Core\Imaging;

/** Gaussian filtering of an even grid of values. */
final class Gaussian
{
    /** Kernel half width in standard deviations. */
    private const TRUNCATE = 3.0;

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
        return self::blurEvery(1, $values, $columns, $rows, $sigma);
    }

    /**
     * Difference of two blurs: keeps what is coarser than $fine and finer than $coarse.
     *
     * @param list<float> $values row by row
     * @param int $stride 2 gives every second column and row only: enough where just the scatter is wanted, and three times as quick
     *
     * @return list<float> row by row, of ceil(columns / stride) columns
     */
    public static function bandPass(array $values, int $columns, int $rows, float $fine, float $coarse, int $stride = 1): array
    {
        $a = self::blurEvery($stride, $values, $columns, $rows, $fine);
        $b = self::blurEvery($stride, $values, $columns, $rows, $coarse);
        foreach ($a as $i => $v) {
            $a[$i] = $v - $b[$i];
        }

        return $a;
    }

    /**
     * @param list<float> $values
     *
     * @return list<float>
     */
    private static function blurEvery(int $stride, array $values, int $columns, int $rows, float $sigma): array
    {
        $kernel = self::kernel($sigma);
        // Filtering rows and transposing, twice, filters both directions.
        $turned = self::filterAndTranspose($values, $columns, $rows, $kernel, $stride);

        return self::filterAndTranspose($turned, $rows, intdiv($columns + $stride - 1, $stride), $kernel, $stride);
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
     * @return list<float> transposed: as many rows as columns were kept, of $rows values
     */
    private static function filterAndTranspose(array $values, int $columns, int $rows, array $kernel, int $stride): array
    {
        $half = count($kernel) - 1;
        $centre = $kernel[0];
        $out = array_fill(0, intdiv($columns + $stride - 1, $stride) * $rows, 0.0);
        for ($y = 0; $y < $rows; $y++) {
            $padded = self::reflected(array_slice($values, $y * $columns, $columns), $half);
            for ($x = 0, $to = $y; $x < $columns; $x += $stride, $to += $rows) {
                $left = $right = $x + $half;
                $sum = $centre * $padded[$left];
                for ($k = 1; $k <= $half; $k++) {
                    $sum += $kernel[$k] * ($padded[--$left] + $padded[++$right]);
                }
                $out[$to] = $sum;
            }
        }

        return $out;
    }

    /**
     * The line with $half values reflected onto either end, as often as a kernel wider than the line needs.
     *
     * @param list<float> $line
     *
     * @return list<float>
     */
    private static function reflected(array $line, int $half): array
    {
        $n = count($line);
        if ($half <= $n) {
            return [...array_reverse(array_slice($line, 0, $half)), ...$line, ...array_reverse(array_slice($line, $n - $half))];
        }
        $period = [...$line, ...array_reverse($line)];
        $out = [];
        for ($i = -$half; $i < $n + $half; $i++) {
            $out[] = $period[(($i % (2 * $n)) + 2 * $n) % (2 * $n)];
        }

        return $out;
    }
}
