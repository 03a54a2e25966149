<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench\Measures;

use MarshTrial\Core\Bench\BenchScale;
use MarshTrial\Core\Bench\ClassScale;
use MarshTrial\Core\Bench\Evenness;
use MarshTrial\Core\Bench\Measure;
use MarshTrial\Core\Bench\Property;
use MarshTrial\Core\Bench\Quantity;
use MarshTrial\Core\Bench\Rating;
use MarshTrial\Core\Bench\RowUnderTest;
use MarshTrial\Core\Bench\Told;
use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Card\CellRole;

/** Blotches and streaks of the flat wash that are no grain. */
final class WashEvenness implements Measure
{
    use Told;

    public static function property(): Property
    {
        return Property::Evenness;
    }

    public static function quantity(): Quantity
    {
        return new Quantity('blotch', 3);
    }

    public static function scale(): ClassScale
    {
        return new ClassScale(BenchScale::EVENNESS);
    }

    public static function block(): BlockKind
    {
        return BlockKind::Wash;
    }

    public static function rate(RowUnderTest $test): Rating
    {
        return Evenness::rate($test->row, $test->map(CellRole::Wash, BenchScale::EVENNESS_PITCH_MM), $test->map(CellRole::Paper, BenchScale::EVENNESS_PITCH_MM), $test->rated(WashGranulation::class));
    }

    public static function brief(array $rating): string
    {
        $numbers = $rating['numbers'];

        return self::said($rating).' wash'.(($numbers['streaked'] ?? false) === true ? sprintf(', streaks at %.0f°', $numbers['streakDirectionDeg']) : '');
    }
}
