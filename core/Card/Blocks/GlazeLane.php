<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card\Blocks;

use MarshTrial\Core\Card\BlockDefinition;
use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Card\CellPlacer;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Card\Rect;

/** Layers of one wash, each beginning a field later. */
final class GlazeLane implements BlockDefinition
{
    /** Layers lie this far apart along the lane, mm. */
    private const PITCH_MM = 10.0;

    public static function kind(): BlockKind
    {
        return BlockKind::Glaze;
    }

    public static function words(): string
    {
        return 'glaze lane';
    }

    public static function tells(): string
    {
        return 'darkening per layer, and when a layer moves';
    }

    public static function caption(): string
    {
        return 'glaze: so many layers, each dried before the next';
    }

    public static function counts(): array
    {
        return [3, 5, 9];
    }

    public static function fieldRole(): CellRole
    {
        return CellRole::Glaze;
    }

    public static function fieldNames(int $count): array
    {
        return array_map(strval(...), range(1, $count));
    }

    public static function heightMm(): float
    {
        return 20.0;
    }

    public static function widthMm(int $count): float
    {
        return self::PITCH_MM * $count + 6;
    }

    public static function painted(float $x, float $y, int $count): Rect
    {
        return new Rect($x + 3, $y + 3, self::widthMm($count) - 6, 14);
    }

    public static function cells(CellPlacer $at, int $count): array
    {
        return $at->fields(CellRole::Glaze, $count, 3 + self::PITCH_MM / 2, self::PITCH_MM, 6, 9);
    }
}
