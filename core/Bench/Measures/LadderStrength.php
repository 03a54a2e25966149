<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench\Measures;

use MarshTrial\Core\Bench\Measure;
use MarshTrial\Core\Bench\Property;
use MarshTrial\Core\Bench\Quantity;
use MarshTrial\Core\Bench\Rating;
use MarshTrial\Core\Bench\RowUnderTest;
use MarshTrial\Core\Bench\SteppedLadder;
use MarshTrial\Core\Bench\Told;
use MarshTrial\Core\Card\BlockKind;

/** Tinting strength: deposit for a share of paint, at the ladder's low end. */
final class LadderStrength implements Measure
{
    use Told;

    public static function property(): Property
    {
        return Property::Strength;
    }

    public static function quantity(): Quantity
    {
        return new Quantity('deposit a share of paint', 2, 'slope ');
    }

    public static function scale(): null
    {
        return null;
    }

    public static function block(): BlockKind
    {
        return BlockKind::Ladder;
    }

    public static function rate(RowUnderTest $test): Rating
    {
        return SteppedLadder::strength($test->row);
    }
}
