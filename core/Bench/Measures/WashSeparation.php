<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench\Measures;

use MarshTrial\Core\Bench\Measure;
use MarshTrial\Core\Bench\RowUnderTest;
use MarshTrial\Core\Bench\Separation;
use MarshTrial\Core\Bench\SideBySide;
use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Rating\ClassScale;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\Quantity;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\Scale;
use MarshTrial\Core\Rating\Told;

/** How far the pigments of a mix drift apart within a flat wash. */
final class WashSeparation implements Measure
{
    use Told;

    public static function property(): Property
    {
        return Property::WashSeparation;
    }

    public static function quantity(): Quantity
    {
        return new Quantity('scatter of hue', 1, 'dE ');
    }

    public static function scale(Scale $scale): ClassScale
    {
        return new ClassScale($scale->drift->washClasses);
    }

    public static function formula(): string
    {
        return Separation::WASH_FORMULA;
    }

    public static function thresholds(Scale $scale): array
    {
        return [$scale->drift, $scale->grain];
    }

    public static function weakness(): string
    {
        return 'Compression with loss thins out colour: JPEGs need the larger uncertainty. Without a graded stroke the paint’s own way is presumed straight.';
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
        return Separation::inWash($test->row, $test->patch(CellRole::Wash, $test->row->scale->drift->washPitchMm), $test->facts->photo || $test->jpeg);
    }
}
