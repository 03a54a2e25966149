<?php

declare(strict_types=1);

namespace MarshTrial\Core\Imaging;

/** A rectangle of the card resampled to an even grid, linear sRGB; sample (column, row) is at row * columns + column. */
final readonly class Patch
{
    public function __construct(
        public int $columns,
        public int $rows,
        public float $pitchMm,
        /** @var list<float> */
        public array $r,
        /** @var list<float> */
        public array $g,
        /** @var list<float> */
        public array $b,
    ) {}

    /** @return list<float> */
    public function luminance(): array
    {
        $y = [];
        [$greens, $blues] = [$this->g, $this->b];
        foreach ($this->r as $i => $r) {
            $y[] = 0.2126390 * $r + 0.7151687 * $greens[$i] + 0.0721923 * $blues[$i];
        }

        return $y;
    }
}
