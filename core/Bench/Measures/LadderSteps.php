<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench\Measures;

use MarshTrial\Core\Bench\Measure;
use MarshTrial\Core\Bench\RowUnderTest;
use MarshTrial\Core\Bench\SideBySide;
use MarshTrial\Core\Bench\SteppedLadder;
use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Rating\KeptRating;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\Quantity;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\Scale;
use MarshTrial\Core\Rating\ToldByCount;

/** How many mixtures of the stepped ladder the eye tells apart. */
final class LadderSteps implements Measure
{
    use ToldByCount;

    public static function property(): Property
    {
        return Property::SteppedGradation;
    }

    public static function quantity(): Quantity
    {
        return new Quantity('clear steps', 0, after: ' clear steps');
    }

    public static function scale(Scale $scale): null
    {
        return null;
    }

    public static function formula(): string
    {
        return SteppedLadder::STEPS_FORMULA;
    }

    public static function thresholds(Scale $scale): array
    {
        return [$scale->steps, $scale->depths];
    }

    public static function weakness(): string
    {
        return 'Counted drops differ in size from dropper to dropper; the number of steps is that of the ladder’s dilutions too.';
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
        return SteppedLadder::clearSteps($test->row);
    }

    public static function brief(KeptRating $rating): string
    {
        return 'ladder: '.self::said($rating);
    }
}
