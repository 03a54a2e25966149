<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Colour\Bands;
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
        $random = SeededRandom::keyed("instrument|$layout->uuid|$seed|$visit");
        $out = [];
        foreach (Matching::order($layout) as $cell) {
            $film = $scene->films[$cell->row];
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
            $spectrum = self::spectrumOf($scene, $film, $thickness, $cell->piece);
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

    /** What such an instrument sees of a film over paper, surface light included. */
    private static function spectrumOf(Scene $scene, Film $film, float $thickness, string $piece): Spectrum
    {
        $one = array_fill(0, Bands::COUNT, 0.0);
        $each = array_map(static fn (int $i): array => [...array_slice($one, 0, $i), 1.0, ...array_slice($one, $i + 1)], array_keys($one));
        $seen = FilmTable::at($film, $film->k(), $film->s(), $thickness, $scene->sheet, $scene->paperOf($piece), $scene->ink, $each);

        return Bands::spectrum(array_column($seen, 0));
    }

    private static function bell(SeededRandom $random): float
    {
        return $random->between(-1, 1) + $random->between(-1, 1) + $random->between(-1, 1);
    }
}
