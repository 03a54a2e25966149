<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card;

/** A place that is sampled. */
final readonly class Cell
{
    public function __construct(
        public string $id,
        public string $piece,
        public int $row,
        public CellRole $role,
        /** Steps count from 1, full strength first; 0 where the role has no steps. */
        public int $step,
        public Rect $area,
    ) {}
}
