<?php

declare(strict_types=1);

namespace MarshTrial\Core\Rating\Scale;

/** Transparency: light that a paint’s own body sends back over black, and what the surface mirrors. */
final readonly class Body
{
    public function __construct(
        /** @var non-empty-array<string, float> Upper limits of the body over its luminance (own, simulated). */
        public array $classes = ['transparent' => 0.015, 'semi-transparent' => 0.03, 'semi-opaque' => 0.05, 'opaque' => INF],
        /** @var non-empty-array<string, float> The same for white and very pale paint, as applied (own, simulated). */
        public array $paleClasses = ['transparent' => 0.10, 'semi-transparent' => 0.25, 'semi-opaque' => 0.50, 'opaque' => INF],
        /** Masstone deposit below which a paint counts as white or very pale (own, simulated). */
        public float $paleMasstone = 0.20,
        /** Body over the line from which a paint that leaves the paper as it is counts as a white, not as nothing (own). */
        public float $leastWhite = 0.02,
        /** Chroma below which a masstone may be a black, where the deposit is above 1 in all channels (own, simulated). */
        public float $blackChroma = 8.0,
        /** Lightness L* below which, with so little chroma, a masstone is a black (own, simulated). */
        public float $blackLightness = 35.0,
        /** A line that is no darker than this share of the paper gives no class of transparency (own). */
        public float $paleLine = 0.2,
        /** @var array{float, float} What the body is uncertain by beyond surface light and line: share of it, and value over the line (own, simulated). */
        public array $systematic = [0.13, 0.0017],
        /** @var array{float, float} Range of the deposit between the two lines for which a transparency class is given (own, simulated). */
        public array $twoLineDepths = [0.4, 1.4],
        /** What scaling a value of the two lines to reference depth leaves open, as a share (own, simulated). */
        public float $twoLineScaling = 0.4,
    ) {}
}
