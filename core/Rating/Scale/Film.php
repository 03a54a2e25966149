<?php

declare(strict_types=1);

namespace MarshTrial\Core\Rating\Scale;

/** Films fitted to ladders, and mixtures that are expected of them. */
final readonly class Film
{
    public function __construct(
        /** Places with paint from which on a ladder tells a film (own). */
        public int $leastPlaces = 3,
        /** What a place may be off by in linear light, share of white, and share of itself (own, simulated). */
        public float $residual = 0.003,
        public float $residualShare = 0.01,
        /** Weight of second differences of the logarithm of absorption from band to band (own, simulated). */
        public float $smooth = 1.2,
        /** Usual logarithm of absorption for one unit, and the weight of keeping to it (own, simulated). */
        public float $usualLogK = -3.0,
        public float $levelWeight = 0.03,
        /** Usual logarithm of scattering for one unit, and its standard deviation (own, simulated). */
        public float $usualScatter = -3.5,
        public float $scatterSd = 1.5,
        /** Standard deviation of the logarithm of an amount by counted drops (own). */
        public float $countedSd = 0.12,
        /** The same of a place of a graded stroke, whose amount nobody counted, and of its deepest (own). */
        public float $gradedSd = 1.0,
        public float $deepestSd = 0.15,
        /** What an expected colour may be off by beside what the fit leaves open, dE00, 95 % (own, simulated). */
        public float $floor95 = 1.3,
        /** The same for every dE00 that the device is off by (own, simulated). */
        public float $device95 = 1.4,
        /** What a device is off by where nothing tells, dE00 (own). */
        public float $usualDevice = 1.4,
        /** What a painted mix may be off by for other reasons than strength, dE00 (own, simulated). */
        public float $fieldDe = 1.2,
        /** Standard deviation of the logarithm by which paints are stronger beside each other than their ladders say (own, simulated). */
        public float $strengthSd = 0.2,
        /** The same where the ladders were not counted (own). */
        public float $uncountedSd = 1.0,
    ) {}
}
