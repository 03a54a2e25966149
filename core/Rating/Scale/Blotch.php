<?php

declare(strict_types=1);

namespace MarshTrial\Core\Rating\Scale;

/** Evenness of a flat wash, and the direction of its streaks. */
final readonly class Blotch
{
    public function __construct(
        /** @var non-empty-array<string, float> Upper limits of the blotch of a flat wash (own, simulated). */
        public array $classes = ['even' => 0.03, 'slightly uneven' => 0.06, 'uneven' => 0.12, 'very uneven' => INF],
        /** Sampling for evenness, mm (own). */
        public float $pitchMm = 0.5,
        /** Blur for evenness, mm: what is left is wider than about 1.5 mm (own). */
        public float $sigmaMm = 0.75,
        /** Further blur before the direction of streaks is taken, mm (own, simulated). */
        public float $streakSigmaMm = 1.5,
        /** Share of the change in one direction from which a wash is called streaked (own, simulated). */
        public float $streakCoherence = 0.6,
        /** What paper and scanner leave of it (own, simulated). */
        public float $systematic = 0.004,
        /** @var array{array{float, float}, array{float, float}} Share of the grain's own variance that is left after the blur: small grains and large ones, by half width in mm (own; Gaussian grains of radius 0.1 and 0.2 mm). */
        public array $grainLeft = [[0.22, 0.044], [0.31, 0.142]],
        /** How well that is known, as a share (own). */
        public float $grainKnown = 0.3,
        /** What the blur leaves of the variance that changes from place to place, where the picture is too coarse for grain to be measured (own, simulated). */
        public float $leftOfSteps = 0.16,
        /** How well that is known, as a share (own, simulated). */
        public float $stepsKnown = 0.45,
        /** Side of the square that counts as one independent sample, mm (own). */
        public float $independentMm = 3.0,
    ) {}
}
