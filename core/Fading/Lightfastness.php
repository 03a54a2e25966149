<?php

declare(strict_types=1);

namespace MarshTrial\Core\Fading;

use MarshTrial\Core\Bench\ClassScale;
use MarshTrial\Core\Bench\Described;
use MarshTrial\Core\Bench\Property;
use MarshTrial\Core\Bench\Quantity;
use MarshTrial\Core\Bench\Told;

/** How far a paint has changed in the light, at reference depth; FadeRow rates it from both halves of a fade card. */
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

    public static function scale(): ClassScale
    {
        return new ClassScale(LightfastnessScale::LIMITS);
    }

    public static function isClaimed(): bool
    {
        return true;
    }
}
