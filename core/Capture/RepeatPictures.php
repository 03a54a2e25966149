<?php

declare(strict_types=1);

namespace MarshTrial\Core\Capture;

use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Lab;

/** Several pictures of one card beside each other: what they have in common, how far they scatter, and which stands apart. */
final readonly class RepeatPictures
{
    /** A picture this many times further from the others than they are from each other stands apart (own). */
    private const APART = 3.0;

    private const LEAST_APART = 1.0;

    private function __construct(
        /** @var array<string, array{lab: Lab, spread: float, n: int}> pooled colour of every cell, and root mean square distance of its readings from it, dE00 */
        public array $cells,
        /** Scatter of a single picture, dE00 (one standard deviation over all cells); null for one picture. */
        public ?float $repeatability,
        /** @var list<array{mean: Lab, apart: float, stands: bool}> per picture: mean difference from the pooled colours (as L*, a*, b*), mean dE00, and whether it stands apart */
        public array $pictures,
    ) {}

    /**
     * The pooled colour of a cell is the mean over the pictures that do not stand apart.
     *
     * @param non-empty-list<array<string, Lab>> $pictures colours by cell
     */
    public static function of(array $pictures): self
    {
        $kept = array_keys($pictures);
        // With three or more, one that stands apart is told and left out.
        if (count($pictures) >= 3) {
            $middle = self::middle($pictures);
            $distances = array_map(static fn (int $i): float => self::distance($pictures[$i], $middle), $kept);
            $sorted = $distances;
            sort($sorted);
            $usual = $sorted[intdiv(count($sorted) - 1, 2)];
            $kept = array_values(array_filter($kept, static fn (int $i): bool => $distances[$i] <= max(self::LEAST_APART, self::APART * $usual)));
        }
        $pooled = self::mean(array_values(array_intersect_key($pictures, array_flip($kept))));
        $cells = [];
        $square = $freedom = 0.0;
        foreach ($pooled as $id => $lab) {
            $distances = [];
            foreach ($kept as $i) {
                if (isset($pictures[$i][$id])) {
                    $distances[] = Difference::ciede2000($pictures[$i][$id], $lab) ** 2;
                }
            }
            $n = count($distances);
            $cells[$id] = ['lab' => $lab, 'spread' => $n > 1 ? sqrt(array_sum($distances) / ($n - 1)) : 0.0, 'n' => $n];
            $square += array_sum($distances);
            $freedom += $n - 1;
        }
        $each = [];
        foreach ($pictures as $i => $cellsOf) {
            $sum = [0.0, 0.0, 0.0];
            $n = 0;
            foreach ($cellsOf as $id => $lab) {
                if (isset($pooled[$id])) {
                    $sum = [$sum[0] + $lab->l - $pooled[$id]->l, $sum[1] + $lab->a - $pooled[$id]->a, $sum[2] + $lab->b - $pooled[$id]->b];
                    $n++;
                }
            }
            $each[] = ['mean' => new Lab($sum[0] / max(1, $n), $sum[1] / max(1, $n), $sum[2] / max(1, $n)), 'apart' => self::distance($cellsOf, $pooled), 'stands' => ! in_array($i, $kept, true)];
        }

        return new self($cells, $freedom > 0 ? sqrt($square / $freedom) : null, $each);
    }

    /**
     * @param list<array<string, Lab>> $pictures
     *
     * @return array<string, Lab>
     */
    private static function mean(array $pictures): array
    {
        $sums = [];
        foreach ($pictures as $cells) {
            foreach ($cells as $id => $lab) {
                [$l, $a, $b, $n] = $sums[$id] ?? [0.0, 0.0, 0.0, 0];
                $sums[$id] = [$l + $lab->l, $a + $lab->a, $b + $lab->b, $n + 1];
            }
        }

        return array_map(static fn (array $s): Lab => new Lab($s[0] / $s[3], $s[1] / $s[3], $s[2] / $s[3]), $sums);
    }

    /**
     * The median of every cell, axis by axis: one picture that is off does not move it.
     *
     * @param list<array<string, Lab>> $pictures
     *
     * @return array<string, Lab>
     */
    private static function middle(array $pictures): array
    {
        $out = [];
        foreach (array_keys(self::mean($pictures)) as $id) {
            $axes = [[], [], []];
            foreach ($pictures as $cells) {
                foreach (isset($cells[$id]) ? $cells[$id]->toArray() : [] as $axis => $v) {
                    $axes[$axis][] = $v;
                }
            }
            $out[$id] = new Lab(...array_map(static function (array $values): float {
                sort($values);
                $n = count($values);

                return ($values[intdiv($n - 1, 2)] + $values[intdiv($n, 2)]) / 2;
            }, $axes));
        }

        return $out;
    }

    /**
     * Mean dE00 over the cells that both have.
     *
     * @param array<string, Lab> $one
     * @param array<string, Lab> $two
     */
    private static function distance(array $one, array $two): float
    {
        $common = array_intersect_key($one, $two);
        $sum = 0.0;
        foreach ($common as $id => $lab) {
            $sum += Difference::ciede2000($lab, $two[$id]);
        }

        return $sum / max(1, count($common));
    }
}
