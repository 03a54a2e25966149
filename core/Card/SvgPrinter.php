<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card;

use MarshTrial\Core\Pigment\Cautions;
use MarshTrial\Core\Pigment\PigmentStatement;

/** Draws a card as SVG at true size: 1 user unit is 1 mm. */
final class SvgPrinter
{
    /** Captions of the lift window under other protocols than the usual one. */
    private const LIFTS = [
        'lift-gently' => 'not lifted · soft brush · leave alone',
        'lift-hard-scrub' => 'not lifted · leave alone · scrub hard',
        'lift-blot-wet' => 'not blotted · blot while wet · leave alone',
    ];

    /** Cautions that find room below the rows. */
    private const CAUTION_LINES = 4;

    /**
     * @param bool $frame true: windows to cut out and lay over hand-ruled paper; false: straight onto painting paper
     */
    public static function print(CardLayout $layout, bool $frame): string
    {
        if ($layout->kind->isUnderPocketFrames()) {
            return PocketPrinter::sheet();
        }
        $frame = $frame || $layout->kind === CardKind::Frame;
        $parts = [];
        foreach ($layout->pieces as $piece) {
            array_push($parts, ...self::piece($layout, $piece, $frame));
        }
        foreach ($layout->windows as $window) {
            array_push($parts, ...self::window($layout, $window, $frame));
        }
        array_push($parts, ...self::cautions($layout));
        if ($layout->kind === CardKind::Fade) {
            $parts[] = '<line x1="148.5" y1="2" x2="148.5" y2="'.self::n($layout->pieces[0]->outline->bottom() + 3).'" stroke="#000" stroke-width="0.2" stroke-dasharray="2 2"/>';
            $parts[] = new PrintedText(149.5, 3.4, 2.2, 'cut apart here');
        }
        $parts = array_map(static fn (PrintedText|string $part): string => is_string($part) ? $part : self::text($part), $parts);

        return '<svg xmlns="http://www.w3.org/2000/svg" width="297mm" height="210mm" viewBox="0 0 297 210" font-family="Helvetica, Arial, sans-serif">'
            ."\n<title>".SvgText::of("$layout->title, card {$layout->codeText()}")."</title>\n<rect width=\"297\" height=\"210\" fill=\"#fff\"/>\n"
            .implode("\n", $parts)."\n</svg>\n";
    }

    /**
     * Where words are printed on a card, however it is printed: no bare paper.
     *
     * @return list<Rect> mm on the sheet
     */
    public static function words(CardLayout $layout): array
    {
        if ($layout->kind->isUnderPocketFrames()) {
            return array_map(static fn (PrintedText $t): Rect => $t->bounds(), PocketFrame::words());
        }
        $parts = self::cautions($layout);
        foreach ([false, true] as $frame) {
            foreach ($layout->pieces as $piece) {
                array_push($parts, ...self::piece($layout, $piece, $frame));
            }
            foreach ($layout->windows as $window) {
                array_push($parts, ...self::window($layout, $window, $frame));
            }
        }

        return array_map(static fn (PrintedText $t): Rect => $t->bounds(), array_values(array_filter($parts, static fn (PrintedText|string $part): bool => $part instanceof PrintedText)));
    }

    /**
     * What a piece is found and recognised by: its marks and its code.
     *
     * @return list<string>
     */
    public static function finders(Piece $piece, CardCode $code): array
    {
        $out = [];
        foreach ($piece->marks as $mark) {
            $out[] = self::circle($mark->centre, $mark->sizeMm / 2, '#000');
            if ($mark->shape === FiducialShape::Ring) {
                $out[] = self::circle($mark->centre, $mark->sizeMm / 4, '#fff');
            }
        }
        $module = CardLayout::CODE_MODULE_MM;
        foreach ($code->bits() as $i => $bit) {
            if ($bit === 1) {
                $x = $piece->codeArea->x + $i % CardCode::COLUMNS * $module;
                $y = $piece->codeArea->y + intdiv($i, CardCode::COLUMNS) * $module;
                $out[] = '<rect x="'.self::n($x).'" y="'.self::n($y).'" width="'.self::n($module).'" height="'.self::n($module).'" fill="#000"/>';
            }
        }

        return $out;
    }

