<?php

declare(strict_types=1);

namespace MarshTrial\Core\Capture;

use MarshTrial\Core\Rating\Scale;

/** What a picture keeps of fine detail: softness, halos of sharpening, compression. */
final readonly class Sharpness
{
    public function __construct(
        /** Softness of printed edges, mm (standard deviation of the blur). */
        public float $blurMm = 0.0,
        /** How far paper beside print is lighter than paper, as a share of the step. */
        public float $halo = 0.0,
        /** Compressed with loss. */
        public bool $lossy = false,
    ) {}

    /** Whether printed edges are softer than grains. */
    public function isSoft(Scale $scale): bool
    {
        return $this->blurMm > $scale->grain->softMm;
    }

    /** What grain is multiplied with to make up for softness. */
    public function gain(Scale $scale): float
    {
        return 1 + $scale->grain->fades * max(0.0, min($scale->grain->softMm, $this->blurMm) ** 2 - $scale->grain->sharpMm ** 2);
    }

    /** What grain is uncertain by for these reasons (one standard deviation). */
    public function ofGrain(Scale $scale, float $grain, bool $inLuminance): float
    {
        return sqrt((($this->gain($scale) - 1) * $grain) ** 2 + ($scale->grain->halo * $this->halo * $grain) ** 2 + ($this->lossy ? ($scale->grain->compressed[$inLuminance ? 0 : 1] + 0.06 * $grain) ** 2 : 0.0));
    }
}
