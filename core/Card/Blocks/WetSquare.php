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

/** One touch in the middle of wet paper. */
final class WetSquare implements BlockDefinition
{
    use FixedFields;

    public static function label(): string
    {
        return 'wet-in-wet square';
    }

    public static function tells(): string
    {
        return 'spread and softness of the edge in wet paper';
    }

    public static function caption(): string
    {
        return 'wet paper, one touch in the middle';
    }

    public static function heightMm(): float
    {
        return 34.0;
    }

    public static function widthMm(int $count): float
    {
        return 34.0;
    }

    public static function painted(float $x, float $y, int $count): Rect
    {
        return new Rect($x + 2, $y + 2, 30, 30);
    }

    public static function cells(CellPlacer $at, int $count): array
    {
        return [$at->only(CellRole::WetSquare, 17, 28, 28), $at->only(CellRole::WetMiddle, 17, 3, 3)];
    }

    public static function tasks(int $count, string $lifting): array
    {
        return [new BenchTask('wet-square', 'One touch on wet paper', 'Wet the square until it glistens, no puddles; touch its middle once with the loaded tip. Leave it level.', 60, [CellRole::WetSquare])];
    }

    public static function protocols(): array
    {
        return [
            new Protocol(
                'touch-wet-paper', ['spread'], 'One touch on glistening-wet paper',
                ['Wet the square evenly until it glistens; no puddles.', 'Touch its middle once with the loaded tip of a round brush.', 'Leave it lying level until dry. The spread is also read with a ruler after one minute.'],
                ['Puddles, or paper that has gone matt.', 'A sloping board.'],
            ),
        ];
    }
}
