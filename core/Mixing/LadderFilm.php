<?php

declare(strict_types=1);

namespace MarshTrial\Core\Mixing;

use MarshTrial\Core\Bench\RowReadings;
use MarshTrial\Core\Bench\StrokeStep;
use MarshTrial\Core\Card\Blocks\SteppedLadder;
use MarshTrial\Core\Card\CellId;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Colour\Spectrum;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Imaging\CellReading;
use MarshTrial\Core\Measuring\CardMeasurement;
use MarshTrial\Core\Optics\Deposit;
use MarshTrial\Core\Rating\Scale;

/** Films of the rows of a measured card: from counted drops where they were counted, from the graded stroke, or both together. */
final class LadderFilm
{
    /** Deposit that a place too deep to be read is taken to begin with. */
    private const TOO_DEEP = 3.0;

    /**
     * @param array<string, Spectrum> $spectra what an instrument read, by cell
     *
     * @return array<int, PaintFilm> by row; rows whose ladder tells no film are left out
     */
    public static function ofCard(Scale $scale, CardMeasurement $measurement, array $spectra = []): array
    {
        $out = [];
        foreach ($measurement->rows as $row) {
            try {
                $film = self::ofRow($scale, $row, $spectra);
            } catch (CoreException) {
                continue;
            }
            if ($film !== null) {
                $out[$row->row] = $film->readBy($measurement->scan->calibration->meanResidual());
            }
        }

        return $out;
    }

    /**
     * @param array<string, Spectrum> $spectra by cell
     *
     * @return PaintFilm|null null where there is no ladder
     *
     * @throws CoreException with a sentence where it has too few places
     */
    public static function ofRow(Scale $scale, RowReadings $row, array $spectra = []): ?PaintFilm
    {
        $ladder = $row->fields(CellRole::Ladder);
        if ($row->key === null || ($row->steps === [] && $ladder === [])) {
            return null;
        }
        $key = $row->key;
        $deposit = static fn (CellReading $r): ?float => Deposit::of($r->rgb, $row->paper->rgb)->in($key);
        $places = [];
        $perDrop = 1.0;
        if ($ladder !== []) {
            $drops = array_map(static fn (float $share): float => $share * SteppedLadder::MADE_UP_TO_DROPS, SteppedLadder::concentrations(count($ladder)));
            foreach ($ladder as $i => $reading) {
                $places[] = new FilmPlace($reading->rgb, null, $drops[$i], $scale->film->countedSd, $spectra[CellId::of($row->row, CellRole::Ladder, $i + 1)] ?? null);
            }
            $known = array_filter(array_map($deposit, $ladder), static fn (?float $d): bool => $d !== null && $d >= $scale->depths->least);
            $rates = array_map(static fn (int $i, float $d): float => $d / $drops[$i], array_keys($known), $known);
            sort($rates);
            $perDrop = $rates === [] ? 1.0 : $rates[intdiv(count($rates), 2)];
        }
        foreach ($row->steps as $i => $step) {
            $d = $step->deposit->in($key) ?? self::TOO_DEEP + 0.2 * (count($row->steps) - $i) / count($row->steps);
            $places[] = new FilmPlace($step->onPaper->rgb, $step->onBlack?->rgb, max(0.02, $d) / $perDrop, $ladder === [] && $i === 0 ? $scale->film->deepestSd : $scale->film->gradedSd);
        }
        // Too broad for a ladder, a wash is where an instrument is put down.
        foreach ([CellRole::Wash, CellRole::LiftNone] as $role) {
            [$reading, $read] = [$row->first($role), $spectra[CellId::of($row->row, $role)] ?? null];
            if ($reading !== null && $read !== null) {
                $places[] = new FilmPlace($reading->rgb, null, max(0.02, $deposit($reading) ?? self::TOO_DEEP) / $perDrop, $scale->film->gradedSd, $read);
            }
        }
        $ink = array_filter($row->steps, static fn (StrokeStep $s): bool => $s->onBlack !== null) === [] ? null : ($row->bareLine[0]->rgb ?? null);

        return FilmFit::of($scale, $places, $row->paper->rgb, $ink, $key, $ladder !== [], $spectra[CellId::of($row->row, CellRole::Paper)] ?? null);
    }
}
