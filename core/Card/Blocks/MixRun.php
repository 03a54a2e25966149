<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card\Blocks;

use MarshTrial\Core\Card\BenchTask;
use MarshTrial\Core\Card\BlockDefinition;
use MarshTrial\Core\Card\CellPlacer;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Card\CountedFields;
use MarshTrial\Core\Card\Protocol;

/** A run of counted ratios from the paint of a row to that of the card's first row, its partner; both stocks stand alone at the ends, so that unlike puddles are seen. */
final class MixRun implements BlockDefinition
{
    use CountedFields;

    /** Drops of paint in a stock, made up with water to so many. */
    public const STOCK_DROPS = 6;

    public const MADE_UP_TO_DROPS = SteppedLadder::MADE_UP_TO_DROPS;

    /** The row whose paint all others are mixed with. */
    public const PARTNER_ROW = 1;

    /** Drops of the row's own stock for drops of the partner's. */
    private const RATIOS = [4 => [[1, 0], [2, 1], [1, 2], [0, 1]], 5 => [[1, 0], [3, 1], [1, 1], [1, 3], [0, 1]], 6 => [[1, 0], [4, 1], [2, 1], [1, 1], [1, 3], [0, 1]], 7 => [[1, 0], [5, 1], [2, 1], [1, 1], [1, 2], [1, 5], [0, 1]]];

    private const PITCH_MM = 15.0;

    /**
     * Drops of full-strength paint in one field: of the row's own, and of the partner's.
     *
     * @return list<array{0: float, 1: float}> in the order of the fields
     */
    public static function drops(int $count): array
    {
        return array_map(static fn (array $r): array => [self::STOCK_DROPS * $r[0] / max(1, $r[0] + $r[1]), self::STOCK_DROPS * $r[1] / max(1, $r[0] + $r[1])], self::RATIOS[$count] ?? []);
    }

    /** @return array{0: int, 1: int} drops of the stocks, as they were counted */
    public static function ratio(int $count, int $field): array
    {
        return self::RATIOS[$count][$field];
    }

    public static function label(): string
    {
        return 'mix with row 1';
    }

    public static function tells(): string
    {
        return 'what it makes with one partner, the same for every row, in counted ratios';
    }

    public static function caption(): string
    {
        return 'mix: drops of this row’s stock : drops of row 1’s stock';
    }

    public static function counts(): array
    {
        return [4, 5, 7];
    }

    public static function fieldRole(): CellRole
    {
        return CellRole::Mix;
    }

    public static function fieldNames(int $count): array
    {
        return array_map(static fn (array $r): string => "$r[0]:$r[1]", self::RATIOS[$count] ?? []);
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
        return $at->fields(CellRole::Mix, $count, 1.5 + self::PITCH_MM / 2, self::PITCH_MM, 8, 11);
    }

    public static function tasks(int $count, string $lifting): array
    {
        return [new BenchTask('mix', 'Mix with row 1', sprintf('A stock of this row’s paint: %d drops made up to %d with water; the partner’s stock of row 1 likewise. So many drops of this stock into so many of the partner’s as stand above each field, stir, one field from each. In row 1 paint the first field alone.', self::STOCK_DROPS, self::MADE_UP_TO_DROPS), 420, [CellRole::Mix])];
    }

    public static function protocols(): array
    {
        return [
            new Protocol(
                'mix-by-drops', [], 'A run of mixes with one partner, by counted drops of two stocks',
                [sprintf('Make a stock of each paint: %d drops of full-strength paint made up to %d with water.', self::STOCK_DROPS, self::MADE_UP_TO_DROPS), 'For each field take so many drops of either stock as stand above it; the same dropper for all.', 'Stir until it is one colour; lay one field with one load of the same brush.', 'The first and the last field are the stocks alone.'],
                ['Puddles that are unlike: a stock that dried, or was not stirred. The stocks alone show it.', 'Another dropper in between: drops differ in size.', 'Unequal loads from field to field: compare at one depth only.'],
            ),
        ];
    }
}
