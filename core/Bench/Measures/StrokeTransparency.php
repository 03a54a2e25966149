<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench\Measures;

use MarshTrial\Core\Bench\Measure;
use MarshTrial\Core\Bench\RowUnderTest;
use MarshTrial\Core\Bench\SideBySide;
use MarshTrial\Core\Bench\Transparency;
use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Rating\ClassScale;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\Quantity;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\Scale;
use MarshTrial\Core\Rating\Told;

/** How much of a black line shows through the graded stroke. */
final class StrokeTransparency implements Measure
{
    use Told;

    public static function isClaimed(): bool
    {
        return true;
    }

    public static function property(): Property
    {
        return Property::Transparency;
    }

    public static function quantity(): Quantity
    {
        return new Quantity('body', 3);
    }

    public static function scale(Scale $scale): ClassScale
    {
        return new ClassScale($scale->body->classes, $scale->body->paleClasses, Transparency::PALE);
    }

    public static function formula(): string
    {
        return Transparency::FORMULA;
    }

    public static function thresholds(Scale $scale): array
    {
        return [$scale->body, $scale->surface, $scale->depths];
    }

    public static function weakness(): string
    {
        return 'A body of less than about 0.01 cannot be told from what ink and binder mirror; a black cannot be judged by a black line. Ink that mirrors otherwise than paint shifts dark paints most.';
    }

    public static function block(): BlockKind
    {
        return BlockKind::Stroke;
    }

    public static function shownIn(): SideBySide
    {
        return SideBySide::Lines;
    }

    public static function rate(RowUnderTest $test): Rating
    {
        return Transparency::rate($test->row, $test->surface, $test->contrastUncertainty, $test->claim);
    }
}
