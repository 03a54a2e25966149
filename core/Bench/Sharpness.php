<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

/** What a picture keeps of fine detail: softness, halos of sharpening, compression. */
final readonly class Sharpness
{
    /** Softness of printed edges that sampling alone leaves, mm, and how fast grain fades beyond it, per mm2 (own, simulated). */
    private const SHARP_MM = 0.085;

    private const FADES = 14.0;

    /** What halos add to grain, as a share of it per share of halo (own, simulated). */
    private const HALO = 1.6;

    /** What compression with loss adds to or takes from grain: read from luminance, and from a channel of colour (own, simulated). */
    private const COMPRESSED = [0.008, 0.022];

    public function __construct(
        /** Softness of printed edges, mm (standard deviation of the blur). */
        public float $blurMm = 0.0,
        /** How far paper beside print is lighter than paper, as a share of the step. */
        public float $halo = 0.0,
        /** Compressed with loss. */
        public bool $lossy = false,
    ) {}

    /** Whether printed edges are softer than grains. */
    public function isSoft(): bool
    {
        return $this->blurMm > BenchScale::GRAIN_SOFT_MM;
    }

    /** What grain is multiplied with to make up for softness. */
    public function gain(): float
    {
        return 1 + self::FADES * max(0.0, min(BenchScale::GRAIN_SOFT_MM, $this->blurMm) ** 2 - self::SHARP_MM ** 2);
    }

    /** What grain is uncertain by for these reasons (one standard deviation). */
    public function ofGrain(float $grain, bool $inLuminance): float
    {
        return sqrt((($this->gain() - 1) * $grain) ** 2 + (self::HALO * $this->halo * $grain) ** 2 + ($this->lossy ? (self::COMPRESSED[$inLuminance ? 0 : 1] + 0.06 * $grain) ** 2 : 0.0));
    }
}
