<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

use MarshTrial\Core\Card\Block;
use MarshTrial\Core\Card\Cell;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Card\Rect;
use MarshTrial\Core\Card\Window;

/** A practised but human hand that paints one window. */
final readonly class Hand
{
    /** Thickness in the middle of blot, touch, band, salted wash and tilted strip. */
    public const MIDDLE = 0.9;

    /** How far equal loads of the hand differ. */
    private const LOADS = 0.025;

    public Habits $habits;

    /** What is painted of the window. */
    public Rect $painted;

    public SeededRandom $chance;

    public function __construct(public Scene $scene, public Window $window)
    {
        $this->habits = $scene->habits[$window->row];
        $this->painted = $window->painted ?? $window->area;
        $this->chance = SeededRandom::keyed("block|{$scene->layout->uuid}|$window->row|$window->use");
    }

    /** One load of the brush against the usual one. */
    public function load(): float
    {
        return 1 + $this->chance->between(-1.7, 1.7) * self::LOADS;
    }

    /** @return list<Cell> */
    public function cells(CellRole $role): array
    {
        return $this->scene->layout->cellsOf($this->window->row, $role);
    }

    public function unevenness(float $x, float $y): float
    {
        return 1 + 0.02 * $this->scene->unevenness->at($x, $y);
    }

    /** One even field. */
    public function even(float $thickness): Laid
    {
        return new Laid([$this->painted], fn (float $x, float $y): float => $thickness * $this->unevenness($x, $y));
    }

    /**
     * Fields side by side, each with a load of its own.
     *
     * @param list<float> $thickness one per cell of the role
     */
    public function fields(CellRole $role, array $thickness): Laid
    {
        $rects = array_map(static fn (Cell $c): Rect => Rect::around($c->area->centre()->x, $c->area->centre()->y, $c->area->width + 2 * Block::FIELD_MARGIN_MM, $c->area->height + 2 * Block::FIELD_MARGIN_MM), $this->cells($role));
        $thickness = array_map(fn (float $t): float => $t * $this->load(), $thickness);

        return new Laid($rects, function (float $x, float $y) use ($rects, $thickness): float {
            foreach ($rects as $i => $rect) {
                if ($x <= $rect->right() + 1) {
                    return $thickness[$i] * $this->unevenness($x, $y);
                }
            }

            return $thickness[count($thickness) - 1];
        });
    }

    /** From 0 to 1 over a seam of the given half width, mm. */
    public static function step(float $beyondMm, float $halfMm): float
    {
        return min(1.0, max(0.0, 0.5 + $beyondMm / (2 * $halfMm)));
    }
}
