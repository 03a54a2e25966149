<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench\Measures;

use MarshTrial\Core\Bench\Granulation;
use MarshTrial\Core\Bench\Measure;
use MarshTrial\Core\Bench\RowUnderTest;
use MarshTrial\Core\Bench\SideBySide;
use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Rating\ClassScale;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\Quantity;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\Scale;
use MarshTrial\Core\Rating\Told;

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
        return new Quantity('graininess', 2);
    }

    public static function scale(Scale $scale): ClassScale
    {
        return new ClassScale($scale->grain->classes);
    }

    public static function formula(): string
    {
        return Granulation::FORMULA;
    }

    public static function thresholds(Scale $scale): array
    {
        return [$scale->grain, $scale->depths];
    }

    public static function weakness(): string
    {
        return 'The paper’s own tooth makes half of the grain; it is taken off only as far as the bare window shows it. Below 254 dots per inch, or softer than the grains, nothing or only "at least" is said. Grains finer than 0.1 mm are not seen.';
    }

    public static function block(): BlockKind
    {
        return BlockKind::Wash;
    }

    public static function shownIn(): SideBySide
    {
        return SideBySide::Grain;
    }

    public static function rate(RowUnderTest $test): Rating
    {
        return Granulation::rate($test->row, $test->fine(CellRole::Wash, $test->row->scale->grain->windowMm), $test->fine(CellRole::Paper, $test->row->scale->grain->paperWindowMm), (int) round($test->dpi), $test->facts->sharpness($test->jpeg), $test->claim, $test->inLuminance);
    }
}
