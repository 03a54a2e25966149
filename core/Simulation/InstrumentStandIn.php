<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Colour\Illuminant;
use MarshTrial\Core\Colour\Spectrum;
use MarshTrial\Core\Exchange\Sample;
use MarshTrial\Core\Instrument\Matching;

/** Stands in for a hand-held spectral instrument: what it would read on the cells of a painted card, with its usual scatter. */
final class InstrumentStandIn
{
    /** Relative scatter of a reading put down anew, and of a single wavelength (own). */
    private const PLACE = 0.004;

    private const WAVELENGTH = 0.0015;

    /** @return list<Sample> one for every cell that it can be put on, named by the cell, 380 to 730 nm */
    public static function read(CardLayout $layout, int $seed, string $visit = ''): array
    {
        $scene = Scene::of($layout, $seed, 100, 0.0);
        $random = Chance::keyed("instrument|$layout->uuid|$seed|$visit");
        $out = [];
        foreach (Matching::order($layout) as $cell) {
            $film = $scene->films[$cell->row];
            $row = $layout->rows[$cell->row - 1];
            $thickness = match ($cell->role) {
                CellRole::Paper => 0.0,
                CellRole::Wash => 0.875,
                CellRole::LiftNone => 0.93,
                CellRole::LiftSoft => 0.93 * $film->leftBySoft,
                CellRole::LiftStiff => 0.93 * $film->leftByStiff,
                CellRole::Depth => Truth::FADE_THICKNESS[$cell->step],
                default => null,
            };
            if ($thickness === null) {
                continue;
            }
            $colour = $scene->appearance($film->k, $film->s, $thickness, $scene->paperOf($cell->piece));
            $spectrum = self::spectrumOf($cell->role === CellRole::Paper ? '' : "$row->specimen|$row->pigments", $colour);
            $place = 1 + self::PLACE * self::bell($random);
            $values = [];
            for ($nm = 380; $nm <= 730; $nm += 10) {
                $values[] = max(0.0, $spectrum->at($nm) * $place + self::WAVELENGTH * self::bell($random));
            }
            $read = new Spectrum(380, 10, $values);
            $out[] = new Sample($cell->id, $read->toLab(Illuminant::d65()), $read);
        }

        return $out;
    }

    /**
     * A spectrum of this paint whose colour under D65 is the scene's.
     *
     * @param array{0: float, 1: float, 2: float} $colour linear sRGB
     */
    private static function spectrumOf(string $paint, array $colour): Spectrum
    {
        $mixed = $colour;
        for ($i = 0; $i < 12; $i++) {
            $seen = Sensor::spectrum($paint, ...$mixed)->toLab(Illuminant::d65())->toXyz()->toLinearRgb()->toArray();
            foreach ($seen as $c => $v) {
                $mixed[$c] = max(0.002, $mixed[$c] * ($colour[$c] / max(0.002, $v)) ** 0.8);
            }
        }

        return Sensor::spectrum($paint, ...$mixed);
    }

    private static function bell(Chance $random): float
    {
        return $random->between(-1, 1) + $random->between(-1, 1) + $random->between(-1, 1);
    }
}
