<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card;

use MarshTrial\Core\CoreException;

/**
 * Lays out a property card on A4 across. Every row has a window of bare paper and then its blocks, all rows the same: side by
 * side while there is room, then on a further line of the same row.
 */
final class PropertyCard
{
    /** What a card consists of when nothing else is asked for. */
    public const USUAL = 'stroke,wash,lift';

    private const LEFT_MM = 48.0;

    private const RIGHT_MM = 281.0;

    private const TOP_MM = 24.0;

    private const BOTTOM_MM = 190.0;

    private const GAP_MM = 3.0;

    /** From one line of a row to the next, and from one row to the next, beyond their windows: room for captions. */
    private const LINE_GAP_MM = 7.0;

    private const ROW_GAP_MM = 9.0;

    private const PAPER_WIDTH_MM = 12.0;

    private const PAPER_HEIGHT_MM = 20.0;

    /**
     * @param list<RowLabel> $rows one to six, as many as the blocks leave room for
     * @param array<string, string> $protocols property => protocol, where it is not the usual one
     * @param list<Block>|null $blocks null: the usual ones
     *
     * @throws CoreException when the rows do not fit
     */
    public static function layout(string $uuid, string $title, array $rows, array $protocols = [], ?array $blocks = null): CardLayout
    {
        CardLayout::checkRows($rows);
        $blocks ??= Block::list(self::USUAL);
        $lines = self::lines($blocks);
        $most = self::roomFor($blocks);
        if (count($rows) > $most) {
            throw new CoreException(sprintf('With these blocks a sheet has room for %s; this card has %d.', $most === 1 ? 'one paint' : "$most paints", count($rows)));
        }
        $sheet = new Rect(0, 0, CardLayout::PAGE_WIDTH_MM, CardLayout::PAGE_HEIGHT_MM);
        $piece = Piece::withMarks('whole', $sheet, 10, CardLayout::MARK_SIZE_MM, CardLayout::codeArea(236, 7));
        $windows = $cells = [];
        $pitch = self::rowHeight($lines) + self::ROW_GAP_MM;
        foreach ($rows as $i => $label) {
            $top = self::TOP_MM + $i * $pitch;
            $paper = new Rect(self::LEFT_MM, $top, self::PAPER_WIDTH_MM, self::PAPER_HEIGHT_MM);
            $windows[] = new Window('whole', $label->row, 'paper', $paper, null);
            $cells[] = new Cell(CellId::of($label->row, CellRole::Paper), 'whole', $label->row, CellRole::Paper, 0, Rect::around($paper->centre()->x, $paper->centre()->y, 8, 15));
            foreach ($lines as $n => $line) {
                $x = self::LEFT_MM + ($n === 0 ? self::PAPER_WIDTH_MM + self::GAP_MM : 0);
                foreach ($line as $block) {
                    $windows[] = $block->window($label->row, $x, $top);
                    array_push($cells, ...$block->cells($label->row, $x, $top));
                    $x += $block->widthMm() + self::GAP_MM;
                }
                $top += self::lineHeight($line) + self::LINE_GAP_MM;
            }
        }

        return new CardLayout(CardKind::Property, $uuid, $title, $rows, [$piece], $windows, $cells, $protocols);
    }

    /**
     * How many paints a sheet has room for.
     *
     * @param list<Block> $blocks
     *
     * @return int 0 to 6
     */
    public static function mostRows(array $blocks): int
    {
        return self::mostRowsOf(self::lines($blocks));
    }

    /**
     * The same for a card that is to be made.
     *
     * @param list<Block> $blocks
     *
     * @return int 1 to 6
     *
     * @throws CoreException when not even one paint fits
     */
    public static function roomFor(array $blocks): int
    {
        return self::mostRows($blocks) ?: throw new CoreException('These blocks do not fit on one sheet, even for one paint. Take some of them off.');
    }

    /** @param list<list<Block>> $lines */
    private static function mostRowsOf(array $lines): int
    {
        $height = self::rowHeight($lines);
        $room = self::BOTTOM_MM - self::TOP_MM - $height;

        return $room < 0 ? 0 : min(CardLayout::MAX_ROWS, 1 + (int) floor($room / ($height + self::ROW_GAP_MM)));
    }

    /**
     * Blocks side by side as far as they go, in the order given.
     *
     * @param list<Block> $blocks
     *
     * @return list<list<Block>>
     */
    private static function lines(array $blocks): array
    {
        $lines = [[]];
        $x = self::LEFT_MM + self::PAPER_WIDTH_MM + self::GAP_MM;
        foreach ($blocks as $block) {
            if ($x + $block->widthMm() > self::RIGHT_MM) {
                $lines[] = [];
                $x = self::LEFT_MM;
            }
            $lines[count($lines) - 1][] = $block;
            $x += $block->widthMm() + self::GAP_MM;
        }

        return $lines;
    }

    /** @param list<list<Block>> $lines */
    private static function rowHeight(array $lines): float
    {
        return array_sum(array_map(self::lineHeight(...), $lines)) + self::LINE_GAP_MM * (count($lines) - 1);
    }

    /** @param list<Block> $line */
    private static function lineHeight(array $line): float
    {
        return max(self::PAPER_HEIGHT_MM, ...array_map(static fn (Block $b): float => $b->kind->definition()::heightMm(), $line));
    }
}
