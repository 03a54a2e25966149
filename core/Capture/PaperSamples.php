<?php

declare(strict_types=1);

namespace MarshTrial\Core\Capture;

use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\Fiducial;
use MarshTrial\Core\Card\Piece;
use MarshTrial\Core\Card\Rect;
use MarshTrial\Core\Card\SvgPrinter;
use MarshTrial\Core\Card\TargetSheet;
use MarshTrial\Core\Imaging\PixelGrid;
use MarshTrial\Core\Imaging\PlacedPiece;

/** Where bare paper lies between the windows of a piece, and what a picture shows there. */
final class PaperSamples
{
    private const SIDE_MM = 3.0;

    /** Which of a sample's 49 pixels count, from the darkest. */
    private const KEPT = [12, 46];

    /**
     * Middles of squares of bare paper.
     *
     * @return list<array{0: float, 1: float}>
     */
    public static function places(Piece $piece, CardLayout $layout, float $pitchMm): array
    {
        $taken = [self::grown($piece->codeArea, 2.0), ...array_map(static fn (Fiducial $m): Rect => Rect::around($m->centre->x, $m->centre->y, $m->sizeMm + 3, $m->sizeMm + 3), $piece->marks)];
        if ($piece->id === TargetSheet::PIECE) {
            $taken[] = new Rect(12.5, 12.5, $piece->outline->width - 25, $piece->outline->height - 25);
        } else {
            foreach ($layout->windows as $window) {
                if ($window->piece === $piece->id) {
                    $taken[] = self::grown($window->area, 0.8);
                }
            }
            array_push($taken, ...array_map(static fn (Rect $words): Rect => self::grown($words, 0.4), SvgPrinter::words($layout)));
        }
        return self::free($piece->outline, $taken, $piece->id === TargetSheet::PIECE ? 5.0 : $pitchMm);
    }

    /**
     * Middles of free squares, about one pitch apart, wherever they find room.
     *
     * @param list<Rect> $taken
     *
     * @return list<array{0: float, 1: float}> line by line
     */
    private static function free(Rect $outline, array $taken, float $pitchMm): array
    {
        $half = self::SIDE_MM / 2;
        [$x0, $y0] = [$outline->x + 4, $outline->y + 4];
        // A map of the sheet in millimetres: where a middle may still be.
        [$columns, $rows] = [(int) ($outline->width - 8) + 1, (int) ($outline->height - 8) + 1];
        $map = array_fill(0, $rows, str_repeat("\1", $columns));
        $strike = static function (float $left, float $top, float $right, float $bottom) use (&$map, $columns, $rows): void {
            [$from, $to] = [max(0, (int) floor($left)), min($columns, (int) ceil($right) + 1)];
            for ($y = max(0, (int) floor($top)), $end = min($rows - 1, (int) ceil($bottom)); $from < $to && $y <= $end; $y++) {
                $map[$y] = substr_replace($map[$y], str_repeat("\0", $to - $from), $from, $to - $from);
            }
        };
        foreach ($taken as $t) {
            $strike($t->x - $half - $x0 + 0.999, $t->y - $half - $y0 + 0.999, $t->right() + $half - $x0 - 0.999, $t->bottom() + $half - $y0 - 0.999);
        }
        $out = [];
        $apart = $pitchMm - 1;
        for ($y = 0; $y < $rows; $y++) {
            for ($x = strpos($map[$y], "\1"); $x !== false; $x = strpos($map[$y], "\1", $x)) {
                $out[] = [$x0 + $x, $y0 + $y];
                $strike($x - $apart, $y, $x + $apart, $y + $apart);
            }
        }

        return $out;
    }

    private static function grown(Rect $r, float $by): Rect
    {
        return new Rect($r->x - $by, $r->y - $by, $r->width + 2 * $by, $r->height + 2 * $by);
    }

    /**
     * Paper around a place: the brighter part of its pixels, so that a printed letter does no harm.
     *
     * @return array{0: array{0: float, 1: float, 2: float}, 1: float, 2: int, 3: int, 4: float, 5: float}|null device value, noise as a share, pixels at the end of the scale, pixels, place in the picture
     */
    public static function sample(PixelGrid $picture, PlacedPiece $placed, float $x, float $y): ?array
    {
        [$u, $v] = $placed->placement->map($x, $y);
        $half = self::SIDE_MM / 2 * $placed->placement->scaleAt($x, $y);
        if ($u - $half < 0 || $v - $half < 0 || $u + $half >= $picture->width || $v + $half >= $picture->height) {
            return null;
        }
        [$reds, $greens, $blues] = $picture->tables;
        $data = $picture->data;
        $wide = $picture->bytesPerSample === 2;
        $full = $wide ? 65535 - 64 : 255;
        $codes = $order = [];
        $ends = 0;
        for ($j = -3; $j <= 3; $j++) {
            $line = (int) ($v + $j / 3 * $half) * $picture->width;
            for ($i = -3; $i <= 3; $i++) {
                $at = ($line + (int) ($u + $i / 3 * $half)) * 3;
                if ($wide) {
                    $at *= 2;
                    $rgb = [ord($data[$at]) | ord($data[$at + 1]) << 8, ord($data[$at + 2]) | ord($data[$at + 3]) << 8, ord($data[$at + 4]) | ord($data[$at + 5]) << 8];
                } else {
                    $rgb = [ord($data[$at]), ord($data[$at + 1]), ord($data[$at + 2])];
                }
                $ends += ($rgb[0] >= $full ? 1 : 0) + ($rgb[1] >= $full ? 1 : 0) + ($rgb[2] >= $full ? 1 : 0);
                // By green, then in turn.
                $order[] = $rgb[1] << 6 | count($codes);
                $codes[] = $rgb;
            }
        }
        sort($order);
        $sum = [0.0, 0.0, 0.0];
        for ($k = self::KEPT[0]; $k < self::KEPT[1]; $k++) {
            [$r, $g, $b] = $codes[$order[$k] & 63];
            $sum[0] += $reds[$r];
            $sum[1] += $greens[$g];
            $sum[2] += $blues[$b];
        }
        $count = self::KEPT[1] - self::KEPT[0];
        $mean = [$sum[0] / $count, $sum[1] / $count, $sum[2] / $count];

        return [$mean, ($greens[$order[41] >> 6] - $greens[$order[8] >> 6]) / 2 / max(1e-4, $mean[1]), $ends, 3 * count($codes), $u, $v];
    }

    /**
     * How much of the noise is that of single pixels.
     *
     * @param list<array{0: string, 1: float, 2: float, 3: float, 4: float, 5: array{0: float, 1: float, 2: float}}> $samples
     */
    public static function roughness(PixelGrid $picture, array $samples): float
    {
        $near = $far = 0.0;
        foreach ($samples as $k => [, , , $u, $v]) {
            if ($k % 4 !== 0 || $u < 9 || $v < 2 || $u > $picture->width - 10 || $v > $picture->height - 3) {
                continue;
            }
            for ($i = -8; $i < 4; $i++) {
                $here = $picture->green((int) $u + $i, (int) $v);
                $near += ($picture->green((int) $u + $i + 1, (int) $v) - $here) ** 2;
                $far += ($picture->green((int) $u + $i + 4, (int) $v) - $here) ** 2;
            }
        }

        return $far > 0 ? $near / $far : 1.0;
    }
}
