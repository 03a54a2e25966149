<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench\Measures;

use MarshTrial\Core\Bench\Measure;
use MarshTrial\Core\Bench\RowUnderTest;
use MarshTrial\Core\Bench\Salt;
use MarshTrial\Core\Bench\SideBySide;
use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Rating\ClassScale;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\Quantity;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\Scale;
use MarshTrial\Core\Rating\Told;

/** How much of a salted wash becomes pale stars. */
final class SaltStars implements Measure
{
    use Told;

    public static function property(): Property
    {
        return Property::Salt;
    }

    public static function quantity(): Quantity
    {
        return new Quantity('share of stars', 2);
    }

    public static function scale(Scale $scale): ClassScale
    {
        return new ClassScale($scale->water->salt);
    }

    public static function formula(): string
    {
        return Salt::FORMULA;
    }

    public static function thresholds(Scale $scale): array
    {
        return [$scale->water, $scale->depths];
    }

    public static function weakness(): string
    {
        return 'Stars of the size of grains are taken for grain; how much salt fell is not known.';
    }

    public static function block(): BlockKind
    {
        return BlockKind::Salt;
    }

    public static function shownIn(): SideBySide
    {
        return SideBySide::Water;
    }

    public static function rate(RowUnderTest $test): Rating
    {
        return Salt::rate($test->row, $test->map(CellRole::Salt, $test->row->scale->blotch->pitchMm));
    }
}
