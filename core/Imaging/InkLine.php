<?php

declare(strict_types=1);

namespace MarshTrial\Core\Imaging;

/** The black line as it was found in its window, in millimetres on the card. */
final readonly class InkLine
{
    public function __construct(
        private float $x0,
        private float $y0,
        private float $slope,
        public float $widthMm,
        /** @var array<int, array{0: float, 1: float}> places seen on the way: x => distance from the straight line */
        private array $bends = [],
    ) {}

    /** Height of the line's centre at a place along it. */
    public function centreAt(float $x): float
    {
        $bend = 0.0;
        $least = INF;
        foreach ($this->bends as [$at, $offset]) {
            if (abs($at - $x) < $least && abs($at - $x) < 8) {
                [$least, $bend] = [abs($at - $x), $offset];
            }
        }

        return $this->y0 + $this->slope * ($x - $this->x0) + $bend;
    }

    /** Half of the width that is surely ink. */
    public function coreHalfMm(): float
    {
        return $this->widthMm / 2 - 0.7;
    }
}
