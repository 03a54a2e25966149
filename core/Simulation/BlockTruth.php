<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Card\Cell;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\LinearRgb;

/** What a perfect observer would say of the blocks beyond stroke, wash and lift. Written apart from the measuring code, on purpose. */
final class BlockTruth
{
    /**
     * @param array<string, LinearRgb> $means noise-free mean of each cell
     *
     * @return array<string, mixed> by block, those on the card only
     */
    public static function of(Scene $scene, int $row, array $means): array
    {
        $truth = new self($scene, $row, $means);
        $out = [];
        foreach ($scene->layout->blocks() as $block) {
            $out[$block->kind->value] = match ($block->kind) {
                BlockKind::Ladder => ['clearSteps' => $truth->clearSteps(), 'slopes' => array_map(static fn (int $c): float => $truth->thinSlope($c) * $truth->habits->strength, [0, 1, 2])],
                BlockKind::Blot => ['residue' => $truth->deposit("r$row-blot-wet") / $truth->deposit("r$row-blot-none")],
                BlockKind::Glaze => ['perLayer' => array_map(static fn (int $c): float => $truth->thinSlope($c) * $truth->habits->layer, [0, 1, 2]), 'layerMoved' => $truth->habits->moves > 0 && $truth->habits->moves <= $block->count ? $truth->habits->moves : null],
                BlockKind::WetSquare => $truth->touch(),
                BlockKind::SoftEdge => $truth->pulled(),
                BlockKind::Salt => ['stars' => $truth->stars()],
                BlockKind::Tilt => ['separation' => array_map($truth->separation(...), [0, 1, 2])],
                BlockKind::Wash => ['separation' => array_map($truth->clumps(...), [0, 1, 2])],
                BlockKind::Rewet => ['deposit' => $truth->deposit("r$row-rewet")],
                default => null,
            };
        }

        return array_filter($out);
    }

    private readonly Appearance $look;

    private readonly Habits $habits;

    private readonly int $key;

    /** @param array<string, LinearRgb> $means */
    private function __construct(private readonly Scene $scene, private readonly int $row, private readonly array $means)
    {
        $this->look = $scene->look($row);
        $this->habits = $scene->habits[$row];
        $this->key = $this->look->key();
    }

    private function bare(int $channel): float
    {
        return $this->look->rgb(0.0)[$channel];
    }

    private function deposit(string $cell): float
    {
        return -log(max(1e-3, $this->means[$cell]->toArray()[$this->key]) / $this->bare($this->key));
    }

    private function filmDeposit(float $thickness, int $channel): float
    {
        return $this->look->deposit($thickness, $channel);
    }

    /** Deposit per unit of thickness where the film is all but nothing. */
    private function thinSlope(int $channel): float
    {
        return $this->filmDeposit(1e-4, $channel) / 1e-4;
    }

    private function clearSteps(): int
    {
        $steps = array_map(fn ($cell) => $this->means[$cell->id]->toLab(), $this->scene->layout->cellsOf($this->row, CellRole::Ladder));
        $last = array_shift($steps);
        $clear = 1;
        while ($steps !== []) {
            $next = array_shift($steps);
            if ($last !== null && $next !== null && Likeness::dE00($last, $next) >= 5) {
                [$last, $clear] = [$next, $clear + 1];
            }
        }

        return $clear;
    }

    /** @return array{spreadMm: float, softnessMm: float} */
    private function touch(): array
    {
        $at = fn (float $distance): float => $this->filmDeposit(BlockPainter::MIDDLE * BlockPainter::touchShare($this->habits, $distance, $this->habits->spreadMm), $this->key);
        $middle = $at(0.5);
        [$high, $half, $low] = array_map(static fn (float $share): float => self::crossing($at, $share * $middle, 0.0, 40.0), [0.8, 0.5, 0.2]);

        return ['spreadMm' => 2 * $half, 'softnessMm' => $low - $high];
    }

    /** @return array{widthMm: float, class: string} */
    private function pulled(): array
    {
        $at = fn (float $beyond): float => $this->filmDeposit(BlockPainter::MIDDLE * BlockPainter::pulledShare($this->habits, $beyond), $this->key);
        $band = $at(-6.0);
        $width = self::crossing($at, 0.2 * $band, 0.0, 60.0) - self::crossing($at, 0.8 * $band, 0.0, 60.0);

        return ['widthMm' => $width, 'class' => $this->habits->rim > 0 || $width < 2.0 ? 'hard line' : 'soft'];
    }

