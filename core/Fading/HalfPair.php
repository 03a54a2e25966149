<?php

declare(strict_types=1);

namespace MarshTrial\Core\Fading;

use MarshTrial\Core\Imaging\CellReading;

/** One painted step on both halves, and the bare paper beside each, read from one picture. */
final readonly class HalfPair
{
    public function __construct(
        public int $row,
        /** 1 masstone, 2 middle, 3 tint. */
        public int $depth,
        public CellReading $kept,
        public CellReading $exposed,
        public CellReading $keptPaper,
        public CellReading $exposedPaper,
        /** What two places of one load may have differed by from the start where nobody read them before hanging, dE*ab, one standard deviation; null: as usual. */
        public ?float $mismatch = null,
    ) {}
}
