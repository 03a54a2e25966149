<?php

declare(strict_types=1);

namespace MarshTrial\Core\Imaging;

use MarshTrial\Core\CoreException;

/** A projective map of the plane, here from millimetres on the card to pixels of the picture. */
final readonly class Homography
{
    /** @param array{0: float, 1: float, 2: float, 3: float, 4: float, 5: float, 6: float, 7: float} $h row by row, the ninth being 1 */
    private function __construct(private array $h) {}

    /**
     * Direct linear transform through four or more pairs; least squares when there are more than four.
     *
     * @param list<array{0: float, 1: float}> $from
     * @param list<array{0: float, 1: float}> $to
     *
     * @throws CoreException when the points do not determine a map
     */
    public static function through(array $from, array $to): self
    {
        $normal = array_fill(0, 8, array_fill(0, 9, 0.0));
        foreach ($from as $i => [$x, $y]) {
            [$u, $v] = $to[$i];
            foreach ([[$x, $y, 1, 0, 0, 0, -$u * $x, -$u * $y, $u], [0, 0, 0, $x, $y, 1, -$v * $x, -$v * $y, $v]] as $row) {
                for ($a = 0; $a < 8; $a++) {
                    for ($b = 0; $b < 9; $b++) {
                        $normal[$a][$b] += $row[$a] * $row[$b];
                    }
                }
            }
        }

        return new self(self::solve($normal));
    }

    /** @return array{0: float, 1: float} */
    public function map(float $x, float $y): array
    {
        $h = $this->h;
        $w = $h[6] * $x + $h[7] * $y + 1;

        return [($h[0] * $x + $h[1] * $y + $h[2]) / $w, ($h[3] * $x + $h[4] * $y + $h[5]) / $w];
    }

    /** Pixels per millimetre around a place. */
    public function scaleAt(float $x, float $y): float
    {
        [$u0, $v0] = $this->map($x, $y);
        [$u1, $v1] = $this->map($x + 1, $y);
        [$u2, $v2] = $this->map($x, $y + 1);

        return sqrt(abs(($u1 - $u0) * ($v2 - $v0) - ($u2 - $u0) * ($v1 - $v0)));
    }

    /** Rotation of the card's x axis in the picture, degrees, -180 to 180, positive clockwise. */
    public function rotationDeg(float $x, float $y): float
    {
        [$u0, $v0] = $this->map($x, $y);
        [$u1, $v1] = $this->map($x + 1, $y);

        return rad2deg(atan2($v1 - $v0, $u1 - $u0));
    }

    /**
     * Gaussian elimination with pivoting.
     *
     * @param array<int, array<int, float>> $m 8 rows of 9
     *
     * @return array{0: float, 1: float, 2: float, 3: float, 4: float, 5: float, 6: float, 7: float}
     */
    private static function solve(array $m): array
    {
        for ($col = 0; $col < 8; $col++) {
            $best = $col;
            for ($row = $col + 1; $row < 8; $row++) {
                if (abs($m[$row][$col]) > abs($m[$best][$col])) {
                    $best = $row;
                }
            }
            if (abs($m[$best][$col]) < 1e-12) {
                throw new CoreException('The marks lie on one line, so the card cannot be placed.');
            }
            [$m[$col], $m[$best]] = [$m[$best], $m[$col]];
            for ($row = 0; $row < 8; $row++) {
                if ($row !== $col) {
                    $factor = $m[$row][$col] / $m[$col][$col];
                    for ($k = $col; $k < 9; $k++) {
                        $m[$row][$k] -= $factor * $m[$col][$k];
                    }
                }
            }
        }
        $h = [];
        for ($i = 0; $i < 8; $i++) {
            $h[] = $m[$i][8] / $m[$i][$i];
        }

        return $h;
    }
}
