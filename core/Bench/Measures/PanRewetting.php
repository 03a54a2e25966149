<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench\Measures;

use MarshTrial\Core\Bench\BenchScale;
use MarshTrial\Core\Bench\ClassScale;
use MarshTrial\Core\Bench\Measure;
use MarshTrial\Core\Bench\Property;
use MarshTrial\Core\Bench\Quantity;
use MarshTrial\Core\Bench\Rating;
use MarshTrial\Core\Bench\Rewetting;
use MarshTrial\Core\Bench\RowUnderTest;
use MarshTrial\Core\Bench\Told;
use MarshTrial\Core\Card\BlockKind;

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

    public static function scale(): ClassScale
    {
        return new ClassScale(BenchScale::REWETTING);
    }

    public static function block(): BlockKind
    {
        return BlockKind::Rewet;
    }

    public static function rate(RowUnderTest $test): Rating
    {
        return Rewetting::rate($test->row);
    }
}
