<?php

declare(strict_types=1);

namespace MarshTrial\Core\Rating\Scale;

/** The course of fading over several checks. */
final readonly class Course
{
    public function __construct(
        /** Uncertainties by which a change must go back, or its rate rise, to be said so (own). */
        public float $sigmas = 2.0,
        /** Standard deviations of the dose that go into categories and projections at a dose (own, simulated). */
        public float $doseSigmas = 2.0,
        /** Checks from which on something is projected (own). */
        public int $leastChecks = 3,
        /** Furthest that is projected, as a multiple of the last dose (own). */
        public float $furthest = 10.0,
        /** Uncertainties of the last change that a projection is wider by (own, simulated). */
        public float $margin = 1.28,
        /** The same of its last step (own, simulated). */
        public float $slopeMargin = 1.81,
        /** Uncertainties of the last change within which it must stay at a further dose to hold plainly (own, simulated). */
        public float $plainMargin = 2.0,
        /** Share of the step between two checks that a colour half way between them is unsure by (own, simulated). */
        public float $between = 0.15,
        /** Step between two checks beyond which they are too far apart to tell what lies between, dE*ab (own). */
        public float $apart = 6.0,
        /** Offset of the dose before its logarithm, Mlx h (own). */
        public float $offsetMlxh = 0.5,
        /** Change that is just to be noticed, dE_F: grade 4 of the grey scale (ISO 105-A02, memory). */
        public float $noticeable = 1.7,
        /** Share of the whole change from which on most of it has happened (own). */
        public float $settled = 0.9,
    ) {}
}
