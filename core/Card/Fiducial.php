<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card;

/** A printed position mark of one piece. */
final readonly class Fiducial
{
    public function __construct(
        /** Such as "kept-upper-left". */
        public string $id,
        public Point $centre,
        /** Outer diameter, mm. */
        public float $sizeMm,
        public FiducialShape $shape,
    ) {}

    /** The corner in words, from the id. */
    public function corner(): string
    {
        return implode(' ', array_slice(explode('-', $this->id), -2));
    }
}
