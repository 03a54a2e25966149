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
use MarshTrial\Core\Card\CellRole;

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

    public static function scale(): ClassScale
    {
        return new ClassScale(BenchScale::WASH_SEPARATION);
    }

    public static function block(): BlockKind
    {
        return BlockKind::Wash;
    }

    public static function rate(RowUnderTest $test): Rating
    {
        return Separation::inWash($test->row, $test->patch(CellRole::Wash, Separation::WASH_PITCH_MM), $test->facts->photo || $test->jpeg);
    }
}
