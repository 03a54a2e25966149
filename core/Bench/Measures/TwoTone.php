<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench\Measures;

use MarshTrial\Core\Bench\Gradation;
use MarshTrial\Core\Bench\Measure;
use MarshTrial\Core\Bench\RowUnderTest;
use MarshTrial\Core\Bench\SideBySide;
use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Rating\KeptRating;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\Quantity;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\Scale;
use MarshTrial\Core\Rating\Told;

/** How far the hue turns from masstone to tint. */
final class TwoTone implements Measure
{
    use Told;

    public static function property(): Property
    {
        return Property::TwoTone;
    }

    public static function quantity(): Quantity
    {
        return new Quantity('hue shift', 0, after: '°');
    }

    public static function scale(Scale $scale): null
    {
        return null;
    }

    public static function formula(): string
    {
        return Gradation::TWO_TONE_FORMULA;
    }

    public static function thresholds(Scale $scale): array
    {
        return [$scale->steps, $scale->depths];
    }

    public static function weakness(): string
    {
        return 'Hue means little near grey; nothing is said below chroma 6. Where the tint is paler than can be read the nearest place stands for it.';
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
        return Gradation::twoTone($test->row, $test->claim);
    }

    public static function brief(KeptRating $rating): string
    {
        $turn = (float) $rating->value;

        return abs($turn) < 2 * (float) $rating->uncertainty ? 'no turn of hue'
            : 'tint turns '.self::quantity()->write(abs($turn), $rating->uncertainty).' towards '.Difference::axisTowards($rating->numeric('masstoneHueDeg'), $turn >= 0);
    }
}
