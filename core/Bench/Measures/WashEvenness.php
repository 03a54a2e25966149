<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench\Measures;

use MarshTrial\Core\Bench\Evenness;
use MarshTrial\Core\Bench\Measure;
use MarshTrial\Core\Bench\RowUnderTest;
use MarshTrial\Core\Bench\SideBySide;
use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Rating\ClassScale;
use MarshTrial\Core\Rating\KeptRating;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\Quantity;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\Scale;
use MarshTrial\Core\Rating\Told;

/** Blotches and streaks of the flat wash that are no grain. */
final class WashEvenness implements Measure
{
    use Told;

    public static function property(): Property
    {
        return Property::Evenness;
    }

    public static function quantity(): Quantity
    {
        return new Quantity('mottle', 3);
    }

    public static function scale(Scale $scale): ClassScale
    {
        return new ClassScale($scale->blotch->classes);
    }

    public static function formula(): string
    {
        return Evenness::FORMULA;
    }

    public static function thresholds(Scale $scale): array
    {
        return [$scale->blotch, $scale->grain];
    }

    public static function weakness(): string
    {
        return 'It follows hand and paper as much as the paint. Heavy grain that is not separated from blotches at coarse resolution widens the uncertainty.';
    }

    public static function block(): BlockKind
    {
        return BlockKind::Wash;
    }

    public static function shownIn(): SideBySide
    {
        return SideBySide::Grain;
    }

    public static function rate(RowUnderTest $test): Rating
    {
        return Evenness::rate($test->row, $test->map(CellRole::Wash, $test->row->scale->blotch->pitchMm), $test->map(CellRole::Paper, $test->row->scale->blotch->pitchMm), $test->rated(WashGranulation::class));
    }

    public static function brief(KeptRating $rating): string
    {
        return self::said($rating).' wash'.($rating->found('streaked') ? sprintf(', streaks at %.0f°', $rating->numeric('streakDirectionDeg')) : '');
    }
}
