<?php

declare(strict_types=1);

namespace MarshTrial\Core\Imaging;

use MarshTrial\Core\Card\FiducialShape;

/** Finds round dark spots in a coarse copy of the picture, by their area and second moments. */
final class BlobFinder
{
    /** Longer side of the coarse copy, pixels; a photograph shows more around the card. */
    private const COARSE = 600;

    private const COARSE_PHOTO = 1000;

    /** Share of a scan that may be dark. */
    private const MOST_DARK = 0.25;

    /** Longer over shorter axis that a mark may have, seen straight and aslant. */
    private const LONGEST = 1.35;

    private const LONGEST_PHOTO = 1.65;

    /** Second moments over area, as a multiple of a disc's: most of a disc, least and most of a ring (own; a hole of half the width has 1.67, 1.27 where ink ran by 0.35 mm). */
    private const FULL = [1.14, 1.17, 2.3];

    /** Smallest spot that is looked at, pixels of the coarse copy. */
    private const LEAST_PIXELS = 25;

    /** Side of the squares within which light counts as even, pixels of the coarse copy, and what is dark in them, as a share of their white. */
    private const TILE = 34;

    private const DARK_SHARE = 0.36;

    /**
     * @param bool $photo light may fall unevenly, and the card need not fill the picture
     * @param int|null $coarse longer side of the copy that is looked at, pixels; null: what suits a card
     *
     * @return list<Blob>
     *
     * @throws PictureFault when there is no paper in the picture
     */
    public static function find(PixelGrid $picture, bool $photo = false, ?int $coarse = null): array
    {
        $step = max(1, (int) ceil(max($picture->width, $picture->height) / ($coarse ?? ($photo ? self::COARSE_PHOTO : self::COARSE))));
        $w = intdiv($picture->width, $step);
        $h = intdiv($picture->height, $step);
        $codes = self::coarse($picture, $step, $w, $h);
        $white = self::white($codes, $picture);
        $mask = $photo ? self::maskByTiles($codes, $picture, $w, $h) : self::mask($codes, self::limit($picture, 0.3 * $white));
        // A scan is mostly paper; where much is dark the card lies on a table, and only the other way of looking finds it.
        if (! $photo && substr_count($mask, '1') > self::MOST_DARK * strlen($mask)) {
            return [];
        }
        $blobs = [];
        foreach (self::spots($mask, $w, $h) as $moments) {
            $blob = self::round($moments, $step, $photo ? self::LONGEST_PHOTO : self::LONGEST);
            if ($blob !== null) {
                $blobs[] = $blob;
            }
        }

        return $blobs;
    }

    /** Every so many pixels the high byte of the green sample, which is enough to find dark spots. */
    private static function coarse(PixelGrid $picture, int $step, int $w, int $h): string
    {
        $data = $picture->data;
        $bytes = $picture->bytesPerSample;
        $offset = intdiv($step, 2) * ($picture->width + 1) * 3 * $bytes + 2 * $bytes - 1;
        $stride = $step * 3 * $bytes;
        $codes = str_repeat("\0", $w * $h);
        for ($y = $i = 0; $y < $h; $y++) {
            $at = $offset + $y * $step * $picture->width * 3 * $bytes;
            for ($x = 0; $x < $w; $x++, $at += $stride) {
                $codes[$i++] = $data[$at];
            }
        }

        return $codes;
    }

    /** Linear value that a tenth of the picture exceeds. */
    private static function white(string $codes, PixelGrid $picture): float
    {
        $levels = $picture->tables[1];
        $white = $levels[self::percentile($codes, 0.1) * intdiv(count($levels), 256)];
        if ($white < 0.08) {
            throw PictureFault::allDark();
        }

        return $white;
    }

    /** Code that a share of all codes reach or exceed. */
    private static function percentile(string $codes, float $share): int
    {
        $histogram = count_chars($codes, 1);
        $rest = (int) ($share * strlen($codes));
        for ($code = 255; $code >= 0; $code--) {
            $rest -= $histogram[$code] ?? 0;
            if ($rest <= 0) {
                return $code;
            }
        }

        return 0;
    }

    /** First code whose linear value is not below this one. */
    private static function limit(PixelGrid $picture, float $linear): int
    {
        $levels = $picture->tables[1];
        $unit = intdiv(count($levels), 256);
        $limit = 0;
        while ($limit < 255 && $levels[$limit * $unit] < $linear) {
            $limit++;
        }

        return $limit;
    }

    /** Two symbols, so that the search for dark pixels runs inside the string functions. */
    private static function mask(string $codes, int $limit): string
    {
        static $tables = [];
        $tables[$limit] ??= [
            implode('', array_map(chr(...), range(0, 255))), str_repeat('1', $limit).str_repeat('0', 256 - $limit),
        ];

        return strtr($codes, ...$tables[$limit]);
    }

