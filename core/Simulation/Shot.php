<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

/** How a photograph is taken: where the camera stands, its lens, the light, and what goes wrong. */
final readonly class Shot
{
    public function __construct(
        /** Longer and shorter side of the frame, pixels. */
        public int $longPx = 4000,
        public int $shortPx = 3000,
        /** Tilt of the camera from straight above, degrees, and the side it is tilted to. */
        public float $tiltDeg = 0.0,
        public float $towardsDeg = 0.0,
        /** Turn of the card in the frame, degrees clockwise. */
        public float $rollDeg = 0.0,
        /** Share of the frame that the card fills when seen straight; less where it would not fit. */
        public float $fill = 0.55,
        /** Focal length as a share of the longer side. */
        public float $focal = 0.78,
        /** How far the lens bends straight lines: share of the half diagonal at the corner, barrel below zero. */
        public float $lens = 0.0,
        /** Brightest over darkest side of the card, and the direction of the brighter one, degrees. */
        public float $uneven = 1.0,
        public float $brighterDeg = 0.0,
        /** Falling off of light to the corners of the frame, share. */
        public float $vignette = 0.05,
        /** A shadow across the card: share of light taken, width of its edge in mm; 0: none. */
        public float $shadow = 0.0,
        public float $shadowEdgeMm = 80.0,
        /** Colour temperature of the light, K. */
        public float $kelvin = 5500.0,
        /** Value of a perfect white in the middle of the card, 0..1 of full scale in linear light. */
        public float $exposure = 0.85,
        /** Noise in 8-bit code values, standard deviation. */
        public float $noise = 1.2,
        /** Glare spots on the paint. */
        public int $glare = 0,
        /** Softness of the picture, pixels (standard deviation), and quality of the JPEG. */
        public float $blurPx = 0.5,
        public int $jpegQuality = 90,
        /** How far the sheet bulges in its middle, mm towards the camera. */
        public float $bulgeMm = 0.0,
    ) {}

    /** A photograph within the limits the program is to cope with. */
    public static function inside(int $seed, float $leastKelvin = 4000.0, float $mostKelvin = 7500.0): self
    {
        $random = SeededRandom::keyed("shot|$seed");

        return new self(
            tiltDeg: $random->between(0, 28),
            towardsDeg: $random->between(0, 360),
            rollDeg: 90 * $random->whole(0, 3) + $random->between(-9, 9),
            fill: $random->between(0.42, 0.6),
            focal: $random->between(0.68, 0.95),
            lens: $random->between(-0.02, 0.02),
            uneven: $random->between(1.0, 1.4),
            brighterDeg: $random->between(0, 360),
            vignette: $random->between(0.0, 0.12),
            kelvin: exp($random->between(log($leastKelvin), log($mostKelvin))),
            exposure: $random->between(0.7, 0.9),
            noise: $random->between(0.8, 1.6),
            blurPx: $random->between(0.4, 0.9),
            jpegQuality: $random->whole(80, 96),
        );
    }

    public function with(float $tiltDeg, float $kelvin): self
    {
        return new self(...array_replace(get_object_vars($this), ['tiltDeg' => $tiltDeg, 'kelvin' => $kelvin]));
    }
}
