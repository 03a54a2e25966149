<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench\Measures;

use MarshTrial\Core\Bench\BenchScale;
use MarshTrial\Core\Bench\ClassScale;
use MarshTrial\Core\Bench\Measure;
use MarshTrial\Core\Bench\Property;
use MarshTrial\Core\Bench\Quantity;
use MarshTrial\Core\Bench\Rating;
use MarshTrial\Core\Bench\RowUnderTest;
use MarshTrial\Core\Bench\Salt;
use MarshTrial\Core\Bench\Told;
use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Card\CellRole;

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

    public static function scale(): ClassScale
    {
        return new ClassScale(BenchScale::SALT);
    }

    public static function block(): BlockKind
    {
        return BlockKind::Salt;
    }

    public static function rate(RowUnderTest $test): Rating
    {
        return Salt::rate($test->row, $test->map(CellRole::Salt, BenchScale::EVENNESS_PITCH_MM));
    }
}
