<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card;

use MarshTrial\Core\CoreException;

/**
 * A frame with windows of one's own, printed, cut out and laid over any painted sheet: a page of an old swatch book can so be measured.
 * Every window is one row with one cell; one window or more shows the sheet's bare paper.
 */
final class OwnFrame
{
    public const MOST_WINDOWS = 48;

    public const LEAST_MM = 5.0;

    /** Where windows may be, mm on the sheet: clear of marks and code. */
    private const LEFT_MM = 18.0;

    private const TOP_MM = 24.0;

    private const RIGHT_MM = 279.0;

    private const BOTTOM_MM = 192.0;

    /** From a window's edge to its cell, so that the frame's shadow stays out; and least room between windows, mm (own). */
    private const INSET_MM = 1.2;

    private const GAP_MM = 1.5;

    /**
     * @param list<array{name: string, x: float, y: float, width: float, height: float, paper: bool}> $windows mm on the sheet
     *
     * @throws CoreException with a sentence when a window does not fit
     */
    public static function layout(string $uuid, string $title, array $windows): CardLayout
    {
        if ($windows === [] || count($windows) > self::MOST_WINDOWS) {
            throw new CoreException(sprintf('A frame has one to %d windows; this one has %d.', self::MOST_WINDOWS, count($windows)));
        }
        if (array_filter($windows, static fn (array $w): bool => $w['paper']) === []) {
            throw new CoreException('One window must show the bare paper of the sheet, so that deposits and light have something to be taken over. Mark it as bare paper.');
        }
        $rows = $out = $cells = [];
        foreach ($windows as $i => $w) {
            $name = trim($w['name']) === '' ? 'window '.($i + 1) : trim($w['name']);
            $area = new Rect(round($w['x'], 2), round($w['y'], 2), round($w['width'], 2), round($w['height'], 2));
            self::check($area, $name, $out);
            $n = $i + 1;
            $rows[] = new RowLabel($n, "window-$n", $name, '', '');
            $out[] = new Window('whole', $n, $w['paper'] ? 'paper' : 'own', $area, null);
            $cells[] = new Cell("w$n-".($w['paper'] ? 'paper' : 'own'), 'whole', $n, $w['paper'] ? CellRole::Paper : CellRole::Own, 0, Rect::around($area->centre()->x, $area->centre()->y, $area->width - 2 * self::INSET_MM, $area->height - 2 * self::INSET_MM));
        }
        $sheet = new Rect(0, 0, CardLayout::PAGE_WIDTH_MM, CardLayout::PAGE_HEIGHT_MM);

        return new CardLayout(CardKind::Frame, $uuid, $title, $rows, [Piece::withMarks('whole', $sheet, 10, CardLayout::MARK_SIZE_MM, CardLayout::codeArea(236, 7))], $out, $cells);
    }

    /** @param list<Window> $others */
    private static function check(Rect $area, string $name, array $others): void
    {
        if (min($area->width, $area->height) < self::LEAST_MM) {
            throw new CoreException(sprintf('The window “%s” is smaller than %d mm; too little would be seen through it.', $name, self::LEAST_MM));
        }
        if (! (new Rect(self::LEFT_MM, self::TOP_MM, self::RIGHT_MM - self::LEFT_MM, self::BOTTOM_MM - self::TOP_MM))->holds($area)) {
            throw new CoreException(sprintf('The window “%s” runs over the edge or into the marks; windows lie from %d to %d mm across and %d to %d mm down.', $name, self::LEFT_MM, self::RIGHT_MM, self::TOP_MM, self::BOTTOM_MM));
        }
        foreach ($others as $i => $other) {
            $o = $other->area;
            if ($area->x < $o->right() + self::GAP_MM && $area->right() > $o->x - self::GAP_MM && $area->y < $o->bottom() + self::GAP_MM && $area->bottom() > $o->y - self::GAP_MM) {
                throw new CoreException(sprintf('The window “%s” runs into window %d; leave %.1f mm between them.', $name, $i + 1, self::GAP_MM));
            }
        }
    }
}
