<?php

declare(strict_types=1);

namespace MarshTrial\Core\Swatch;

use MarshTrial\Core\Card\Rect;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Imaging\Median;

/** A black line that runs under the paint of a swatch, along the window or across it, bare at one end at least. */
final readonly class LineBeneath
{
    /** How far from the line's edge what lies beside it is taken, mm, and over how much. */
    private const BESIDE_MM = [0.6, 1.6];

    /** Steepest a line may run, mm per mm. */
    private const STEEPEST = 0.2;

    /** Most of a place beside it that may be written on, share. */
    private const WRITTEN = 0.04;

    /** How light paper beside it must be, natural logarithm. */
    private const PAPER = 0.15;

    private function __construct(
        public float $widthMm,
        /** Where it is bare. */
        public Rect $bare,
        /** Where it runs under paint, and paint on both sides of it there. */
        public Rect $painted,
        /** @var non-empty-list<Rect> */
        public array $beside,
        /** By point of the window, "1" on the line. */
        public string $points,
    ) {}

    public static function in(WindowGrid $grid, BarePaper $paper): ?self
    {
        [$r, $g, $b] = $paper->rgb->toArray();
        // The channel that shows paint most: a yellow is nearly as light as its paper.
        $most = array_map(static fn (float $x, float $y, float $z): float => min($x / $r, $y / $g, $z / $b), $grid->points->r, $grid->points->g, $grid->points->b);

        return self::along($grid, $paper->rgb, $most, false) ?? self::along($grid, $paper->rgb, $most, true);
    }

    /**
     * @param list<float> $most by point, least channel as a share of the paper's
     * @param bool $upright whether the line runs from top to bottom
     */
    private static function along(WindowGrid $grid, LinearRgb $paper, array $most, bool $upright): ?self
    {
        $p = $grid->points;
        [$length, $breadth] = $upright ? [$p->rows, $p->columns] : [$p->columns, $p->rows];
        $white = $paper->luminance();
        $at = static fn (int $s, int $t): float => $grid->luminance[$upright ? $s * $p->columns + $t : $t * $p->columns + $s];
        $pitch = $grid->scale->pitchMm;
        $painting = static fn (int $s, int $t): float => $most[$upright ? $s * $p->columns + $t : $t * $p->columns + $s];
        [$least, $widest] = [(int) ceil($grid->scale->lineMm[0] / $pitch), (int) ($grid->scale->lineMm[1] / $pitch)];
        [$from, $to] = [(int) round(self::BESIDE_MM[0] / $pitch), (int) round(self::BESIDE_MM[1] / $pitch)];
        $beside = static function (int $s, int $edge, int $way) use ($painting, $from, $to, $breadth): ?float {
            $values = [];
            for ($k = $from; $k <= $to; $k++) {
                if ($edge + $way * $k < 0 || $edge + $way * $k >= $breadth) {
                    return null;
                }
                $values[] = $painting($s, $edge + $way * $k);
            }

            return Median::of($values);
        };
        $bare = [];
        for ($s = 0; $s < $length; $s++) {
            for ($t = 0; $t < $breadth; $t++) {
                $run = 0;
                while ($t + $run < $breadth && $at($s, $t + $run) < $grid->scale->lineDark * $white) {
                    $run++;
                }
                if ($run >= $least && $run <= $widest) {
                    [$up, $down] = [$beside($s, $t, -1), $beside($s, $t + $run - 1, 1)];
                    if ($up !== null && $down !== null && abs(log(max(1e-4, $up))) < self::PAPER && abs(log(max(1e-4, $down))) < self::PAPER) {
                        $bare[$s] = [$t + ($run - 1) / 2, $run];
                    }
                }
                $t += max(0, $run - 1);
            }
        }
        if (count($bare) * $pitch < $grid->scale->lineBareMm) {
            return null;
        }
        $width = Median::of(array_map(floatval(...), array_column($bare, 1)));
        // Through the middles of the bare part, straight.
        [$slope, $start] = self::straight(array_keys($bare), array_column($bare, 0));
        if (abs($slope) > self::STEEPEST) {
            return null;
        }
        $middle = static fn (int $s): float => $start + $slope * $s;
        $points = str_repeat('0', count($grid->luminance));
        $painted = [];
        for ($s = 0; $s < $length; $s++) {
            [$top, $bottom] = [(int) round($middle($s) - $width / 2), (int) round($middle($s) + $width / 2)];
            for ($t = max(0, $top - 2); $t <= min($breadth - 1, $bottom + 2); $t++) {
                $points[$upright ? $s * $p->columns + $t : $t * $p->columns + $s] = '1';
            }
            if (! isset($bare[$s])) {
                [$up, $down] = [$beside($s, $top, -1), $beside($s, $bottom, 1)];
                if ($up !== null && $down !== null && max($up, $down) < exp(-self::PAPER) && abs(log(max(1e-4, $up) / max(1e-4, $down))) < 0.3) {
                    $painted[] = $s;
                }
            }
        }
        $stretch = self::longest($painted);
        $ends = self::longest(array_keys($bare));
        if ($stretch === null || $ends === null || ($stretch[1] - $stretch[0]) * $pitch < $grid->scale->linePaintedMm || ($ends[1] - $ends[0]) * $pitch < $grid->scale->lineBareMm / 2) {
            return null;
        }
        // Clear of the edges of the paint, and no longer than stays on a slanting line.
        [$a, $b] = [$stretch[0] + 4, $stretch[1] - 4];
        $longest = (int) (8 / $pitch);
        if ($b - $a > $longest) {
            [$a, $b] = [(int) (($a + $b - $longest) / 2), (int) (($a + $b + $longest) / 2)];
        }
        $rect = static function (int $a, int $b, float $t0, float $t1) use ($grid, $pitch, $upright): Rect {
            [$u, $v] = $upright ? [$grid->area->x + $t0 * $pitch, $grid->area->y + $a * $pitch] : [$grid->area->x + $a * $pitch, $grid->area->y + $t0 * $pitch];
            [$w, $h] = $upright ? [($t1 - $t0) * $pitch, ($b - $a) * $pitch] : [($b - $a) * $pitch, ($t1 - $t0) * $pitch];

            return new Rect($u, $v, $w, $h);
        };
        $core = static fn (int $a, int $b): array => [
            max($middle($a), $middle($b)) - $width / 2 + 0.4 / $pitch, min($middle($a), $middle($b)) + $width / 2 - 0.4 / $pitch,
        ];
        [$c0, $c1] = $core($a, $b);
        [$d0, $d1] = $core($ends[0] + 1, $ends[1] - 1);
        if (($c1 - $c0) * $pitch < 0.6 || ($d1 - $d0) * $pitch < 0.6) {
            return null;
        }
        [$high, $low] = [min($middle($a), $middle($b)) - $width / 2, max($middle($a), $middle($b)) + $width / 2];
        $sides = array_values(array_filter([$rect($a, $b, $high - $to, $high - $from), $rect($a, $b, $low + $from, $low + $to)], static fn (Rect $r): bool => $grid->writtenIn($r) <= self::WRITTEN));

        return $sides === [] ? null : new self($width * $pitch, $rect($ends[0] + 1, $ends[1] - 1, $d0, $d1), $rect($a, $b, $c0, $c1), $sides, $points);
    }

    /**
     * @param list<int> $xs
     * @param list<float> $ys
     *
     * @return array{0: float, 1: float} slope and start of a straight line through most of the places
     */
    private static function straight(array $xs, array $ys): array
    {
        $slopes = [];
        $n = count($xs);
        for ($i = 0, $half = intdiv($n, 2); $i + $half < $n; $i++) {
            $slopes[] = ($ys[$i + $half] - $ys[$i]) / max(1, $xs[$i + $half] - $xs[$i]);
        }
        $slope = Median::of($slopes);

        return [$slope, Median::of(array_map(static fn (int $x, float $y): float => $y - $slope * $x, $xs, $ys))];
    }

    /**
     * @param list<int> $places rising
     *
     * @return array{0: int, 1: int}|null first and last of the longest stretch with small gaps only
     */
    private static function longest(array $places): ?array
    {
        $best = null;
        $from = $last = null;
        foreach ($places as $s) {
            if ($last === null || $s - $last > 3) {
                $from = $s;
            }
            $last = $s;
            if ($best === null || $last - $from > $best[1] - $best[0]) {
                $best = [$from, $last];
            }
        }

        return $best;
    }
}
