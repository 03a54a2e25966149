<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench\Measures;

use MarshTrial\Core\Bench\Measure;
use MarshTrial\Core\Bench\RowUnderTest;
use MarshTrial\Core\Bench\SideBySide;
use MarshTrial\Core\Bench\Staining;
use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Card\Protocol;
use MarshTrial\Core\Rating\ClassScale;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\Quantity;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\Scale;
use MarshTrial\Core\Rating\Told;

/** What stays after a soft damp brush. */
final class LiftStaining implements Measure
{
    use Told;

    public static function isClaimed(): bool
    {
        return true;
    }

    public static function property(): Property
    {
        return Property::Staining;
    }

    public static function quantity(): Quantity
    {
        return new Quantity('residue', 2);
    }

    public static function scale(Scale $scale): ClassScale
    {
        return new ClassScale($scale->lifting->classes);
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
        return 'Force, brush and paper are part of the result: compare only under one protocol and on one paper. A stroke paler than deposit 0.4 or darker than 1.5 gets no class.';
    }

    public static function block(): BlockKind
    {
        return BlockKind::Lift;
    }

    public static function shownIn(): SideBySide
    {
        return SideBySide::Lifting;
    }

    public static function rate(RowUnderTest $test): Rating
    {
        return Staining::rate($test->row, Protocol::under('staining', $test->layout->protocols)->id, $test->claim, $test->contrastUncertainty);
    }
}
