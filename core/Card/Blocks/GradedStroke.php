<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card\Blocks;

use MarshTrial\Core\Card\BenchTask;
use MarshTrial\Core\Card\BlockDefinition;
use MarshTrial\Core\Card\CellPlacer;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Card\FixedFields;
use MarshTrial\Core\Card\Protocol;
use MarshTrial\Core\Card\Rect;

/** One stroke along a black line, from full strength to the palest. */
final class GradedStroke implements BlockDefinition
{
    use FixedFields;

    /** Places along the stroke at which it is sampled. */
    public const STEPS = 10;

    /** Distance from the line's centre at which sampling over paper begins, and its depth, mm. */
    public const BESIDE_LINE_MM = 2.8;

    public const BESIDE_DEPTH_MM = 2.4;

    public static function label(): string
    {
        return 'graded stroke';
    }

    public static function tells(): string
    {
        return 'transparency, clear steps, two-tone';
    }

    public static function caption(): string
    {
        return 'one stroke along the line, full strength to palest';
    }

    public static function needsLine(): bool
    {
        return true;
    }

    public static function heightMm(): float
    {
        return 20.0;
    }

    public static function widthMm(int $count): float
    {
        return 126.0;
    }

    public static function painted(float $x, float $y, int $count): Rect
    {
        return new Rect($x + 9, $y + 3, 108, 14);
    }

    public static function cells(CellPlacer $at, int $count): array
    {
        $cells = [$at->cell('line-left', CellRole::LineBare, 1, 4, 5, 2.2), $at->cell('line-right', CellRole::LineBare, 2, 122, 5, 2.2)];
        $beside = self::BESIDE_LINE_MM + self::BESIDE_DEPTH_MM / 2;
        for ($step = 1; $step <= self::STEPS; $step++) {
            $across = 15 + ($step - 1) * 96 / (self::STEPS - 1);
            $cells[] = $at->cell("stroke-$step-above", CellRole::StrokePaper, $step, $across, 6, self::BESIDE_DEPTH_MM, -$beside);
            $cells[] = $at->cell("stroke-$step-below", CellRole::StrokePaper, $step, $across, 6, self::BESIDE_DEPTH_MM, $beside);
            $cells[] = $at->cell("stroke-$step-black", CellRole::StrokeBlack, $step, $across, 6, 2.2);
        }

        return $cells;
    }

    public static function tasks(int $count, string $lifting): array
    {
        return [new BenchTask('stroke', 'Stroke along the line', 'One brush load along the black line, from full strength on the left to the palest on the right.', 50, [CellRole::StrokePaper, CellRole::StrokeBlack])];
    }

    public static function protocols(): array
    {
        return [
            new Protocol(
                'line-under', ['transparency'], 'One line under the paint',
                ['Rule a black waterproof line 4 mm wide and let it dry for a day, or for an hour at least.', 'One brush load across the line and along it, full strength to palest.', 'Let it dry; scan. The paint over the line is compared with the line beside it.'],
                ['The line was not dry and ran.', 'Too much water or too thick a layer.', 'Binder that shines over the black.', 'White and very pale paints show over black only.'],
            ),
            new Protocol(
                'graded-stroke', ['gradation', 'two-tone'], 'One graded stroke',
                ['One brush load at full strength on the left.', 'Lead it to the right with clean water, palest at the end, without loading again.', 'Let it dry; the stroke is read at ten places.'],
                ['Unequal loads from paint to paint.', 'Water that runs back into the full strength.'],
            ),
        ];
    }
}