    /** @return list<PrintedText|string> */
    private static function piece(CardLayout $layout, Piece $piece, bool $frame): array
    {
        $out = self::finders($piece, CardCode::forCard($layout->uuid, $piece->id));
        $left = $piece->outline->x + ($piece->id === 'whole' ? 16 : 13);
        $top = $piece->outline->y + ($piece->id === 'whole' ? 10.5 : 6);
        $name = match ($piece->id) {
            'kept' => 'KEPT in the dark',
            'exposed' => 'EXPOSED in the window',
            default => $layout->kind === CardKind::Frame ? 'Own frame' : 'Property card',
        };
        $out[] = new PrintedText($left, $top, 4, "$name · {$layout->codeText()}", 'bold');
        $out[] = new PrintedText($left, $top + 4, 3, mb_strimwidth($layout->title, 0, $piece->id === 'whole' ? 110 : 44, '…'));
        if ($piece->id === 'whole') {
            $out[] = new PrintedText($left, $top + 7.5, 2.4, $frame
                ? ($layout->kind === CardKind::Frame ? 'Print at 100 %, cut out the windows, and lay it flat over the painted sheet; the windows marked bare show unpainted paper.' : 'Frame: print at 100 %, cut out the windows, lay over paper on which a black waterproof line 4 mm wide is ruled and dried along the ticks.')
                : 'Print at 100 % on the painting paper. Go over the line with waterproof black if the printer’s ink is not waterproof, and let it dry.');
        }
        foreach ($layout->kind === CardKind::Frame ? [] : $layout->rows as $row) {
            $windows = $layout->windowsOf($row->row, $piece->id);
            $y = $windows[0]->area->y;
            $room = $piece->id === 'whole' ? 19 : 15;
            $out[] = new PrintedText($left - ($piece->id === 'whole' ? 0 : 9), $y + 3.4, 3, mb_strimwidth("$row->row  $row->paint", 0, $room, '…'), 'bold');
            $out[] = new PrintedText($left - ($piece->id === 'whole' ? 0 : 9), $y + 7.2, 2.4, mb_strimwidth($row->maker, 0, $room + 6, '…'));
            $out[] = new PrintedText($left - ($piece->id === 'whole' ? 0 : 9), $y + 10.8, 2.8, mb_strimwidth($row->pigments, 0, $room + 1, '…'));
            $out[] = new PrintedText($left - ($piece->id === 'whole' ? 0 : 9), $y + 14.4, 2.2, "{$layout->codeText()} row $row->row");
        }

        return $out;
    }

    /** @return list<PrintedText|string> */
    private static function window(CardLayout $layout, Window $window, bool $frame): array
    {
        $r = $window->area;
        $box = '<rect x="'.self::n($r->x).'" y="'.self::n($r->y).'" width="'.self::n($r->width).'" height="'.self::n($r->height).'" ';
        $out = [$box.($frame ? 'fill="#fff" stroke="#000" stroke-width="0.15" stroke-dasharray="1.5 1"/>' : 'fill="none" stroke="#bbb" stroke-width="0.15"/>')];
        $kind = BlockKind::tryFrom($window->use);
        $names = $kind === null ? [] : $layout->fieldNames($window->row, $kind);
        foreach ($names as [$x, $name]) {
            $out[] = new PrintedText($x - 0.6 * strlen($name), $r->y - 0.8, 2.1, $name);
        }
        $caption = match (true) {
            $layout->kind === CardKind::Frame => $layout->rows[$window->row - 1]->paint.($window->use === 'paper' ? ' (bare)' : ''),
            $window->use === 'paper' => 'bare',
            $kind === BlockKind::Lift => self::LIFTS[$layout->protocols['staining'] ?? ''] ?? $kind->definition()::caption(),
            $kind !== null => $kind->definition()::caption(),
            default => self::depthWord($layout, $window),
        };
        if ($caption !== null) {
            $out[] = new PrintedText($r->x, $r->y - ($names === [] ? 0.8 : 3.4), 2.1, mb_strimwidth($caption, 0, (int) (($r->width + 2) / 0.98), '…'));
        }
        foreach ($kind?->definition()::partings() ?? [] as $x) {
            // Outside the window, where nothing is read.
            $out[] = '<path d="M'.self::n($r->x + $x).' '.self::n($r->y - 0.3).'v-1.2M'.self::n($r->x + $x).' '.self::n($r->bottom() + 0.3).'v1.2" stroke="#000" stroke-width="0.2" fill="none"/>';
        }
        if ($kind === BlockKind::Stroke) {
            array_push($out, ...self::line($r, $r->y + $r->height / 2, $frame));
        }
        if ($kind === BlockKind::SecondLine) {
            array_push($out, ...self::line($r, $layout->cellsOf($window->row, CellRole::UnderPainted)[0]->area->centre()->y, $frame));
            // The second line is ruled by hand, over the dry paint.
            array_push($out, ...self::line($r, $layout->cellsOf($window->row, CellRole::OverPainted)[0]->area->centre()->y, true));
        }

        return $out;
    }

