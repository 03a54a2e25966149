<?php

declare(strict_types=1);

namespace MarshTrial\Core\Fading;

use MarshTrial\Core\Card\CellId;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Daylight\Dose;
use MarshTrial\Core\Rating\Ladder;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\RatingStatus;
use MarshTrial\Core\Rating\Scale;

/** Draws the findings of one row's depths together. */
final class FadeRow
{
    public const FORMULA = 'dE*ab, corrected and beyond noise, at deposit 0.92; categories from y − 3u to (y + 3u) × 38.5 Mlx h / dose';

    /**
     * The lightfastness of a row at reference depth.
     *
     * @param non-empty-list<FadeFinding> $findings one per depth
     * @param bool $hung that it hung in light, however much that was
     */
    public static function rate(Scale $scale, array $findings, ?float $doseMlxh, float $doseUncertainty = 0.0, bool $hung = false): Rating
    {
        $row = $findings[0]->row;
        $cells = [];
        foreach (['kept', 'exposed'] as $piece) {
            foreach ($findings as $finding) {
                $cells[] = CellId::ofHalf($piece, $row, CellRole::Depth, $finding->depth);
            }
        }
        $places = [];
        foreach ($findings as $finding) {
            if ($finding->deposit !== null) {
                $places[] = [
                    'deposit' => $finding->deposit, 'y' => $finding->beyondNoise, 'raw' => $finding->rawBeyondNoise,
                    'least' => min($finding->least, $finding->beyondNoise), 'greatest' => max($finding->greatest, $finding->beyondNoise), 'u' => $finding->uncertainty,
                ];
            }
        }
        if ($places === [] || max(array_column($places, 'deposit')) < $scale->depths->least) {
            return Rating::without($scale, $row, 'lightfastness', RatingStatus::NotTested, 'Nothing was painted in this row.', $cells);
        }
        $outcome = self::outcome($scale, $findings, $doseMlxh ?? 0.0);
        $numbers = ['outcome' => $outcome->value, 'doseMlxh' => $doseMlxh, 'referenceDoseMlxh' => $scale->fade->referenceDoseMlxh];
        if (! $hung && ($doseMlxh === null || $doseMlxh <= 0)) {
            return Rating::without($scale, $row, 'lightfastness', RatingStatus::NotTested, 'Not exposed yet: this is the reading before hanging.', $cells, $numbers);
        }
        $at = Ladder::at($scale, $scale->depths->reference, $places, ['y', 'raw', 'least', 'greatest', 'u']);
        if ($at === null) {
            return Rating::without($scale, $row, 'lightfastness', RatingStatus::NotReached, 'No step of this row comes near reference depth (deposit 0.92); the other depths are given beside it.', $cells, $numbers, self::FORMULA);
        }
        $largePaper = array_filter($findings, static fn (FadeFinding $f): bool => $f->remarks !== [] && $f->paperChange > $scale->fade->largePaperChange) !== [];
        $categories = LightfastnessScale::possible($scale, $largePaper ? $at['least'] : $at['y'], $largePaper ? $at['greatest'] : $at['y'], $at['u'], $doseMlxh, $doseUncertainty);
        $numbers['rawDeltaE'] = $at['raw'];
        $remarks = array_values(array_unique(array_merge([FadeComparison::wording($scale, $outcome, $doseMlxh) ?? 'nobody knows how much light it met'], ...array_map(static fn (FadeFinding $f): array => $f->remarks, $findings))));

        return Rating::measured($scale, $row, 'lightfastness', $at['y'], $at['u'], $scale->fade->classes, $scale->depths->reference, $remarks, $cells, $numbers, self::FORMULA)
            ->withPossible($categories);
    }

    /**
     * The row's outcome, as its course would tell it.
     *
     * @param non-empty-list<FadeFinding> $findings
     */
    public static function outcome(Scale $scale, array $findings, float $doseMlxh = 0.0): Outcome
    {
        $courses = [];
        foreach ($findings as $finding) {
            $courses[$finding->depth] = new FadeSeries($scale, [$finding->reading(new Dose($doseMlxh))]);
        }

        return LightVerdict::of($scale, $courses)->word->outcome();
    }
}
