<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench\Measures;

use MarshTrial\Core\Bench\Measure;
use MarshTrial\Core\Bench\RowUnderTest;
use MarshTrial\Core\Bench\SideBySide;
use MarshTrial\Core\Bench\WetEdge;
use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Rating\ClassScale;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\Quantity;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\Scale;
use MarshTrial\Core\Rating\Told;

/** Over which width an edge pulled out with water falls. */
final class SoftenedEdge implements Measure
{
    use Told;

    public static function property(): Property
    {
        return Property::SoftenedEdge;
    }

    public static function quantity(): Quantity
    {
        return new Quantity('fall from 80 to 20 %', 1, after: ' mm');
    }

    public static function scale(Scale $scale): ClassScale
    {
        return new ClassScale($scale->water->softenedEdge);
    }

    public static function formula(): string
    {
        return WetEdge::SOFTENED_FORMULA;
    }

    public static function thresholds(Scale $scale): array
    {
        return [$scale->water, $scale->depths];
    }

    public static function weakness(): string
    {
        return 'One edge, one hand, one moment. It is a mean over the height of the place: a line that stays in part of it is called by the part that is darker.';
    }

    public static function block(): BlockKind
    {
        return BlockKind::SoftEdge;
    }

    public static function shownIn(): SideBySide
    {
        return SideBySide::Water;
    }

    public static function rate(RowUnderTest $test): Rating
    {
        return WetEdge::softened($test->row, $test->map(CellRole::SoftEdge, $test->row->scale->water->pitchMm));
    }
}
