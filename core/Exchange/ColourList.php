<?php

declare(strict_types=1);

namespace MarshTrial\Core\Exchange;

/** Colours of paints for programs that draw: a GIMP palette, or CSS custom properties. Both say that they are pictures of paint on one screen, not paint. */
final class ColourList
{
    private const WARNING = [
        'Colours of dry paint as they were measured, in sRGB. A screen lies: it shows no granulation, no sheen and no paper, vivid paints are duller than',
        'they are wherever sRGB ends, and every screen shows another colour. For choosing a paint look at the strips and at the paint.',
    ];

    /**
     * GIMP palette, version 2.
     *
     * @param list<array{name: string, hex: string}> $colours hex: #rrggbb
     */
    public static function gimp(string $title, array $colours): string
    {
        $lines = ['GIMP Palette', 'Name: '.self::line($title), 'Columns: 3', ...array_map(static fn (string $w): string => "# $w", self::WARNING)];
        foreach ($colours as $c) {
            [$r, $g, $b] = array_map(static fn (string $h): int => (int) hexdec($h), str_split(substr($c['hex'], 1), 2));
            $lines[] = sprintf("%3d %3d %3d\t%s", $r, $g, $b, self::line($c['name']));
        }

        return implode("\n", $lines)."\n";
    }

    /**
     * CSS custom properties (css-variables-1); of two colours of one name the second bears a number.
     *
     * @param list<array{name: string, hex: string}> $colours hex: #rrggbb
     */
    public static function css(string $title, array $colours): string
    {
        $lines = ['/* '.str_replace('*/', '* /', self::line($title)), ...array_map(static fn (string $w): string => "   $w", self::WARNING), '*/', ':root {'];
        $seen = [];
        foreach ($colours as $c) {
            $name = trim((string) preg_replace('/[^a-z0-9]+/', '-', mb_strtolower($c['name'])), '-') ?: 'paint';
            $seen[$name] = ($seen[$name] ?? 0) + 1;
            $lines[] = sprintf('  --%s%s: %s;', $name, $seen[$name] > 1 ? "-$seen[$name]" : '', $c['hex']);
        }

        return implode("\n", [...$lines, '}'])."\n";
    }

    private static function line(string $text): string
    {
        return trim((string) preg_replace('/\s+/u', ' ', $text));
    }
}
