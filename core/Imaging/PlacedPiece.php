<?php

declare(strict_types=1);

namespace MarshTrial\Core\Imaging;

use MarshTrial\Core\Card\CardCode;
use MarshTrial\Core\Card\Piece;
use MarshTrial\Core\Card\Point;

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
        /** Which of the marks was not seen, in their order; null: all were. */
        public ?int $absent = null,
        /** How far paper beside print is lighter than paper, as a share of the step: what sharpening leaves. */
        public float $halo = 0.0,
    ) {}

    /** How far a place may lie from where it is taken to be because a mark is covered in a photograph, mm: most at the covered one (own, simulated). */
    public function offByThreeMm(Point $place): float
    {
        if ($this->absent === null) {
            return 0.0;
        }
        $o = $this->piece->outline;
        $missing = $this->piece->marks[$this->absent]->centre;
        $along = static fn (float $v, float $from, float $size, bool $high): float => max(0.0, min(1.0, $high ? ($v - $from) / $size : 1 - ($v - $from) / $size));

        return self::OFF_BY_THREE_MM * $along($place->x, $o->x, $o->width, $missing->x > $o->centre()->x) * $along($place->y, $o->y, $o->height, $missing->y > $o->centre()->y);
    }

    private const OFF_BY_THREE_MM = 1.5;
}
