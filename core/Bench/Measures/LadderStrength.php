<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench\Measures;

use MarshTrial\Core\Bench\Measure;
use MarshTrial\Core\Bench\RowUnderTest;
use MarshTrial\Core\Bench\SideBySide;
use MarshTrial\Core\Bench\SteppedLadder;
use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\Quantity;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\Scale;
use MarshTrial\Core\Rating\Told;

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

    public static function scale(Scale $scale): null
    {
        return null;
    }

    public static function formula(): string
    {
        return SteppedLadder::STRENGTH_FORMULA;
    }

    public static function thresholds(Scale $scale): array
    {
        return [$scale->strength, $scale->depths];
    }

    public static function weakness(): string
    {
        return 'Drops are a coarse measure of amount, and tube paint and re-wet pans are not alike in water. It is relative: only against a paint on the same paper and under the same protocol.';
    }

    public static function block(): BlockKind
    {
        return BlockKind::Ladder;
    }

    public static function shownIn(): SideBySide
    {
        return SideBySide::Ladders;
    }

    public static function rate(RowUnderTest $test): Rating
    {
        return SteppedLadder::strength($test->row);
    }
}
