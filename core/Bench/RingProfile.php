<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

use MarshTrial\Core\Imaging\Patch;

/** Deposits over bare paper by distance from a middle, all channels, as means over rings. */
final readonly class RingProfile
{
    /**
     * @param non-empty-list<array{0: float, 1: float, 2: float}> $rings deposits, the middle first
     */
    private function __construct(public array $rings, public float $widthMm) {}

    /**
     * Rings as far as the nearest border.
     *
     * @param array<int, float> $bare linear red, green, blue of the paper
     * @param array{0: float, 1: float} $centre in samples
     */
    public static function around(Patch $patch, array $bare, array $centre, float $widthMm): self
    {
        $count = max(1, (int) floor($patch->pitchMm * min($centre[0], $centre[1], $patch->columns - 1 - $centre[0], $patch->rows - 1 - $centre[1]) / $widthMm));
        $sums = array_fill(0, $count, [0.0, 0.0, 0.0, 0]);
        foreach ($patch->r as $i => $r) {
            $ring = (int) (hypot($i % $patch->columns - $centre[0], intdiv($i, $patch->columns) - $centre[1]) * $patch->pitchMm / $widthMm);
            if ($ring < $count) {
                $sums[$ring][0] += -log(max(1e-3, $r) / $bare[0]);
                $sums[$ring][1] += -log(max(1e-3, $patch->g[$i]) / $bare[1]);
                $sums[$ring][2] += -log(max(1e-3, $patch->b[$i]) / $bare[2]);
                $sums[$ring][3]++;
            }
        }
        // A middle that lies between samples has rings without any.
        $full = array_values(array_filter($sums, static fn (array $s): bool => $s[3] > 0));

        return new self(array_map(static fn (array $s): array => [$s[0] / $s[3], $s[1] / $s[3], $s[2] / $s[3]], $full ?: [[0.0, 0.0, 0.0, 1]]), $widthMm);
    }

    /** @return array{0: float, 1: float, 2: float} mean within a distance of the middle, every ring by its area */
    public function within(float $reachMm): array
    {
        $out = [0.0, 0.0, 0.0];
        $area = 0;
        foreach ($this->rings as $i => $ring) {
            if (($i + 1) * $this->widthMm > $reachMm && $i > 0) {
                break;
            }
            foreach ($ring as $c => $deposit) {
                $out[$c] += (2 * $i + 1) * $deposit;
            }
            $area += 2 * $i + 1;
        }

        return [$out[0] / $area, $out[1] / $area, $out[2] / $area];
    }

    public function distanceMm(int $ring): float
    {
        return ($ring + 0.5) * $this->widthMm;
    }

    /**
     * Distance at which a row of values, one a ring, last falls through a level, mm.
     *
     * @param list<float> $values
     *
     * @return float|null null where it does not
     */
    public function lastFall(array $values, float $level): ?float
    {
        for ($i = count($values) - 1; $i > 0; $i--) {
            if ($values[$i - 1] >= $level && $values[$i] < $level) {
                return $this->distanceMm($i - 1) + $this->widthMm * ($values[$i - 1] - $level) / ($values[$i - 1] - $values[$i]);
            }
        }

        return null;
    }
}
