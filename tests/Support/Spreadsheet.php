<?php

declare(strict_types=1);

namespace Tests\Support;

/** A collection as somebody else would have kept it, in any length; every tenth row is wrong in a way of its own. */
final class Spreadsheet
{
    /** What is wrong with rows 10, 20, 30, 40 and 50 and so on; the words that the report has to use. */
    public const FAULTS = ['looks like a pigment code and is none', 'below zero', 'Colour name is missing', 'begins like a spreadsheet formula', 'not UTF-8'];

    /** Columns in an order of their own, a column that means nothing here, semicolons, decimal commas, a byte order mark. */
    public static function write(string $path, int $rows, bool $withFaults = true): void
    {
        $out = fopen($path, 'wb') ?: throw new \RuntimeException($path);
        fwrite($out, "\xEF\xBB\xBFColour;Brand;CI name;Shelf mark;Preis;ml;Type;Box;Slot no;Opened on\n");
        for ($i = 1; $i <= $rows; $i++) {
            $fault = $withFaults && $i % 10 === 0 ? intdiv($i, 10) % 5 : null;
            $number = $i * 7 % 300 + 1;
            fwrite($out, implode(';', [
                $fault === 3 ? '' : ($fault === 0 ? "Slack \xE9 $i" : "Slack Water $i"),
                $i % 3 === 0 ? 'Withy Colours' : 'Heron & Sluice',
                $fault === 1 ? "PX$number" : ['PB29', 'pb 28', 'PV19 / PR122', '', 'P.R.254'][$i % 5],
                $fault === 4 ? '=HYPERLINK("x")' : "\"M-$i; upper\"",
                $fault === 2 ? '-4,20' : sprintf('%d,%02d', 3 + $i % 15, $i % 100),
                $i % 2 === 0 ? '14' : '',
                $i % 2 === 0 ? 'tube' : 'pan',
                $i <= 400 ? 'Chest '.intdiv($i - 1, 100) : '', $i <= 400 ? ($i - 1) % 100 + 1 : '',
                $i % 4 === 0 ? '31.03.2026' : '',
            ])."\n");
        }
        fclose($out);
    }
}