    /** What is dark against the paper around it. */
    private static function maskByTiles(string $codes, PixelGrid $picture, int $w, int $h): string
    {
        $whites = [];
        for ($ty = 0; $ty * self::TILE < $h; $ty++) {
            for ($tx = 0; $tx * self::TILE < $w; $tx++) {
                $tile = '';
                for ($y = $ty * self::TILE; $y < min($h, ($ty + 1) * self::TILE); $y += 2) {
                    $tile .= substr($codes, $y * $w + $tx * self::TILE, min(self::TILE, $w - $tx * self::TILE));
                }
                $whites[$ty][$tx] = self::percentile($tile, 0.2);
            }
        }
        $levels = $picture->tables[1];
        $unit = intdiv(count($levels), 256);
        // Neighbours of one limit are masked together.
        $stretches = [];
        foreach ($whites as $ty => $line) {
            foreach (array_keys($line) as $tx) {
                $around = max(array_map(static fn (array $l): int => max(array_slice($l, max(0, $tx - 1), 2 + min(1, $tx))), array_slice($whites, max(0, $ty - 1), 2 + min(1, $ty))));
                // A square that is nearly all table is judged by itself, or all of the table would be dark.
                $own = $levels[$whites[$ty][$tx] * $unit];
                $light = $levels[$around * $unit];
                $limit = self::limit($picture, self::DARK_SHARE * ($own < 0.4 * $light ? $own : $light));
                $length = min(self::TILE, $w - $tx * self::TILE);
                $last = count($stretches[$ty] ?? []) - 1;
                if ($last >= 0 && $stretches[$ty][$last][2] === $limit) {
                    $stretches[$ty][$last][1] += $length;
                } else {
                    $stretches[$ty][] = [$tx * self::TILE, $length, $limit];
                }
            }
        }
        $mask = '';
        for ($y = 0; $y < $h; $y++) {
            foreach ($stretches[intdiv($y, self::TILE)] as [$x, $length, $limit]) {
                $mask .= self::mask(substr($codes, $y * $w + $x, $length), $limit);
            }
        }

        return $mask;
    }

    /**
     * Dark pixels that hang together, as runs of lines that touch runs of the line above; spots that reach the border of the picture are left out.
     *
     * @return list<array{0: int, 1: int, 2: int, 3: int, 4: int, 5: int}> of each spot: pixels, and the sums of x, y, x x, y y, x y over them
     */
    private static function spots(string $mask, int $w, int $h): array
    {
        $parents = $n = $sx = $sy = $sxx = $syy = $sxy = $edge = [];
        $above = [];
        $y = -1;
        $line = [];
        $from = 0;
        $at = strpos($mask, '1');
        while ($at !== false) {
            if (intdiv($at, $w) !== $y) {
                $above = intdiv($at, $w) === $y + 1 ? $line : [];
                $y = intdiv($at, $w);
                $line = [];
                $from = 0;
            }
            $start = $at - $y * $w;
            $run = strspn($mask, '1', $at, $w - $start);
            $end = $start + $run;
            $own = count($parents);
            $parents[] = $own;
            // Sums of whole numbers and of their squares from start to end - 1.
            $first = $run * ($start + $end - 1) >> 1;
            $n[] = $run;
            $sx[] = $first;
            $sy[] = $y * $run;
            $sxx[] = intdiv(($end - 1) * $end * (2 * $end - 1) - ($start - 1) * $start * (2 * $start - 1), 6);
            $syy[] = $y * $y * $run;
            $sxy[] = $y * $first;
            $edge[] = $start === 0 || $end === $w || $y === 0 || $y === $h - 1;
            while ($from < count($above) && $above[$from][1] <= $start) {
                $from++;
            }
            for ($i = $from; $i < count($above) && $above[$i][0] < $end; $i++) {
                $other = $above[$i][2];
                while ($parents[$other] !== $other) {
                    $other = $parents[$other] = $parents[$parents[$other]];
                }
                if ($other !== $own) {
                    $parents[$own] = $other;
                    $n[$other] += $n[$own];
                    $sx[$other] += $sx[$own];
                    $sy[$other] += $sy[$own];
                    $sxx[$other] += $sxx[$own];
                    $syy[$other] += $syy[$own];
                    $sxy[$other] += $sxy[$own];
                    $edge[$other] = $edge[$other] || $edge[$own];
                    $own = $other;
                }
            }
            $line[] = [$start, $end, $own];
            $at = strpos($mask, '1', $at + $run);
        }
        $spots = [];
        foreach ($parents as $i => $parent) {
            if ($parent === $i && ! $edge[$i] && $n[$i] >= self::LEAST_PIXELS) {
                $spots[] = [$n[$i], $sx[$i], $sy[$i], $sxx[$i], $syy[$i], $sxy[$i]];
            }
        }

        return $spots;
    }

    /**
     * The mark that a spot may be, from its area and second moments.
     *
     * @param array{0: int, 1: int, 2: int, 3: int, 4: int, 5: int} $moments
     * @param float $longest longer over shorter axis that a mark may have
     */
    private static function round(array $moments, int $step, float $longest): ?Blob
    {
        [$n, $sx, $sy, $sxx, $syy, $sxy] = $moments;
        $mx = $sx / $n;
        $my = $sy / $n;
        $vx = $sxx / $n - $mx * $mx;
        $vy = $syy / $n - $my * $my;
        $cxy = $sxy / $n - $mx * $my;
        $root = sqrt(max(0.0, $vx * $vy - $cxy * $cxy));
        $long = ($vx + $vy) / 2 + sqrt((($vx - $vy) / 2) ** 2 + $cxy ** 2);
        if ($root <= 0 || $long / $root > $longest) {
            return null;
        }
        // 1 for a disc, 5/3 for a ring with a hole of half its width, less where ink ran into the hole.
        $fullness = 4 * M_PI * $root / $n;
        $shape = match (true) {
            $fullness < self::FULL[0] => FiducialShape::Disc,
            $fullness > self::FULL[1] && $fullness < self::FULL[2] => FiducialShape::Ring,
            default => null,
        };

        return $shape === null ? null : new Blob(
            ($mx + 0.5) * $step,
            ($my + 0.5) * $step,
            $step * ($shape === FiducialShape::Disc ? 4 * sqrt($root) : 4 * sqrt($root / 1.25)),
            $shape,
        );
    }
}
