<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card;

/** A part of the sheet that may be cut off and scanned at an angle of its own. */
final readonly class Piece
{
    public function __construct(
        /** "whole", "kept" or "exposed". */
        public string $id,
        public Rect $outline,
        /** @var list<Fiducial> four, in the order upper left (the ring), upper right, lower right, lower left */
        public array $marks,
        public Rect $codeArea,
    ) {}

    /** Four marks set in by $insetMm from the corners of the outline. */
    public static function withMarks(string $id, Rect $outline, float $insetMm, float $sizeMm, Rect $codeArea): self
    {
        $left = $outline->x + $insetMm;
        $right = $outline->right() - $insetMm;
        $top = $outline->y + $insetMm;
        $bottom = $outline->bottom() - $insetMm;

        return new self($id, $outline, [
            new Fiducial("$id-upper-left", new Point($left, $top), $sizeMm, FiducialShape::Ring),
            new Fiducial("$id-upper-right", new Point($right, $top), $sizeMm, FiducialShape::Disc),
            new Fiducial("$id-lower-right", new Point($right, $bottom), $sizeMm, FiducialShape::Disc),
            new Fiducial("$id-lower-left", new Point($left, $bottom), $sizeMm, FiducialShape::Disc),
        ], $codeArea);
    }
}
