<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench\Measures;

use MarshTrial\Core\Bench\Measure;
use MarshTrial\Core\Bench\RowUnderTest;
use MarshTrial\Core\Bench\SideBySide;
use MarshTrial\Core\Bench\Staining;
use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\Quantity;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\Scale;
use MarshTrial\Core\Rating\Told;

/** What stays after a tissue on the wet wash. */
final class WetBlotting implements Measure
{
    use Told;

    public static function property(): Property
    {
        return Property::Blotting;
    }

    public static function quantity(): Quantity
    {
        return new Quantity('residue', 2);
    }

    public static function scale(Scale $scale): null
    {
        return null;
    }

    public static function formula(): string
    {
        return Staining::FORMULA;
    }

    public static function thresholds(Scale $scale): array
    {
        return [$scale->lifting, $scale->depths];
    }

    public static function weakness(): string
    {
        return 'Seconds count: a wash blotted late has begun to set. No class is given.';
    }

    public static function block(): BlockKind
    {
        return BlockKind::Blot;
    }

    public static function shownIn(): SideBySide
    {
        return SideBySide::Lifting;
    }

    public static function rate(RowUnderTest $test): Rating
    {
        return Staining::blotting($test->row, $test->claim, $test->contrastUncertainty);
    }
}
