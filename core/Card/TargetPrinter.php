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
        $parts = [$rect($o, 'fill="white" stroke="#999" stroke-width="0.2"')];
        foreach ($sheet->piece->marks as $mark) {
            $parts[] = sprintf('<circle cx="%.3f" cy="%.3f" r="%.3f" fill="black"/>', $mark->centre->x, $mark->centre->y, $mark->sizeMm / 2);
            if ($mark->shape === MarkShape::Ring) {
                $parts[] = sprintf('<circle cx="%.3f" cy="%.3f" r="%.3f" fill="white"/>', $mark->centre->x, $mark->centre->y, $mark->sizeMm / 4);
            }
        }
        foreach ($sheet->code()->bits() as $i => $bit) {
            if ($bit === 1) {
                $m = CardLayout::CODE_MODULE_MM;
                $parts[] = $rect(new Rect($sheet->piece->codeArea->x + $m * ($i % CardCode::COLUMNS), $sheet->piece->codeArea->y + $m * intdiv($i, CardCode::COLUMNS), $m, $m), 'fill="black"');
            }
        }
        for ($i = 0; $i < $sheet->count(); $i++) {
            $parts[] = $rect($sheet->patch($i), 'fill="none" stroke="#bbb" stroke-width="0.1"');
        }
        $parts[] = sprintf('<text x="%.3f" y="%.3f" font-size="3" text-anchor="middle" font-family="sans-serif">%s · %d by %d · first patch beside the ring</text>', $o->width / 2, $o->height - 6, htmlspecialchars($name, ENT_XML1), $sheet->columns, $sheet->rows);

        return sprintf('<svg xmlns="http://www.w3.org/2000/svg" width="%1$.3fmm" height="%2$.3fmm" viewBox="0 0 %1$.3f %2$.3f">%3$s</svg>', $o->width, $o->height, implode('', $parts));
    }
}
