<?php

declare(strict_types=1);

namespace MarshTrial\Core\Imaging;

use MarshTrial\Core\Card\CardCode;
use MarshTrial\Core\Card\Piece;

/** A piece of a card found in a picture. */
final readonly class PlacedPiece
{
    public function __construct(
        public Piece $piece,
        public Placement $placement,
        public CardCode $code,
        /** Mean resolution on the card, dots per inch. */
        public float $dpi,
        /** Clockwise turn of the piece in the picture, degrees. */
        public float $rotationDeg,
        /** How far the printed code lies from where the marks say, mm, and the scatter of its edges. */
        public float $residualMm = 0.0,
        public float $edgeScatterMm = 0.0,
        /** Marks that were seen: 3 or 4. */
        public int $marksSeen = 4,
        /** Softness of printed edges, mm (standard deviation of the blur). */
        public float $blurMm = 0.0,
    ) {}
}
