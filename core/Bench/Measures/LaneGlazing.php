<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench\Measures;

use MarshTrial\Core\Bench\Glazing;
use MarshTrial\Core\Bench\Measure;
use MarshTrial\Core\Bench\RowUnderTest;
use MarshTrial\Core\Bench\SideBySide;
use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\Quantity;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\Scale;
use MarshTrial\Core\Rating\Told;

/** What each further layer adds. */
final class LaneGlazing implements Measure
{
    use Told;

    public static function property(): Property
    {
        return Property::Glazing;
    }

    public static function quantity(): Quantity
    {
        return new Quantity('darkening', 3, 'deposit ', ' a layer');
    }

    public static function scale(Scale $scale): null
    {
        return null;
    }

    public static function formula(): string
    {
        return Glazing::FORMULA;
    }

    public static function thresholds(Scale $scale): array
    {
        return [$scale->strength, $scale->depths];
    }

    public static function weakness(): string
    {
        return 'A layer that moved the one below is told only where it darkens less than half as much as expected.';
    }

    public static function block(): BlockKind
    {
        return BlockKind::Glaze;
    }

    public static function shownIn(): SideBySide
    {
        return SideBySide::Glazes;
    }

    public static function rate(RowUnderTest $test): Rating
    {
        return Glazing::rate($test->row);
    }
}
