<?php

declare(strict_types=1);

namespace MarshTrial\Core\Imaging;

use MarshTrial\Core\CoreException;

/** A projective map of the plane, here from millimetres on the card to pixels of the picture. */
final readonly class Homography
{
    /** @param list<float> $h eight values, row by row, the ninth being 1 */
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

        try {
            return new self(Linear::solve($normal));
        } catch (CoreException) {
            throw new CoreException('The marks lie on one line, so the card cannot be placed.');
        }
    }

    /** @return array{0: float, 1: float} */
    public function map(float $x, float $y): array
    {
        $h = $this->h;
        $w = $h[6] * $x + $h[7] * $y + 1;

        return [($h[0] * $x + $h[1] * $y + $h[2]) / $w, ($h[3] * $x + $h[4] * $y + $h[5]) / $w];
    }
}
