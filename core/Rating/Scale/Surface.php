<?php

declare(strict_types=1);

namespace MarshTrial\Core\Rating\Scale;

/** Light that the surface of paint and ink mirrors, as strokes over a line tell it. */
final readonly class Surface
{
    public function __construct(
        /** Share of the darkest place over a line that is taken for surface reflection and stray light where nothing else tells (own, simulated). */
        public float $floorShare = 0.7,
        /** One standard deviation of that share (own, simulated). */
        public float $floorSpread = 0.22,
        /** The same where nothing but one stroke is in the picture, as of a swatch (own, simulated). */
        public float $floorAlone = 0.45,
        /** Between two paints of one card, matt and shiny, one standard deviation (own). */
        public float $betweenPaints = 0.0022,
        /** How far ink and paint may mirror differently where no stroke tells, one standard deviation, share of white (own). */
        public float $inkUnknown = 0.005,
        /** The same where a stroke tells (own). */
        public float $inkTold = 0.0015,
        /** A stroke tells of its own surface to better than this, or is left to the others (own). */
        public float $telling = 0.004,
        /** Deviations from the others beyond which a stroke keeps its own (own). */
        public float $apart = 3.0,
        /** @var array{float, float, float} What a value over the line may be off by: fixed part, share of it, and share of the body's own light, which three broad channels tell only about (own, simulated). */
        public array $reading = [0.0015, 0.02, 0.1],
        /** What the surface light is uncertain by for the same reason (own, simulated). */
        public float $systematic = 0.0012,
        /** How far surface light of ink and of paint may lie apart (own). */
        public float $inkAgainstPaint = 0.008,
        /** Scattering falls with the wavelength to this power (own). */
        public float $fall = 0.6,
        /** How far that power may be another one (own). */
        public float $fallSpread = 0.6,
        /** @var array{float, float} Shares that pass between which the amount of paint is read off a channel (own). */
        public array $readable = [0.28, 0.97],
    ) {}
}
