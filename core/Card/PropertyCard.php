<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card;

/**
 * Lays out a property card on A4 across: per row a window of bare paper, one for the graded stroke along the black line,
 * one for the flat wash and one for the lift.
 */
final class PropertyCard
{
    /** Places along the graded stroke at which it is sampled. */
    public const STEPS = 10;

    private const ROW_TOP_MM = 24.0;

    private const ROW_PITCH_MM = 29.0;

    private const WINDOW_HEIGHT_MM = 20.0;

    /** Distance from the line's centre at which sampling over paper begins, and its depth, mm. */
    public const BESIDE_LINE_MM = 2.8;

    public const BESIDE_DEPTH_MM = 2.4;

    /**
     * @param list<RowLabel> $rows one to six
     * @param array<string, string> $protocols property => protocol, where it is not the usual one
     */
    public static function layout(string $uuid, string $title, array $rows, array $protocols = []): CardLayout
    {
        CardLayout::checkRows($rows);
        $sheet = new Rect(0, 0, CardLayout::PAGE_WIDTH_MM, CardLayout::PAGE_HEIGHT_MM);
        $piece = Piece::withMarks('whole', $sheet, 10, CardLayout::MARK_SIZE_MM, CardLayout::codeArea(236, 7));
        $windows = $cells = [];
        foreach ($rows as $label) {
            $top = self::ROW_TOP_MM + ($label->row - 1) * self::ROW_PITCH_MM;
            array_push($windows, ...self::windows($label->row, $top));
            array_push($cells, ...self::cells($label->row, $top + self::WINDOW_HEIGHT_MM / 2));
        }

        return new CardLayout(CardKind::Property, $uuid, $title, $rows, [$piece], $windows, $cells, $protocols);
    }

    /** @return list<Window> */
    private static function windows(int $row, float $top): array
    {
        $window = static fn (string $use, float $x, float $width, ?Rect $painted): Window => new Window('whole', $row, $use, new Rect($x, $top, $width, self::WINDOW_HEIGHT_MM), $painted);

        return [
            $window('paper', 48, 12, null),
            $window('stroke', 63, 126, new Rect(72, $top + 3, 108, 14)),
            $window('wash', 192, 30, new Rect(194, $top + 2, 26, 16)),
            $window('lift', 225, 56, new Rect(227, $top + 4, 52, 12)),
        ];
    }

    /** @return list<Cell> */
    private static function cells(int $row, float $middle): array
    {
        $cell = static fn (string $id, CellRole $role, int $step, Rect $area): Cell => new Cell("r$row-$id", 'whole', $row, $role, $step, $area);
        $cells = [
            $cell('paper', CellRole::Paper, 0, Rect::around(54, $middle, 8, 15)),
            $cell('line-left', CellRole::LineBare, 1, Rect::around(67, $middle, 5, 2.2)),
            $cell('line-right', CellRole::LineBare, 2, Rect::around(185, $middle, 5, 2.2)),
        ];
        $beside = self::BESIDE_LINE_MM + self::BESIDE_DEPTH_MM / 2;
        for ($step = 1; $step <= self::STEPS; $step++) {
            $x = 78 + ($step - 1) * 96 / (self::STEPS - 1);
            $cells[] = $cell("stroke-$step-above", CellRole::StrokePaper, $step, Rect::around($x, $middle - $beside, 6, self::BESIDE_DEPTH_MM));
            $cells[] = $cell("stroke-$step-below", CellRole::StrokePaper, $step, Rect::around($x, $middle + $beside, 6, self::BESIDE_DEPTH_MM));
            $cells[] = $cell("stroke-$step-black", CellRole::StrokeBlack, $step, Rect::around($x, $middle, 6, 2.2));
        }
        $cells[] = $cell('wash', CellRole::Wash, 0, Rect::around(207, $middle, 20, 11));
        foreach ([CellRole::LiftNone, CellRole::LiftSoft, CellRole::LiftStiff] as $i => $role) {
            $cells[] = $cell($role->value, $role, $i, Rect::around(236 + 17 * $i, $middle, 10, 6));
        }

        return $cells;
    }
}
