<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench\Measures;

use MarshTrial\Core\Bench\BenchScale;
use MarshTrial\Core\Bench\ClassScale;
use MarshTrial\Core\Bench\Granulation;
use MarshTrial\Core\Bench\Measure;
use MarshTrial\Core\Bench\Property;
use MarshTrial\Core\Bench\Quantity;
use MarshTrial\Core\Bench\Rating;
use MarshTrial\Core\Bench\RowUnderTest;
use MarshTrial\Core\Bench\Told;
use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Card\CellRole;

/** Grain of the flat wash beyond that of its paper. */
final class WashGranulation implements Measure
{
    use Told;

    public static function isClaimed(): bool
    {
        return true;
    }

    public static function property(): Property
    {
        return Property::Granulation;
    }

    public static function quantity(): Quantity
    {
        return new Quantity('grain', 2);
    }

    public static function scale(): ClassScale
    {
        return new ClassScale(BenchScale::GRANULATION);
    }

    public static function block(): BlockKind
    {
        return BlockKind::Wash;
    }

    public static function rate(RowUnderTest $test): Rating
    {
        return Granulation::rate($test->row, $test->fine(CellRole::Wash, BenchScale::GRAIN_WINDOW_MM), $test->fine(CellRole::Paper, BenchScale::GRAIN_PAPER_WINDOW_MM), (int) round($test->dpi), $test->facts->sharpness($test->jpeg), $test->claim, $test->inLuminance);
    }
}
