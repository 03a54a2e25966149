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

/** A flat wash of middle strength. */
final class FlatWash implements BlockDefinition
{
    use FixedFields;

    public static function label(): string
    {
        return 'flat wash';
    }

    public static function tells(): string
    {
        return 'granulation, evenness';
    }

    public static function caption(): string
    {
        return 'flat wash';
    }

    public static function heightMm(): float
    {
        return 20.0;
    }

    public static function widthMm(int $count): float
    {
        return 30.0;
    }

    public static function painted(float $x, float $y, int $count): Rect
    {
        return new Rect($x + 2, $y + 2, 26, 16);
    }

    public static function cells(CellPlacer $at, int $count): array
    {
        return [$at->only(CellRole::Wash, 15, 20, 11)];
    }

    public static function tasks(int $count, string $lifting): array
    {
        return [new BenchTask('wash', 'Flat wash', 'A middle strength, laid flat in one go. Do not go back into it.', 50, [CellRole::Wash])];
    }

    public static function protocols(): array
    {
        return [
            new Protocol(
                'flat-wash', ['granulation', 'evenness', 'wash separation'], 'Flat wash, dry, on the paper as it is',
                ['A middle strength, laid flat in one go on dry paper lying level.', 'Do not go back into it; let it dry level.', 'Scan at 300 dots per inch.'],
                ['Another side or another paper: the surface makes half of the grain.', 'Granulation medium, hard water.', 'A tilted board gathers the grains at one edge.'],
            ),
        ];
    }
}
