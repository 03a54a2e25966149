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

/** Transparency by a line under and a line over the paint. */
final class TwoLineTransparency implements Measure
{
    use Told;

    public static function property(): Property
    {
        return Property::TwoLineTransparency;
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
        return Transparency::TWO_LINES;
    }

    public static function thresholds(Scale $scale): array
    {
        return [$scale->body, $scale->surface, $scale->depths];
    }

    public static function weakness(): string
    {
        return 'Scaling to reference depth presumes that body grows with the amount. Two pens differ; each line is held against its own bare ends.';
    }

    public static function block(): BlockKind
    {
        return BlockKind::SecondLine;
    }

    public static function shownIn(): SideBySide
    {
        return SideBySide::Lines;
    }

    public static function rate(RowUnderTest $test): Rating
    {
        return Transparency::twoLines($test->row, $test->surface, $test->contrastUncertainty, $test->claim);
    }
}
