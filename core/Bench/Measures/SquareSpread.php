<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench\Measures;

use MarshTrial\Core\Bench\Measure;
use MarshTrial\Core\Bench\Property;
use MarshTrial\Core\Bench\Quantity;
use MarshTrial\Core\Bench\Rating;
use MarshTrial\Core\Bench\RowUnderTest;
use MarshTrial\Core\Bench\Told;
use MarshTrial\Core\Bench\WetEdge;
use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Card\CellRole;

/** How wide a touch spreads in wet paper. */
final class SquareSpread implements Measure
{
    use Told;

    public static function property(): Property
    {
        return Property::Spread;
    }

    public static function quantity(): Quantity
    {
        return new Quantity('width', 1, after: ' mm');
    }

    public static function scale(): null
    {
        return null;
    }

    public static function block(): BlockKind
    {
        return BlockKind::WetSquare;
    }

    public static function rate(RowUnderTest $test): Rating
    {
        return WetEdge::spread($test->row, $test->map(CellRole::WetSquare, WetEdge::PITCH_MM));
    }
}
