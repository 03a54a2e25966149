<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card\Blocks;

use MarshTrial\Core\Card\BenchTask;
use MarshTrial\Core\Card\BlockDefinition;
use MarshTrial\Core\Card\CellPlacer;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Card\CountedFields;
use MarshTrial\Core\Card\Protocol;
use MarshTrial\Core\Card\Rect;
use MarshTrial\Core\Card\Stage;

/** Layers of one wash, each beginning a field later. */
final class GlazeLane implements BlockDefinition
{
    use CountedFields;

    /** A thin wash on dry paper is dry after so long (own). */
    private const DRIES_SECONDS = 480;

    /** Layers lie this far apart along the lane, mm. */
    private const PITCH_MM = 10.0;

    public static function label(): string
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

    public static function tasks(int $count, string $lifting): array
    {
        $next = static fn (Stage $stage): BenchTask => new BenchTask('next-glaze', 'Next glaze, one field later', 'The same wash, stirred, from the next field to the end of the lane; one stroke, without going back.', 40, [CellRole::Glaze], $stage, rowGapSeconds: self::DRIES_SECONDS);

        return [
            new BenchTask('glaze', 'First glaze over the whole lane', 'One thin wash, enough for all layers, over the whole lane.', 90, [CellRole::Glaze], rowGapSeconds: self::DRIES_SECONDS),
            $next(Stage::OnDry),
            // In rounds: while one row's layer dries, the next row has its turn.
            ...array_fill(0, max(0, $count - 2), $next(Stage::Again)),
        ];
    }

    public static function protocols(): array
    {
        return [
            new Protocol(
                'glaze-lane', ['glazing'], 'Glaze lane, one layer more in every field',
                ['Mix enough of one thin wash for the whole lane.', 'Lay it over the whole lane; let it dry.', 'Lay it again from the second field on; let it dry; then from the third, and so on.', 'One stroke a field, without going back. Note the layer that stirs up what lies beneath.'],
                ['Glazing before the layer below is dry all through.', 'Going back into a field.', 'A wash that thickens while it stands: stir before every layer.'],
            ),
        ];
    }
}