    /** Scatter of (a*, b*) over the wash's sampled place at one amount in a channel, of the film without grains, as a blur of half a millimetre leaves it. */
    private function clumps(int $channel): float
    {
        if ($this->habits->clump <= 0) {
            return 0.0;
        }
        $colours = array_map(fn (int $i): Lab => $this->atAmount($i / 10, $channel, 0.875), range(-10, 10));
        $cell = $this->scene->layout->cellsOf($this->row, CellRole::Wash)[0]->area;
        $as = $bs = [];
        for ($y = $cell->y; $y < $cell->bottom(); $y += 0.8) {
            for ($x = $cell->x; $x < $cell->right(); $x += 0.8) {
                // Nine by nine places around, weighted as a Gaussian of half a millimetre.
                $drift = $weights = 0.0;
                for ($i = -4; $i <= 4; $i++) {
                    for ($j = -4; $j <= 4; $j++) {
                        $weight = exp(-($i ** 2 + $j ** 2) / 8);
                        $drift += $weight * BlockPainter::clumped($this->scene, $this->habits, $x + 0.25 * $i, $y + 0.25 * $j);
                        $weights += $weight;
                    }
                }
                $place = 10 + 10 * max(-0.999, min(0.999, $drift / $weights));
                $seen = $colours[(int) $place]->towards($colours[(int) $place + 1], $place - (int) $place);
                $as[] = $seen->a;
                $bs[] = $seen->b;
            }
        }
        $variance = static function (array $of): float {
            $mean = array_sum($of) / count($of);

            return array_sum(array_map(static fn (float $v): float => ($v - $mean) ** 2, $of)) / count($of);
        };

        return sqrt($variance($as) + $variance($bs));
    }

    /** Share of the sampled place that is thinner than gives 0.6 of the wash's deposit. */
    private function stars(): float
    {
        $window = $this->scene->layout->windowOf($this->row, BlockKind::Salt) ?? throw new \LogicException('Salt has a window.');
        [, $thicknessAt] = BlockPainter::of($this->scene, $window, BlockKind::Salt);
        $level = 0.6 * $this->filmDeposit(BlockPainter::MIDDLE, $this->key);
        $cell = $this->scene->layout->cellsOf($this->row, CellRole::Salt)[0]->area;
        $stars = $n = 0;
        for ($y = $cell->y; $y < $cell->bottom(); $y += 0.2) {
            for ($x = $cell->x; $x < $cell->right(); $x += 0.2, $n++) {
                $stars += $this->filmDeposit($thicknessAt($x, $y), $this->key) < $level ? 1 : 0;
            }
        }

        return $stars / $n;
    }

    /** Where a falling function passes a level. */
    private static function crossing(\Closure $at, float $level, float $from, float $to): float
    {
        for ($i = 0; $i < 60; $i++) {
            $middle = ($from + $to) / 2;
            [$from, $to] = $at($middle) > $level ? [$middle, $to] : [$from, $middle];
        }

        return $from;
    }

    /** Distance in (a*, b*) of the film as it is at the two outermost sampled places of the tilted strip, at one amount in a channel. */
    private function separation(int $channel): float
    {
        $strip = $this->scene->layout->windowOf($this->row, BlockKind::Tilt)->painted ?? throw new \LogicException('A tilted strip is painted.');
        $cells = $this->scene->layout->cellsOf($this->row, CellRole::Tilt);
        [$one, $other] = array_map(
            fn (Cell $cell): Lab => $this->atAmount($this->habits->drift * 2 * (($cell->area->centre()->x - $strip->x) / $strip->width - 0.5), $channel, BlockPainter::MIDDLE),
            [$cells[0], $cells[count($cells) - 1]],
        );

        return hypot($other->a - $one->a, $other->b - $one->b);
    }

    /** Colour of the drifted film where it is as thick as gives, in one channel, the deposit of the film that has not drifted. */
    private function atAmount(float $drift, int $channel, float $thickness): Lab
    {
        return $this->look->lab($this->look->thicknessAt($this->look->deposit($thickness, $channel), $channel, $drift), $drift);
    }
}
