<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card;

/** Draws labels for pans and tubes as SVG at true size, on A4 across, with lines to cut along: 1 user unit is 1 mm. */
final class LabelPrinter
{
    public const WIDTH_MM = 64.0;

    public const HEIGHT_MM = 22.0;

    public const LEFT_MM = 12.5;

    public const TOP_MM = 8.0;

    public const COLUMNS = 4;

    public const ROWS = 8;

    private const GAP_MM = 4.0;

    public const PER_PAGE = self::COLUMNS * self::ROWS;

    /** @param list<array{name: string, maker: string, pigments: string, more: string, place: string, cautions: bool}> $labels at most PER_PAGE */
    public static function page(array $labels): string
    {
        $parts = [];
        foreach (array_slice($labels, 0, self::PER_PAGE) as $i => $label) {
            $at = self::place($i);
            $parts[] = sprintf('<rect x="%.2f" y="%.2f" width="%.2f" height="%.2f" fill="none" stroke="#000" stroke-width="0.15"/>', $at->x, $at->y, $at->width, $at->height);
            $lines = [[$label['name'], 4.2, 'bold', 5.4], [$label['maker'], 2.8, 'normal', 9.4], [$label['pigments'], 3.2, 'bold', 13.4], [$label['more'], 2.4, 'normal', 16.9], [$label['place'], 2.4, 'normal', 20.2]];
            foreach ($lines as [$text, $size, $weight, $down]) {
                $parts[] = sprintf('<text x="%.2f" y="%.2f" font-size="%.1f" font-weight="%s">%s</text>', $at->x + 2.5, $at->y + $down, $size, $weight, SvgText::of(mb_strimwidth($text, 0, (int) (($at->width - 5) / ($size * 0.5)), '…')));
            }
            if ($label['cautions']) {
                $parts[] = sprintf('<text x="%.2f" y="%.2f" font-size="2.4" text-anchor="end">read its label</text>', $at->right() - 2, $at->y + 20.2);
            }
        }

        return "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"297mm\" height=\"210mm\" viewBox=\"0 0 297 210\" font-family=\"Helvetica, Arial, sans-serif\">\n<rect width=\"297\" height=\"210\" fill=\"#fff\"/>\n".implode("\n", $parts)."\n</svg>\n";
    }

    /** Outline of a label, from 0 along the rows. */
    public static function place(int $i): Rect
    {
        return new Rect(
            self::LEFT_MM + $i % self::COLUMNS * (self::WIDTH_MM + self::GAP_MM),
            self::TOP_MM + intdiv($i, self::COLUMNS) * (self::HEIGHT_MM + self::GAP_MM / 2),
            self::WIDTH_MM, self::HEIGHT_MM,
        );
    }
}
