<?php

declare(strict_types=1);

namespace MarshTrial\Core\Swatch;

use MarshTrial\Core\Colour\LinearRgb;

/**
 * Bare paper in a window: the lightest even squares, of about the colour that paper has beside the frame's, and with an edge towards the paint.
 *
 * A pale wash that fades out is the lightest thing in a window too, but it has no edge; then nothing is taken for paper.
 */
final readonly class BarePaper
{
    /** @param non-empty-list<int> $squares */
    private function __construct(
        public array $squares,
        public LinearRgb $rgb,
        /** @var array{0: float, 1: float} Slope of its lightness over the window, natural logarithm per mm along x and y; 0 where it lies on one side only. */
        public array $slope,
    ) {}

    /** @param LinearRgb $frame the frame's own paper, in the same light */
    public static function in(WindowGrid $grid, LinearRgb $frame): ?self
    {
        $like = [];
        foreach ($grid->squares as $i => $rgb) {
            if ($rgb !== null && self::mayBePaper($grid, $rgb, $frame)) {
                $like[$i] = (new LinearRgb(...$rgb))->luminance();
            }
        }
        if (count($like) < $grid->scale->leastPaperMm2 / $grid->scale->blockMm ** 2) {
            return null;
        }
        arsort($like);
        // The lightest twentieth, but its very first: a speck may shine.
        $which = array_slice(array_keys($like), (int) (0.01 * count($like)), max(3, (int) (0.05 * count($like))));
        for ($round = 0; $round < 4; $round++) {
            $middle = $grid->median($which);
            $which = self::same($grid, array_keys($like), $middle);
            if (count($which) < $grid->scale->leastPaperMm2 / $grid->scale->blockMm ** 2) {
                return null;
            }
        }

        return new self($which, $grid->median($which), self::slope($grid, $which));
    }

    /** Whether an edge parts it from what is not paper; true where there is nothing else. */
    public function hasEdge(WindowGrid $grid): bool
    {
        $is = array_fill_keys($this->squares, true);
        $edges = $sharp = 0;
        $step = fn (int $i): float => max(array_map(static fn (float $v, float $p): float => abs(log(max(1e-4, $v) / $p)), $grid->squares[$i] ?? [1.0, 1.0, 1.0], $this->rgb->toArray()));
        foreach ($this->squares as $i) {
            [$x, $y] = [$i % $grid->columns, intdiv($i, $grid->columns)];
            foreach ([[1, 0], [-1, 0], [0, 1], [0, -1]] as [$dx, $dy]) {
                $at = static fn (int $k): ?int => $x + $k * $dx >= 0 && $x + $k * $dx < $grid->columns && $y + $k * $dy >= 0 && $y + $k * $dy < $grid->rows ? ($y + $k * $dy) * $grid->columns + $x + $k * $dx : null;
                [$next, $near, $far] = [$at(1), $at(2), $at(4)];
                if ($next === null || $near === null || isset($is[$next]) || isset($is[$near]) || $grid->squares[$near] === null) {
                    continue;
                }
                $edges++;
                $rise = $step($near);
                // Beyond a true edge little more is gained.
                $more = $far === null || $grid->squares[$far] === null ? 0.0 : max(0.0, $step($far) - $rise);
                $sharp += $rise >= $grid->scale->edgeStep && $more < 0.6 * $rise ? 1 : 0;
            }
        }

        return $edges === 0 || ($edges >= 4 && $sharp >= $grid->scale->sharpShare * $edges);
    }

    /** How much lighter its paper is here than in its own middle, as a ratio: a sheet that curls is lit from one side. */
    public function lightAt(WindowGrid $grid, float $x, float $y): float
    {
        [$mx, $my] = self::middle($grid, $this->squares);

        return exp($this->slope[0] * ($x - $mx) + $this->slope[1] * ($y - $my));
    }

    /** @param array{0: float, 1: float, 2: float} $rgb */
    private static function mayBePaper(WindowGrid $grid, array $rgb, LinearRgb $frame): bool
    {
        $light = (new LinearRgb(...$rgb))->luminance() / max(1e-4, $frame->luminance());
        $ratios = array_map(static fn (float $v, float $f): float => max(1e-4, $v) / max(1e-4, $f), $rgb, $frame->toArray());

        return $light > $grid->scale->paperLight[0] && $light < $grid->scale->paperLight[1] && max($ratios) / min($ratios) < $grid->scale->paperTint && $ratios[2] <= 1.12 * $ratios[0];
    }

    /**
     * @param list<int> $which
     *
     * @return list<int>
     */
    private static function same(WindowGrid $grid, array $which, LinearRgb $middle): array
    {
        return array_values(array_filter($which, static fn (int $i): bool => max(array_map(static fn (float $v, float $m): float => abs(log(max(1e-4, $v) / max(1e-4, $m))), $grid->squares[$i] ?? [1e-4, 1e-4, 1e-4], $middle->toArray())) < $grid->scale->paperEven));
    }

    /**
     * @param non-empty-list<int> $which
     *
     * @return array{0: float, 1: float} mm on the frame
     */
    private static function middle(WindowGrid $grid, array $which): array
    {
        $x = array_sum(array_map(static fn (int $i): float => $grid->rect($i % $grid->columns, intdiv($i, $grid->columns))->centre()->x, $which)) / count($which);
        $y = array_sum(array_map(static fn (int $i): float => $grid->rect($i % $grid->columns, intdiv($i, $grid->columns))->centre()->y, $which)) / count($which);

        return [$x, $y];
    }

    /**
     * @param non-empty-list<int> $which
     *
     * @return array{0: float, 1: float}
     */
    private static function slope(WindowGrid $grid, array $which): array
    {
        $columns = array_map(static fn (int $i): int => $i % $grid->columns, $which);
        $rows = array_map(static fn (int $i): int => intdiv($i, $grid->columns), $which);
        [$mx, $my] = self::middle($grid, $which);
        $middle = log(max(1e-4, $grid->median($which)->luminance()));
        $out = [0.0, 0.0];
        // Only along a direction in which paper lies on both sides can light be told from paint.
        foreach ([[$columns, $grid->columns], [$rows, $grid->rows]] as $axis => [$places, $of]) {
            if (max($places) - min($places) < 0.6 * $of) {
                continue;
            }
            $xx = $xy = 0.0;
            foreach ($which as $i) {
                $c = $grid->rect($i % $grid->columns, intdiv($i, $grid->columns))->centre();
                $d = $axis === 0 ? $c->x - $mx : $c->y - $my;
                $xx += $d * $d;
                $xy += $d * (log(max(1e-4, (new LinearRgb(...($grid->squares[$i] ?? [1e-4, 1e-4, 1e-4])))->luminance())) - $middle);
            }
            $out[$axis] = $xx > 0 ? $xy / $xx : 0.0;
        }

        return $out;
    }
}
