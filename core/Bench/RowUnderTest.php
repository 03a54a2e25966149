<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

use MarshTrial\Core\Capture\Claim;
use MarshTrial\Core\Capture\PictureFacts;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Imaging\GrainMap;
use MarshTrial\Core\Imaging\Patch;
use MarshTrial\Core\Rating\Rating;

/** A row with all that a measure may ask of it: its readings, closer looks into its cells, and what is known of the picture. */
final class RowUnderTest
{
    /** Dots per inch where this row lies. */
    public readonly float $dpi;

    public readonly float $contrastUncertainty;

    public readonly ?Claim $claim;

    /** Grain is read from luminance: compression with loss keeps it and thins out colour. */
    public readonly bool $inLuminance;

    /** @var array<string, Rating> those made so far, by property */
    private array $rated = [];

    public function __construct(
        public readonly RowReadings $row,
        public readonly CardLayout $layout,
        private readonly RowMeter $meter,
        public readonly PictureFacts $facts,
        public readonly SurfaceLight $surface,
        public readonly bool $jpeg,
    ) {
        $this->dpi = $facts->dpiAt($layout->cellsOf($row->row, CellRole::Paper)[0]);
        $this->contrastUncertainty = $facts->calibration->contrastUncertainty();
        $this->claim = $facts->calibration->claim;
        $wash = $row->first(CellRole::Wash);
        $this->inLuminance = $jpeg && $wash !== null && $row->key !== null && Granulation::luminancePerAmount($row, $wash) > $row->scale->grain->inLuminance;
    }

    /** The key channel of a cell; null where there is none. */
    public function map(CellRole $role, float $pitchMm): ?GrainMap
    {
        return $this->row->key === null ? null : $this->meter->map($this->row->row, $role, $pitchMm, $this->row->key);
    }

    /**
     * The middle of a cell, fine enough for grain; null where the picture is too coarse for it.
     *
     * @param array{0: float, 1: float} $windowMm width and height
     */
    public function fine(CellRole $role, array $windowMm): ?GrainMap
    {
        return match (true) {
            $this->row->key === null || $this->dpi < $this->row->scale->grain->leastDpi - $this->row->scale->grain->dpiShort => null,
            $this->inLuminance => $this->meter->luminance($this->row->row, $role, $this->row->scale->grain->pitchMm, ...$windowMm),
            default => $this->meter->map($this->row->row, $role, $this->row->scale->grain->pitchMm, $this->row->key, ...$windowMm),
        };
    }

    /** All channels of a cell, the nearest pixel at every place. */
    public function patch(CellRole $role, float $pitchMm): ?Patch
    {
        return $this->row->key === null ? null : $this->meter->patch($this->row->row, $role, $pitchMm);
    }

    /**
     * The row's rating by a measure, made once.
     *
     * @param class-string<Measure> $measure
     */
    public function rated(string $measure): Rating
    {
        return $this->rated[$measure] ??= $measure::rate($this);
    }
}
