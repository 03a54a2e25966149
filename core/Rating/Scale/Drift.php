<?php

declare(strict_types=1);

namespace MarshTrial\Core\Rating\Scale;

/** Separation: pigments that drift apart. */
final readonly class Drift
{
    public function __construct(
        /** @var non-empty-array<string, float> Upper limits of the separation along a tilted strip, dE (a*, b*) at one amount of paint (own). */
        public array $classes = ['none' => 2.0, 'slight' => 6.0, 'clear' => INF],
        /** @var non-empty-array<string, float> Upper limits of the scatter of hue and chroma within a wash at one amount of paint, dE (own). */
        public array $washClasses = ['none' => 0.7, 'slight' => 2.0, 'clear' => INF],
        /** What bringing to one amount leaves of paints that do not separate, dE (own, simulated). */
        public float $systematic = 0.5,
        /** The same with no stroke to tell the paint's own way, for amounts that differ by a factor of e, dE (own, simulated). */
        public float $withoutPath = 2.5,
        /** @var array{float, float} How well the slope of that way is known, with a stroke and without, share (own, simulated). */
        public array $slopeKnown = [0.08, 0.25],
        /** Fewest places along a strip that tell a slope (own). */
        public int $leastPlaces = 4,
        /** Sampling of a wash, mm (own). */
        public float $washPitchMm = 0.4,
        /** Blur of a wash that leaves what is wider than half a millimetre, mm (own). */
        public float $washSigmaMm = 0.5,
        /** What scanner and paper leave of the scatter within a wash, dE (own, simulated). */
        public float $washSystematic = 0.15,
        /** What a photograph’s noise and compression leave of it, dE (own, simulated). */
        public float $washSystematicNoisy = 0.35,
        /** Side of one independent sample, mm (own). */
        public float $washIndependentMm = 2.5,
        /** Fewest depths that make a path (own). */
        public int $leastDepths = 4,
    ) {}
}
