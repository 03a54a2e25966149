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

/** A damp wash with a pinch of salt. */
final class SaltedWash implements BlockDefinition
{
    use FixedFields;

    public static function label(): string
    {
        return 'salt';
    }

    public static function tells(): string
    {
        return 'what a pinch of salt does';
    }

    public static function caption(): string
    {
        return 'damp wash, a pinch of salt';
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
        return [$at->only(CellRole::Salt, 15, 20, 11)];
    }

    public static function tasks(int $count, string $lifting): array
    {
        return [new BenchTask('salt', 'Wash with salt', 'A flat wash; when the glisten begins to go, a small pinch of coarse salt. Brush it off when all is dry.', 60, [CellRole::Salt])];
    }

    public static function protocols(): array
    {
        return [
            new Protocol(
                'salt-damp', ['salt'], 'A pinch of salt on a damp wash',
                ['Lay a flat wash in a middle strength.', 'When the glisten begins to go, drop a small pinch of coarse salt.', 'Let it dry completely before brushing the salt off.'],
                ['Too much salt, or too early: it floats.', 'Another grain size of salt.'],
            ),
        ];
    }
}
