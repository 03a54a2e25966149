<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

use MarshTrial\Core\Capture\Claim;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Imaging\GrainMap;
use MarshTrial\Core\Imaging\Patch;

/** A row with all that a measure may ask of it: its readings, closer looks into its cells, and what is known of the picture. */
final class RowUnderTest
{
    /** Scanners that call themselves 254 dots per inch may be a little short of it. */
    private const DPI_SHORT = 2;

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
        public readonly ScanFacts $facts,
        public readonly SurfaceLight $surface,
        public readonly bool $jpeg,
    ) {
        $this->dpi = $facts->dpiAt($layout->cellsOf($row->row, CellRole::Paper)[0]);
        $this->contrastUncertainty = $facts->calibration->contrastUncertainty();
        $this->claim = $facts->calibration->claim;
        $wash = $row->first(CellRole::Wash);
        $this->inLuminance = $jpeg && $wash !== null && $row->key !== null && Granulation::luminancePerAmount($row, $wash) > BenchScale::GRAIN_IN_LUMINANCE;
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
            $this->row->key === null || $this->dpi < BenchScale::GRAIN_LEAST_DPI - self::DPI_SHORT => null,
            $this->inLuminance => $this->meter->luminance($this->row->row, $role, BenchScale::GRAIN_PITCH_MM, ...$windowMm),
            default => $this->meter->map($this->row->row, $role, BenchScale::GRAIN_PITCH_MM, $this->row->key, ...$windowMm),
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
