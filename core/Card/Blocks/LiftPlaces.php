<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card\Blocks;

use MarshTrial\Core\Card\BlockDefinition;
use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Card\Cell;
use MarshTrial\Core\Card\CellPlacer;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Card\FixedFields;
use MarshTrial\Core\Card\Rect;

/** Three places of one wash, two of them lifted when dry. */
final class LiftPlaces implements BlockDefinition
{
    use FixedFields;

    public static function kind(): BlockKind
    {
        return BlockKind::Lift;
    }

    public static function words(): string
    {
        return 'lift';
    }

    public static function tells(): string
    {
        return 'staining, dry';
    }

    public static function caption(): string
    {
        return 'not lifted · soft brush · stiff brush';
    }

    public static function heightMm(): float
    {
        return 20.0;
    }

    public static function widthMm(int $count): float
    {
        return 56.0;
    }

    public static function painted(float $x, float $y, int $count): Rect
    {
        return new Rect($x + 2, $y + 4, 52, 12);
    }

    public static function cells(CellPlacer $at, int $count): array
    {
        return array_map(
            static fn (CellRole $role, int $i): Cell => $at->cell($role->value, $role, $i, 11 + 17 * $i, 10, 6), [CellRole::LiftNone, CellRole::LiftSoft, CellRole::LiftStiff], [0, 1, 2],
        );
    }
}
