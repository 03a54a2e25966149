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

/** A band whose edge is pulled out with clean water. */
final class SoftEdge implements BlockDefinition
{
    use FixedFields;

    public static function label(): string
    {
        return 'soft edge';
    }

    public static function tells(): string
    {
        return 'how far an edge pulls out with clean water';
    }

    public static function caption(): string
    {
        return 'band; pull its edge out with water →';
    }

    public static function heightMm(): float
    {
        return 20.0;
    }

    public static function widthMm(int $count): float
    {
        return 42.0;
    }

    public static function painted(float $x, float $y, int $count): Rect
    {
        return new Rect($x + 2, $y + 3, 13, 14);
    }

    public static function cells(CellPlacer $at, int $count): array
    {
        return [$at->only(CellRole::SoftEdge, 21, 36, 8), $at->only(CellRole::EdgeBand, 7, 6, 8)];
    }

    public static function tasks(int $count, string $lifting): array
    {
        return [new BenchTask('soft-edge', 'Band with its edge pulled out', 'Lay the band; at once pull its right edge out with a clean damp brush, one slow stroke.', 50, [CellRole::SoftEdge])];
    }

    public static function protocols(): array
    {
        return [
            new Protocol(
                'edge-pulled', ['softened edge'], 'A wet edge pulled out with clean water',
                ['Lay the band at the left.', 'At once, with a clean damp brush, pull its right edge out in one slow stroke towards the right.', 'Let it dry lying level.'],
                ['Waiting: the edge has set.', 'Too wet a brush: water runs back into the band.'],
            ),
        ];
    }
}
