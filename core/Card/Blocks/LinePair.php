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

/** A line under the paint, and one ruled over it when dry. */
final class LinePair implements BlockDefinition
{
    use FixedFields;

    /** Distance of the two lines from the middle of their window, mm. */
    private const APART_MM = 6.0;

    public static function label(): string
    {
        return 'second line';
    }

    public static function tells(): string
    {
        return 'transparency by a line under and a line over the paint';
    }

    public static function caption(): string
    {
        return 'line, paint, then the lower line over it';
    }

    public static function needsLine(): bool
    {
        return true;
    }

    public static function heightMm(): float
    {
        return 24.0;
    }

    public static function widthMm(int $count): float
    {
        return 46.0;
    }

    public static function painted(float $x, float $y, int $count): Rect
    {
        return new Rect($x + 9, $y + 2, 28, 20);
    }

    public static function cells(CellPlacer $at, int $count): array
    {
        $cells = [$at->cell('between-lines', CellRole::BetweenLines, 0, 23, 18, 4)];
        foreach ([[CellRole::UnderBare, CellRole::UnderPainted, -self::APART_MM], [CellRole::OverBare, CellRole::OverPainted, self::APART_MM]] as [$bare, $painted, $down]) {
            $cells[] = $at->cell("$bare->value-left", $bare, 1, 4, 5, 2.2, $down);
            $cells[] = $at->cell("$bare->value-right", $bare, 2, 42, 5, 2.2, $down);
            $cells[] = $at->cell($painted->value, $painted, 0, 23, 18, 2.2, $down);
        }

        return $cells;
    }

    public static function tasks(int $count, string $lifting): array
    {
        return [
            new BenchTask('between-lines', 'Across the upper line', 'A middle strength, flat across the upper line and down over the ticks of the lower one.', 40, [CellRole::UnderPainted, CellRole::BetweenLines, CellRole::OverPainted]),
            new BenchTask('second-line', 'Rule the lower line over the paint', 'The same ink and pen as the first line, along the lower ticks, over the dry paint.', 40, [CellRole::OverBare, CellRole::OverPainted], Stage::OnDry, needsPan: false),
        ];
    }

    public static function protocols(): array
    {
        return [
            new Protocol(
                'line-under-and-over', ['two-line transparency'], 'A line under the paint and a line over it',
                ['Rule the upper line 4 mm wide with black waterproof ink and let it dry for a day, or for an hour at least.', 'Lay the paint flat across it, in a middle strength, and let it dry.', 'Rule the lower line along its ticks, over the dry paint, with the same ink and pen.', 'Scan. The line under the paint is compared with the line over it; the value is scaled to reference depth.'],
                ['Two different inks or pens.', 'A pen that digs up the paint.', 'The first line was not dry and ran.'],
            ),
        ];
    }
}
