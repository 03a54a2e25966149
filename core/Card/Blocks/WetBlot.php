<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card\Blocks;

use MarshTrial\Core\Card\BenchTask;
use MarshTrial\Core\Card\BlockDefinition;
use MarshTrial\Core\Card\CellPlacer;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Card\FixedFields;
use MarshTrial\Core\Card\Protocol;

/** A wash of which one half is blotted while wet. */
final class WetBlot implements BlockDefinition
{
    use FixedFields;

    public static function label(): string
    {
        return 'blot';
    }

    public static function tells(): string
    {
        return 'how much a tissue takes while wet';
    }

    public static function caption(): string
    {
        return 'left · blotted while wet';
    }

    public static function heightMm(): float
    {
        return 20.0;
    }

    public static function widthMm(int $count): float
    {
        return 33.0;
    }

    public static function painted(float $x, float $y, int $count): null
    {
        return null;
    }

    public static function cells(CellPlacer $at, int $count): array
    {
        return [$at->cell('blot-none', CellRole::BlotNone, 0, 9, 9, 9), $at->cell('blot-wet', CellRole::BlotWet, 0, 24, 9, 9)];
    }

    public static function tasks(int $count, string $lifting): array
    {
        return [new BenchTask('blot-place', 'Wash, and blot its right half', 'A middle strength over the whole window; at once a folded dry tissue on the right half, two seconds, without rubbing.', 60, [CellRole::BlotNone, CellRole::BlotWet])];
    }

    public static function protocols(): array
    {
        return [
            new Protocol(
                'blot-block', ['blotting'], 'Blotted while wet, beside the same wash left alone',
                ['Lay a wash in a middle strength over the whole window.', 'At once, while it glistens, press a folded dry tissue on the right half for two seconds.', 'Let the rest dry. No class is given: the limits hold for the soft brush on a dry stroke.'],
                ['Blotting late: the paint has begun to set.', 'A tissue that was used before.'],
            ),
        ];
    }
}
