<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench\Measures;

use MarshTrial\Core\Bench\BenchScale;
use MarshTrial\Core\Bench\ClassScale;
use MarshTrial\Core\Bench\Measure;
use MarshTrial\Core\Bench\Property;
use MarshTrial\Core\Bench\Quantity;
use MarshTrial\Core\Bench\Rating;
use MarshTrial\Core\Bench\RowUnderTest;
use MarshTrial\Core\Bench\Told;
use MarshTrial\Core\Bench\WetEdge;
use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Card\CellRole;

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

    public static function scale(): ClassScale
    {
        return new ClassScale(BenchScale::SOFTENED_EDGE);
    }

    public static function block(): BlockKind
    {
        return BlockKind::SoftEdge;
    }

    public static function rate(RowUnderTest $test): Rating
    {
        return WetEdge::softened($test->row, $test->map(CellRole::SoftEdge, WetEdge::PITCH_MM));
    }
}
