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

/** A load that runs down a wet strip. */
final class TiltedStrip implements BlockDefinition
{
    use FixedFields;

    private const PLACES = 8;

    public static function label(): string
    {
        return 'tilted strip';
    }

    public static function tells(): string
    {
        return 'which pigment travels down a wet slope';
    }

    public static function caption(): string
    {
        return 'wet strip, board tilted: this end up → that end down';
    }

    public static function heightMm(): float
    {
        return 20.0;
    }

    public static function widthMm(int $count): float
    {
        return 70.0;
    }

    public static function painted(float $x, float $y, int $count): Rect
    {
        return new Rect($x + 3, $y + 3, self::widthMm($count) - 6, 14);
    }

    public static function cells(CellPlacer $at, int $count): array
    {
        return $at->fields(CellRole::Tilt, self::PLACES, 7.5, 55 / (self::PLACES - 1), 6, 8);
    }

    public static function tasks(int $count, string $lifting): array
    {
        return [new BenchTask('tilt', 'Tilted strip', 'Left end raised by 3 cm: wet the strip, a full load along its upper end, let it run. Leave it sloping.', 90, [CellRole::Tilt])];
    }

    public static function protocols(): array
    {
        return [
            new Protocol(
                'tilted-strip', ['separation'], 'A wet strip down a slope',
                ['Raise the left end of the sheet by 3 cm over its short side.', 'Wet the strip; lay a full load along its upper end and let it run down.', 'Leave it sloping until dry.'],
                ['Too little water: nothing travels.', 'Tilting the other way while it dries.'],
            ),
        ];
    }
}
