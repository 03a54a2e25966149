<?php

declare(strict_types=1);

namespace MarshTrial\Core\Fading;

use MarshTrial\Core\Rating\ClassScale;
use MarshTrial\Core\Rating\Described;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\Quantity;
use MarshTrial\Core\Rating\Scale;
use MarshTrial\Core\Rating\Told;

/** How far a paint has changed in the light, at reference depth: both halves of a fade card against each other. */
final class Lightfastness implements Described
{
    use Told;

    public static function property(): Property
    {
        return Property::Lightfastness;
    }

    public static function quantity(): Quantity
    {
        return new Quantity('change', 1, 'dE ');
    }

    public static function scale(Scale $scale): ClassScale
    {
        return new ClassScale($scale->fade->classes);
    }

    public static function isClaimed(): bool
    {
        return true;
    }

    public static function formula(): string
    {
        return FadeRow::FORMULA;
    }

    public static function thresholds(Scale $scale): array
    {
        return [$scale->fade, $scale->course, $scale->depths];
    }

    public static function weakness(): string
    {
        return 'A window is no test chamber: the dose is estimated, moisture and warmth are not held. Until the reference dose is reached a range of categories remains possible, and a change may speed up.';
    }
}
