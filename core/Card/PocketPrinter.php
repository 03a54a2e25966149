<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card;

/** Prints pocket frames as SVG at true size, six to a sheet of A4 across: some get lost, some are lent. */
final class PocketPrinter
{
    private const COLUMNS = 3;

    private const ROWS = 2;

    /** From one frame to the next, mm. */
    private const PITCH_MM = [90.0, 78.0];

    public static function sheet(): string
    {
        $frame = implode('', self::frame());
        $frames = [];
        for ($i = 0; $i < self::COLUMNS * self::ROWS; $i++) {
            $frames[] = sprintf('<g transform="translate(%.1f %.1f)">%s</g>', self::PITCH_MM[0] * ($i % self::COLUMNS), self::PITCH_MM[1] * intdiv($i, self::COLUMNS), $frame);
        }
        $words = [
            'Print at 100 % on the stiffest white paper that your printer takes, not glossy. Cut out the frames and their windows with a knife and a ruler.',
            'To check the printer: the window is 44 mm wide and 28 mm high. A frame that is torn, bent or stained is replaced by the next one.',
        ];
        foreach ($words as $i => $line) {
            $frames[] = SvgPrinter::text(new PrintedText(12, 168 + 5 * $i, 3.2, $line));
        }

        return sprintf(
            '<svg xmlns="http://www.w3.org/2000/svg" width="%1$dmm" height="%2$dmm" viewBox="0 0 %1$d %2$d" font-family="Helvetica, Arial, sans-serif">'
            ."\n<title>Pocket frames</title>\n<rect width=\"%1\$d\" height=\"%2\$d\" fill=\"#fff\"/>\n%3\$s\n</svg>\n",
            (int) CardLayout::PAGE_WIDTH_MM, (int) CardLayout::PAGE_HEIGHT_MM, implode("\n", $frames),
        );
    }

    /** @return list<string> the first frame */
    public static function frame(): array
    {
        $piece = PocketFrame::piece(PocketFrame::PIECE);
        $dashed = static fn (Rect $r): string => sprintf('<rect x="%.2f" y="%.2f" width="%.2f" height="%.2f" fill="none" stroke="#000" stroke-width="0.15" stroke-dasharray="1.5 1"/>', $r->x, $r->y, $r->width, $r->height);

        return [...SvgPrinter::finders($piece, PocketFrame::code()), $dashed($piece->outline), $dashed(PocketFrame::window()), ...array_map(SvgPrinter::text(...), PocketFrame::words())];
    }
}
