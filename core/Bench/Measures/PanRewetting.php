<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench\Measures;

use MarshTrial\Core\Bench\Measure;
use MarshTrial\Core\Bench\Rewetting;
use MarshTrial\Core\Bench\RowUnderTest;
use MarshTrial\Core\Bench\SideBySide;
use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Rating\ClassScale;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\Quantity;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\Scale;
use MarshTrial\Core\Rating\Told;

/** What a damp brush takes off the dry pan. */
final class PanRewetting implements Measure
{
    use Told;

    public static function property(): Property
    {
        return Property::Rewetting;
    }

    public static function quantity(): Quantity
    {
        return new Quantity('deposit', 2);
    }

    public static function scale(Scale $scale): ClassScale
    {
        return new ClassScale($scale->water->rewetting);
    }

    public static function formula(): string
    {
        return Rewetting::FORMULA;
    }

    public static function thresholds(Scale $scale): array
    {
        return [$scale->water, $scale->depths];
    }

    public static function weakness(): string
    {
        return 'Brush, pressure and how long the pan has dried differ from hand to hand by about 15 %.';
    }

    public static function block(): BlockKind
    {
        return BlockKind::Rewet;
    }

    public static function shownIn(): SideBySide
    {
        return SideBySide::Water;
    }

    public static function rate(RowUnderTest $test): Rating
    {
        return Rewetting::rate($test->row);
    }
}
