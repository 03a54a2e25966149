<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card;

/** Lays out a fade card on A4 across: a kept and an exposed piece side by side, each with its own marks and code. */
final class FadeCard
{
    /** Painted steps of a row: masstone, reference depth, tint. */
    public const DEPTHS = 3;

    public const DEPTH_WORDS = [1 => 'masstone', 2 => 'middle', 3 => 'tint'];

    private const PIECE_WIDTH_MM = 141.0;

    private const ROW_TOP_MM = 24.0;

    private const ROW_PITCH_MM = 26.0;

    private const WINDOW_HEIGHT_MM = 17.0;

    /**
     * @param list<RowLabel> $rows one to six
     * @param array<string, string> $protocols property => protocol, where it is not the usual one
     */
    public static function layout(string $uuid, string $title, array $rows, array $protocols = []): CardLayout
    {
        CardLayout::checkRows($rows);
        $height = self::ROW_TOP_MM + count($rows) * self::ROW_PITCH_MM + 12;
        $pieces = $windows = $cells = [];
        foreach (['kept' => 5.0, 'exposed' => 151.0] as $id => $left) {
            $outline = new Rect($left, 5, self::PIECE_WIDTH_MM, $height);
            $pieces[] = Piece::withMarks($id, $outline, 6, CardLayout::MARK_SIZE_MM, CardLayout::codeArea($left + 88, 7));
            foreach ($rows as $label) {
                $top = self::ROW_TOP_MM + 4 + ($label->row - 1) * self::ROW_PITCH_MM;
                $middle = $top + self::WINDOW_HEIGHT_MM / 2;
                $bare = new Rect($left + 33, $top, 14, self::WINDOW_HEIGHT_MM);
                $windows[] = new Window($id, $label->row, 'paper', $bare, null);
                $cells[] = new Cell(CellId::ofHalf($id, $label->row, CellRole::Paper), $id, $label->row, CellRole::Paper, 0, Rect::around($left + 40, $middle, 9, 12));
                for ($step = 1; $step <= self::DEPTHS; $step++) {
                    $area = new Rect($left + 50 + ($step - 1) * 27, $top, 24, self::WINDOW_HEIGHT_MM);
                    $windows[] = new Window($id, $label->row, 'depth', $area, Rect::around($area->centre()->x, $middle, 19, 13));
                    $cells[] = new Cell(CellId::ofHalf($id, $label->row, CellRole::Depth, $step), $id, $label->row, CellRole::Depth, $step, Rect::around($area->centre()->x, $middle, 13, 8));
                }
            }
        }

        return new CardLayout(CardKind::Fade, $uuid, $title, $rows, $pieces, $windows, $cells, $protocols);
    }

    /** @return list<Protocol> */
    public static function protocols(): array
    {
        return [
            new Protocol(
                'halves-painted-apart', ['lightfastness'], 'Two halves, painted one after the other',
                ['Paint the three depths on both halves with the same load.', 'Let them dry; scan both together before hanging.', 'Hang one in the window, keep the other in the dark; scan both together at every check.'],
                ['Halves mixed up.', 'No reading before hanging: the halves differ from the start.', 'Paper that bleaches; marker lines that fade.'],
            ),
        ];
    }
}
