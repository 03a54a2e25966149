<?php

declare(strict_types=1);

namespace MarshTrial\Core\Imaging;

/** One channel of a rectangle of the card, area-averaged to an even grid; sample (column, row) is at row * columns + column. */
final readonly class GrainMap
{
    public function __construct(
        public int $columns,
        public int $rows,
        public float $pitchMm,
        /** @var list<float> linear light */
        public array $values,
    ) {}
}
