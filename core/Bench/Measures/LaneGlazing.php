<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench\Measures;

use MarshTrial\Core\Bench\Glazing;
use MarshTrial\Core\Bench\Measure;
use MarshTrial\Core\Bench\Property;
use MarshTrial\Core\Bench\Quantity;
use MarshTrial\Core\Bench\Rating;
use MarshTrial\Core\Bench\RowUnderTest;
use MarshTrial\Core\Bench\Told;
use MarshTrial\Core\Card\BlockKind;

/** What each further layer adds. */
final class LaneGlazing implements Measure
{
    use Told;

    public static function property(): Property
    {
        return Property::Glazing;
    }

    public static function quantity(): Quantity
    {
        return new Quantity('darkening', 3, 'deposit ', ' a layer');
    }

    public static function scale(): null
    {
        return null;
    }

    public static function block(): BlockKind
    {
        return BlockKind::Glaze;
    }

    public static function rate(RowUnderTest $test): Rating
    {
        return Glazing::rate($test->row);
    }
}
