<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card;

/** An opening of the frame, and what is painted in it. */
final readonly class Window
{
    public function __construct(
        public string $piece,
        public int $row,
        /** "paper", "depth", "own", or the value of a block kind. */
        public string $use,
        public Rect $area,
        /** Where the paint is meant to go. */
        public ?Rect $painted,
    ) {}
}
