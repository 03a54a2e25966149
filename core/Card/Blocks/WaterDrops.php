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

/** Paint let into clear water, and beside it clear water let into wet paint. */
final class WaterDrops implements BlockDefinition
{
    use FixedFields;

    public static function label(): string
    {
        return 'drops';
    }

    public static function tells(): string
    {
        return 'how far each pigment runs in water, and whether water leaves a ring';
    }

    public static function caption(): string
    {
        return 'clear water, one drop of paint | wet wash, one drop of water';
    }

    public static function heightMm(): float
    {
        return 34.0;
    }

    public static function widthMm(int $count): float
    {
        return 68.0;
    }

    public static function painted(float $x, float $y, int $count): Rect
    {
        return new Rect($x + 2, $y + 2, 64, 30);
    }

    public static function partings(): array
    {
        return [34.0];
    }

    public static function cells(CellPlacer $at, int $count): array
    {
        return [$at->only(CellRole::DropInWater, 17, 28, 28), $at->only(CellRole::DropInPaint, 51, 28, 28)];
    }

    public static function tasks(int $count, string $lifting): array
    {
        return [
            new BenchTask('drop-in-water', 'Paint into water', 'Left half: wet it until it glistens, no puddles; let one drop of full-strength paint fall into its middle from the tip of a round brush.', 50, [CellRole::DropInWater]),
            new BenchTask('drop-in-paint', 'Water into paint', 'Right half: a flat wash in a middle strength; while it glistens, let one drop of clear water fall into its middle. Leave both lying level.', 60, [CellRole::DropInPaint]),
        ];
    }

    public static function protocols(): array
    {
        return [
            new Protocol(
                'drops-level', ['drops', 'bloom'], 'A drop of paint in clear water, a drop of water in wet paint',
                ['Wet the left half evenly until it glistens; keep the right half dry.', 'Let one drop of full-strength paint fall into the middle of the water.', 'Lay a flat wash in a middle strength over the right half.', 'While it glistens, let one drop of clear water fall into its middle.', 'Leave the sheet lying level until all is dry.'],
                ['Puddles: everything runs to their edge.', 'A drop of water into a wash that has gone matt: a ring that says little of the paint.', 'A sloping board.', 'Water that runs from one half into the other.'],
            ),
        ];
    }
}
