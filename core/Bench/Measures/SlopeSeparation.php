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
use MarshTrial\Core\Bench\Separation;
use MarshTrial\Core\Bench\Told;
use MarshTrial\Core\Card\BlockKind;

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

    public static function scale(): ClassScale
    {
        return new ClassScale(BenchScale::SEPARATION);
    }

    public static function block(): BlockKind
    {
        return BlockKind::Tilt;
    }

    public static function rate(RowUnderTest $test): Rating
    {
        return Separation::rate($test->row);
    }
}