    /**
     * The black line across a window: drawn, or ticks where it is to be ruled.
     *
     * @return list<string>
     */
    private static function line(Rect $r, float $y, bool $ticks): array
    {
        $half = CardLayout::LINE_MM / 2;

        return [$ticks
            ? '<path d="M'.self::n($r->x - 1.5).' '.self::n($y - $half).'h1.2m-1.2 4h1.2M'.self::n($r->right() + 0.3).' '.self::n($y - $half).'h1.2m-1.2 4h1.2" stroke="#000" stroke-width="0.2" fill="none"/>'
            : '<rect x="'.self::n($r->x + 0.3).'" y="'.self::n($y - $half).'" width="'.self::n($r->width - 0.6).'" height="'.self::n(2 * $half).'" fill="#000"/>'];
    }

    /** Which step of a fade strip is painted in a window. */
    private static function depthWord(CardLayout $layout, Window $window): ?string
    {
        foreach ($layout->cellsOf($window->row, CellRole::Depth, $window->piece) as $cell) {
            if ($window->area->holds($cell->area)) {
                return FadeCard::DEPTH_WORDS[$cell->step];
            }
        }

        return null;
    }

    /**
     * The cautions of all paints on the card, small, along its lower edge.
     *
     * @return list<PrintedText>
     */
    private static function cautions(CardLayout $layout): array
    {
        $all = [];
        foreach ($layout->rows as $row) {
            array_push($all, ...PigmentStatement::parse($row->pigments)->cautions());
        }
        $all = array_values(array_unique($all));
        if (array_filter($layout->rows, static fn (RowLabel $r): bool => $r->maker === '' && $r->pigments === '') !== []) {
            return [new PrintedText(20, CardLayout::PAGE_HEIGHT_MM - 3, 2.1, 'Blind card: the cautions of its paints are on the session’s page. '.Cautions::CLOSE)];
        }
        if ($all === []) {
            return [];
        }
        $lines = [...array_slice(array_diff($all, [Cautions::CLOSE]), 0, self::CAUTION_LINES), Cautions::CLOSE];
        if (count($all) - 1 > self::CAUTION_LINES) {
            $lines[count($lines) - 1] = 'More cautions apply: see the card’s page. '.Cautions::CLOSE;
        }
        $top = CardLayout::PAGE_HEIGHT_MM - 3 - 2.6 * (count($lines) - 1);

        return array_map(static fn (string $line, int $i): PrintedText => new PrintedText(20, $top + 2.6 * $i, 2.1, $line), $lines, array_keys($lines));
    }

    private static function circle(Point $centre, float $radius, string $fill): string
    {
        return '<circle cx="'.self::n($centre->x).'" cy="'.self::n($centre->y).'" r="'.self::n($radius).'" fill="'.$fill.'"/>';
    }

    public static function text(PrintedText $t): string
    {
        return '<text x="'.self::n($t->x).'" y="'.self::n($t->y).'" font-size="'.self::n($t->sizeMm).'" font-weight="'.$t->weight.'">'.SvgText::of($t->text).'</text>';
    }

    private static function n(float $v): string
    {
        return rtrim(rtrim(sprintf('%.3f', $v), '0'), '.');
    }
}
