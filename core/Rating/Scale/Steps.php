<?php

declare(strict_types=1);

namespace MarshTrial\Core\Rating\Scale;

/** Clear steps from full strength to the palest, and the hue along them. */
final readonly class Steps
{
    public function __construct(
        /** Difference of two neighbouring steps of a ladder that counts as clear, dE00 (own). */
        public float $clear = 5.0,
        /** A pale end nearer to the paper than this, dE00, is lost (own). */
        public float $paleEndLost = 2.0,
        /** Chroma below which a hue is not spoken of (own). */
        public float $leastChroma = 6.0,
        /** What the stroke's length is uncertain by, dE00, beyond the scatter of the cells at its ends (own, simulated). */
        public float $systematicDe = 0.2,
        /** Hue of a place, degrees, beyond the scatter of its cell (own, simulated). */
        public float $systematicHueDeg = 0.3,
        /** Places between two sampled ones at which the stroke is looked up (own). */
        public int $between = 40,
        /** Share by which a field may fall behind its neighbour before their order is doubted (own; equal loads differ by a few percent). */
        public float $outOfOrder = 0.12,
    ) {}
}
