<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench\Measures;

use MarshTrial\Core\Bench\BenchScale;
use MarshTrial\Core\Bench\ClassScale;
use MarshTrial\Core\Bench\Measure;
use MarshTrial\Core\Bench\Property;
use MarshTrial\Core\Bench\Protocol;
use MarshTrial\Core\Bench\Quantity;
use MarshTrial\Core\Bench\Rating;
use MarshTrial\Core\Bench\RowUnderTest;
use MarshTrial\Core\Bench\Staining;
use MarshTrial\Core\Bench\Told;
use MarshTrial\Core\Card\BlockKind;

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

    public static function scale(): ClassScale
    {
        return new ClassScale(BenchScale::STAINING);
    }

    public static function block(): BlockKind
    {
        return BlockKind::Lift;
    }

    public static function rate(RowUnderTest $test): Rating
    {
        return Staining::rate($test->row, Protocol::under('staining', $test->layout->protocols)->id, $test->claim, $test->contrastUncertainty);
    }
}
