<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench\Measures;

use MarshTrial\Core\Bench\Measure;
use MarshTrial\Core\Bench\RowUnderTest;
use MarshTrial\Core\Bench\Separation;
use MarshTrial\Core\Bench\SideBySide;
use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Rating\ClassScale;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\Quantity;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\Scale;
use MarshTrial\Core\Rating\Told;

/** Which pigment travels down a wet slope. */
final class SlopeSeparation implements Measure
{
    use Told;

    public static function property(): Property
    {
        return Property::Separation;
    }

    public static function quantity(): Quantity
    {
        return new Quantity('drift from end to end', 1, 'dE ');
    }

    public static function scale(Scale $scale): ClassScale
    {
        return new ClassScale($scale->drift->classes);
    }

    public static function formula(): string
    {
        return Separation::FORMULA;
    }

    public static function thresholds(Scale $scale): array
    {
        return [$scale->drift, $scale->depths];
    }

    public static function weakness(): string
    {
        return 'Without a graded stroke the paint’s own way from pale to deep is presumed straight, which the uncertainty says.';
    }

    public static function block(): BlockKind
    {
        return BlockKind::Tilt;
    }

    public static function shownIn(): SideBySide
    {
        return SideBySide::Water;
    }

    public static function rate(RowUnderTest $test): Rating
    {
        return Separation::rate($test->row);
    }
}
