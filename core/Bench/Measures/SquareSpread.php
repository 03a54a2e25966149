<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench\Measures;

use MarshTrial\Core\Bench\Measure;
use MarshTrial\Core\Bench\RowUnderTest;
use MarshTrial\Core\Bench\SideBySide;
use MarshTrial\Core\Bench\WetEdge;
use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\Quantity;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\Scale;
use MarshTrial\Core\Rating\Told;

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

    public static function scale(Scale $scale): null
    {
        return null;
    }

    public static function formula(): string
    {
        return WetEdge::SPREAD_FORMULA;
    }

    public static function thresholds(Scale $scale): array
    {
        return [$scale->water, $scale->depths];
    }

    public static function weakness(): string
    {
        return 'How wet the paper was decides more than the paint; nobody measures that. Read after drying, not after a minute.';
    }

    public static function block(): BlockKind
    {
        return BlockKind::WetSquare;
    }

    public static function shownIn(): SideBySide
    {
        return SideBySide::Water;
    }

    public static function rate(RowUnderTest $test): Rating
    {
        return WetEdge::spread($test->row, $test->map(CellRole::WetSquare, $test->row->scale->water->pitchMm));
    }
}
