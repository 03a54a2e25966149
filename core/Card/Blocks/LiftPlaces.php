<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card\Blocks;

use MarshTrial\Core\Card\BenchTask;
use MarshTrial\Core\Card\BlockDefinition;
use MarshTrial\Core\Card\Cell;
use MarshTrial\Core\Card\CellPlacer;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Card\FixedFields;
use MarshTrial\Core\Card\Protocol;
use MarshTrial\Core\Card\Rect;
use MarshTrial\Core\Card\Stage;

/** Three places of one wash, two of them lifted when dry. */
final class LiftPlaces implements BlockDefinition
{
    use FixedFields;

    public static function label(): string
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

    public static function protocols(): array
    {
        return [
            new Protocol(
                'lift-soft-then-stiff', ['staining'], 'Soft brush, then stiff brush',
                ['Paint the place in a middle strength and let it dry.', 'Wet the middle third, wait half a minute, five strokes with a soft flat brush, blot once.', 'The right third the same with a stiffer brush.', 'The class follows from the soft brush; the stiff one shows what force adds.'],
                ['Scrubbing that roughens the paper: more colour after the stiff brush than after the soft one tells.', 'Cotton paper lifts less than cellulose; the paper is part of the result.', 'A stroke too pale or too dark for a ratio.'],
            ),
            new Protocol(
                'lift-gently', ['staining'], 'Lift gently only',
                ['Paint the place in a middle strength and let it dry.', 'Wet the middle third, wait half a minute, five strokes with a soft flat brush, blot once.', 'Leave the right third alone.'],
                ['Pressing: the brush is led, not pushed.', 'Lifting before it is dry all through.'],
            ),
            new Protocol(
                'lift-hard-scrub', ['staining'], 'Hard scrub',
                ['Paint the place in a middle strength and let it dry.', 'Wet the right third and scrub it with a stiff brush until nothing more comes off; count the strokes.', 'No class is given: the limits hold for the soft brush.'],
                ['The paper gives way before the paint does; stop when it roughens.', 'Different force in every hand.'],
            ),
            new Protocol(
                'lift-blot-wet', ['staining'], 'Blot while wet',
                ['Paint the place in a middle strength.', 'At once, while it glistens, lay a folded dry tissue on the middle third and press for two seconds.', 'Leave the rest to dry. No class is given: the limits hold for the soft brush on a dry stroke.'],
                ['Blotting late: the paint has begun to set.', 'A tissue that was used before.'],
            ),
        ];
    }
}
