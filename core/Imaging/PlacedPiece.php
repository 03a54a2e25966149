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
        public Homography $placement,
        public CardCode $code,
        /** Mean resolution on the card, dots per inch. */
        public float $dpi,
        /** Clockwise turn of the piece in the picture, degrees. */
        public float $rotationDeg,
    ) {}
}
