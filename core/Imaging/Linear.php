<?php

declare(strict_types=1);

namespace MarshTrial\Core\Imaging;

use MarshTrial\Core\CoreException;

/** Small systems of linear equations. */
final class Linear
{
    /**
     * Gauss-Jordan elimination with pivoting.
     *
     * @param array<int, array<int, float>> $m n rows of n + 1, the last being the right side
     *
     * @return list<float>
     *
     * @throws CoreException when the equations do not determine an answer
     */
    public static function solve(array $m): array
    {
        $n = count($m);
        for ($col = 0; $col < $n; $col++) {
            $best = $col;
            for ($row = $col + 1; $row < $n; $row++) {
                if (abs($m[$row][$col]) > abs($m[$best][$col])) {
                    $best = $row;
                }
            }
            if (! (abs($m[$best][$col]) > 1e-12)) {
                throw new CoreException('These values do not determine an answer.');
            }
            [$m[$col], $m[$best]] = [$m[$best], $m[$col]];
            for ($row = 0; $row < $n; $row++) {
                if ($row !== $col) {
                    $factor = $m[$row][$col] / $m[$col][$col];
                    for ($k = $col; $k <= $n; $k++) {
                        $m[$row][$k] -= $factor * $m[$col][$k];
                    }
                }
            }
        }

        return array_map(static fn (int $i): float => $m[$i][$n] / $m[$i][$i], range(0, $n - 1));
    }

    /**
     * Weighted least squares.
     *
     * @param list<list<float>> $rows what the unknowns are multiplied with, one row an observation
     * @param list<float> $values what is observed
     * @param list<float>|null $weights one each; null: all 1
     * @param float $ridge added to the diagonal, so that few observations do not run away
     *
     * @return list<float>
     */
    public static function leastSquares(array $rows, array $values, ?array $weights = null, float $ridge = 0.0): array
    {
        $n = count($rows[0]);
        $normal = array_fill(0, $n, array_fill(0, $n + 1, 0.0));
        foreach ($rows as $k => $row) {
            $w = $weights[$k] ?? 1.0;
            $row[$n] = $values[$k];
            for ($i = 0; $i < $n; $i++) {
                $a = $w * $row[$i];
                if ($a !== 0.0) {
                    for ($j = $i; $j <= $n; $j++) {
                        $normal[$i][$j] += $a * $row[$j];
                    }
                }
            }
        }
        for ($i = 0; $i < $n; $i++) {
            $normal[$i][$i] += $ridge;
            for ($j = 0; $j < $i; $j++) {
                $normal[$i][$j] = $normal[$j][$i];
            }
        }

        return self::solve($normal);
    }
}
