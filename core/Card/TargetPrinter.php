<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card;

/** Prints the carrier of a target as SVG: marks, code, and an outline for every patch to be painted or stuck on. */
final class TargetPrinter
{
    public static function print(TargetSheet $sheet, string $name): string
    {
        $o = $sheet->piece->outline;
        $rect = static fn (Rect $r, string $style): string => sprintf('<rect x="%.3f" y="%.3f" width="%.3f" height="%.3f" %s/>', $r->x, $r->y, $r->width, $r->height, $style);
        $parts = [$rect($o, 'fill="white" stroke="#999" stroke-width="0.2"'), ...SvgPrinter::finders($sheet->piece, $sheet->code())];
        for ($i = 0; $i < $sheet->count(); $i++) {
            $parts[] = $rect($sheet->patch($i), 'fill="none" stroke="#bbb" stroke-width="0.1"');
        }
        $parts[] = sprintf('<text x="%.3f" y="%.3f" font-size="3" text-anchor="middle" font-family="sans-serif">%s · %d by %d · first patch beside the ring</text>', $o->width / 2, $o->height - 6, SvgText::of($name), $sheet->columns, $sheet->rows);

        return sprintf('<svg xmlns="http://www.w3.org/2000/svg" width="%1$.3fmm" height="%2$.3fmm" viewBox="0 0 %1$.3f %2$.3f">%3$s</svg>', $o->width, $o->height, implode('', $parts));
    }
}
