<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench\Measures;

use MarshTrial\Core\Bench\Gradation;
use MarshTrial\Core\Bench\Measure;
use MarshTrial\Core\Bench\RowUnderTest;
use MarshTrial\Core\Bench\SideBySide;
use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Rating\KeptRating;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\Quantity;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\Scale;
use MarshTrial\Core\Rating\ToldByCount;

/** How many steps of the graded stroke the eye tells apart. */
final class ClearSteps implements Measure
{
    use ToldByCount;

    public static function property(): Property
    {
        return Property::Gradation;
    }

    public static function quantity(): Quantity
    {
        return new Quantity('clear steps', 1, after: ' steps');
    }

    public static function scale(Scale $scale): null
    {
        return null;
    }

    public static function formula(): string
    {
        return Gradation::STEPS_FORMULA;
    }

    public static function thresholds(Scale $scale): array
    {
        return [$scale->steps, $scale->depths];
    }

    public static function weakness(): string
    {
        return 'It follows the hand that led the stroke as much as the paint; two testers differ by a step or two.';
    }

    public static function block(): BlockKind
    {
        return BlockKind::Stroke;
    }

    public static function shownIn(): SideBySide
    {
        return SideBySide::Ladders;
    }

    public static function rate(RowUnderTest $test): Rating
    {
        return Gradation::clearSteps($test->row, $test->claim);
    }

    public static function brief(KeptRating $rating): string
    {
        return self::said($rating).($rating->found('paleEndLost') ? ', pale end lost' : '');
    }
}
