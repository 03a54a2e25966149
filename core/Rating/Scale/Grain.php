<?php

declare(strict_types=1);

namespace MarshTrial\Core\Rating\Scale;

/** Granulation, and what a picture must keep for it. */
final readonly class Grain
{
    public function __construct(
        /** @var non-empty-array<string, float> Upper limits of the grain (own). */
        public array $classes = ['none' => 0.04, 'slight' => 0.10, 'distinct' => 0.20, 'heavy' => INF],
        /** @var array{float, float} Range of the wash's deposit in which grain is measured (own). */
        public array $depths = [0.3, 1.2],
        /** Sampling of the grain, mm (own). */
        public float $pitchMm = 0.1,
        /** @var array{float, float} Finest and coarsest structure that counts as grain, mm (own). */
        public array $bandMm = [0.1, 0.5],
        /** @var array{float, float} Width and height of the part of a cell that is looked at, mm: some hundred grains are enough (own). */
        public array $windowMm = [12.0, 8.5],
        /** @var array{float, float} The same of bare paper, whose scatter is small and alike everywhere (own). */
        public array $paperWindowMm = [8.0, 5.0],
        /** Least resolution, dots per inch (own). */
        public int $leastDpi = 254,
        /** Scanners that call themselves 254 dots per inch may be a little short of it, dots per inch (own). */
        public int $dpiShort = 2,
        /** Rms lightness difference below which grain is there but hardly seen (own). */
        public float $visibleDl = 0.5,
        /** How fast luminance must change with the amount of paint for grain to be read from it in a JPEG (own). */
        public float $inLuminance = 0.12,
        /** Softness of printed edges (standard deviation of the blur) from which grain is only "at least", mm (own). */
        public float $softMm = 0.15,
        /** A soft picture may have lost this share of the grain (own). */
        public float $softLoss = 0.4,
        /** Softness of printed edges that sampling alone leaves, mm (own, simulated). */
        public float $sharpMm = 0.085,
        /** How fast grain fades with softness beyond it, per mm2 (own, simulated). */
        public float $fades = 14.0,
        /** What halos add to grain, as a share of it per share of halo (own, simulated). */
        public float $halo = 1.6,
        /** @var array{float, float} What compression with loss adds to or takes from grain: read from luminance, and from a channel of colour (own, simulated). */
        public array $compressed = [0.008, 0.022],
        /** Largest systematic part of the uncertainty: what paper and scanner noise may leave (own, simulated). */
        public float $systematic = 0.005,
        /** Step of the deposit over which a curve of tone is looked at (own). */
        public float $toneStep = 0.1,
        /** Only every so manyth column and row of the filtered map is looked at; the scatter is the same (own). */
        public int $stride = 2,
        /** A square that scatters this many times as much is crossed by something else than grain (own). */
        public float $crossed = 2.0,
        /** Side of the squares over which the usual scatter is found, mm (own). */
        public float $blockMm = 2.4,
        /** Side of the square that counts as one independent sample of the band-passed map, mm (own). */
        public float $independentMm = 0.5,
    ) {}
}
