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
use MarshTrial\Core\Card\Stage;

/** What three passes of a damp brush take off the dry pan. */
final class DryPan implements BlockDefinition
{
    use FixedFields;

    public static function label(): string
    {
        return 're-wetting';
    }

    public static function tells(): string
    {
        return 'what a damp brush takes off the dry pan in three passes';
    }

    public static function caption(): string
    {
        return 'damp brush, 3 passes';
    }

    public static function heightMm(): float
    {
        return 20.0;
    }

    public static function widthMm(int $count): float
    {
        return 24.0;
    }

    public static function painted(float $x, float $y, int $count): Rect
    {
        return new Rect($x + 2, $y + 2, 20, 16);
    }

    public static function cells(CellPlacer $at, int $count): array
    {
        return [$at->only(CellRole::Rewet, 12, 13, 11)];
    }

    public static function tasks(int $count, string $lifting): array
    {
        return [new BenchTask('rewet', 'Three passes over the dry pan', 'Dip a round brush, wipe it once, lead it three times over the dry pan, and lay at once what it carries.', 40, [CellRole::Rewet], Stage::DryPan)];
    }

    public static function protocols(): array
    {
        return [
            new Protocol(
                'three-passes', ['re-wetting'], 'Three passes of a damp brush over the dry pan',
                ['Let the pan dry for a day at least.', 'Dip a round brush, wipe it once, lead it three times over the pan.', 'Lay at once what it carries on the field.'],
                ['A pan that is still damp.', 'A brush that drips.', 'Wetting the pan beforehand.'],
            ),
        ];
    }
}
