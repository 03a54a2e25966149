<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card\Blocks;

use MarshTrial\Core\Card\BenchTask;
use MarshTrial\Core\Card\BlockDefinition;
use MarshTrial\Core\Card\Cell;
use MarshTrial\Core\Card\CellPlacer;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Card\FixedFields;
use MarshTrial\Core\Card\Rect;
use MarshTrial\Core\Card\Stage;

/** Three places of one wash, two of them lifted when dry. */
final class LiftPlaces implements BlockDefinition
{
    use FixedFields;

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

    public static function tasks(int $count, string $lifting): array
    {
        $dwell = ['kind' => 'dwell', 'seconds' => 30];
        $soft = new BenchTask('lift-soft', 'Lift with the soft brush', 'Wet the middle part, wait out the dwell, five strokes with the soft flat brush, blot once.', 75, [CellRole::LiftSoft], Stage::OnDry, $dwell, needsPan: false);
        $stiff = new BenchTask('lift-stiff', 'Lift with the stiff brush', 'Wet the right part, wait out the dwell, the stiffer brush as the protocol says, blot once. Stop if the paper roughens.', 75, [CellRole::LiftStiff], Stage::OnDry, $dwell, needsPan: false);
        $blot = new BenchTask('blot', 'Blot while wet', 'At once, while it glistens: a folded dry tissue on the middle part, two seconds, without rubbing.', 15, [CellRole::LiftSoft], needsPan: false);

        return [
            new BenchTask('lift-places', 'Three places for lifting', 'The same middle strength over the whole place; its three parts are lifted later.', 60, [CellRole::LiftNone, CellRole::LiftSoft, CellRole::LiftStiff]),
            ...match ($lifting) {
                'lift-gently' => [$soft],
                'lift-hard-scrub' => [$stiff],
                'lift-blot-wet' => [$blot],
                '' => [$blot, $soft, $stiff],
                default => [$soft, $stiff],
            },
        ];
    }
}
