<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card\Blocks;

use MarshTrial\Core\Card\BenchTask;
use MarshTrial\Core\Card\BlockDefinition;
use MarshTrial\Core\Card\CellPlacer;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Card\CountedFields;
use MarshTrial\Core\Card\Protocol;

/** Fields of mixtures by counted drops. */
final class SteppedLadder implements BlockDefinition
{
    use CountedFields;

    /** Drops that every mixture has in all, and the drops of paint among them, strongest first. */
    public const MADE_UP_TO_DROPS = 20;

    private const DROPS = [5 => [12, 6, 4, 2, 1], 6 => [12, 8, 6, 4, 2, 1], 7 => [16, 12, 8, 6, 4, 2, 1], 8 => [16, 12, 8, 6, 4, 3, 2, 1]];

    private const PITCH_MM = 13.0;

    /**
     * Share of paint in each mixture, strongest first.
     *
     * @return list<float> 0 to 1
     */
    public static function concentrations(int $steps): array
    {
        return array_map(static fn (int $drops): float => $drops / self::MADE_UP_TO_DROPS, self::DROPS[$steps] ?? []);
    }

    public static function label(): string
    {
        return 'stepped ladder';
    }

    public static function tells(): string
    {
        return 'clear steps and tinting strength, by counted drops';
    }

    public static function caption(): string
    {
        return sprintf('ladder: drops of paint made up to %d with water', self::MADE_UP_TO_DROPS);
    }

    public static function counts(): array
    {
        return [5, 6, 8];
    }

    public static function fieldRole(): CellRole
    {
        return CellRole::Ladder;
    }

    public static function fieldNames(int $count): array
    {
        return array_map(strval(...), self::DROPS[$count]);
    }

    public static function widthMm(int $count): float
    {
        return self::PITCH_MM * $count + 3;
    }

    public static function painted(float $x, float $y, int $count): null
    {
        return null;
    }

    public static function cells(CellPlacer $at, int $count): array
    {
        return $at->fields(CellRole::Ladder, $count, 1.5 + self::PITCH_MM / 2, self::PITCH_MM, 7, 11);
    }

    public static function tasks(int $count, string $lifting): array
    {
        return [new BenchTask('ladder', 'Stepped ladder', 'The drops of paint above each field, made up to 20 drops with water and mixed well. One field from each, strongest first.', 300, [CellRole::Ladder])];
    }

    public static function protocols(): array
    {
        return [
            new Protocol(
                'ladder-by-drops', ['stepped gradation', 'strength'], 'Stepped ladder by counted drops',
                ['Take so many drops of full-strength paint as stand above the field, and make them up to 20 drops with water.', 'Mix until nothing settles; the same dropper for all.', 'Lay one field from each mixture with one load of the same brush, strongest first; let it dry lying level.', 'Strength follows from the palest fields: deposit against share of paint.'],
                ['Unmixed binder or a dry pan: the first drops are weaker.', 'Unequal loads from field to field.', 'Another dropper in between: drops differ in size.'],
            ),
        ];
    }
}
