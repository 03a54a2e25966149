<?php

declare(strict_types=1);

namespace MarshTrial\Core\Imaging;

use MarshTrial\Core\Card\MarkShape;

/** Finds round dark spots in a coarse copy of the picture, by their area and second moments. */
final class BlobFinder
{
    /** Longer side of the coarse copy, pixels. */
    private const COARSE = 600;

    /**
     * @return list<Blob>
     *
     * @throws PictureFault when there is no paper in the picture
     */
    public static function find(PixelGrid $picture): array
    {
        $step = max(1, (int) ceil(max($picture->width, $picture->height) / self::COARSE));
        $w = intdiv($picture->width, $step);
        $h = intdiv($picture->height, $step);
        [$dark, $any] = self::darkPixels($picture, $step, $w, $h);
        $blobs = [];
        if ($any) {
            foreach (array_keys($dark) as $seed) {
                if (isset($dark[$seed])) {
                    $blob = self::grow($dark, $seed, $w, $h, $step);
                    if ($blob !== null) {
                        $blobs[] = $blob;
                    }
                }
            }
        }

        return $blobs;
    }

    /** @return array{0: array<int, true>, 1: bool} */
    private static function darkPixels(PixelGrid $picture, int $step, int $w, int $h): array
    {
        $data = $picture->data;
        $bytes = $picture->bytesPerSample;
        // The high byte of the green sample is enough to find dark spots.
        $offset = intdiv($step, 2) * ($picture->width + 1) * 3 * $bytes + 2 * $bytes - 1;
        $stride = $step * 3 * $bytes;
        $codes = '';
        for ($y = 0; $y < $h; $y++) {
            $at = $offset + $y * $step * $picture->width * 3 * $bytes;
            $line = '';
            for ($x = 0; $x < $w; $x++, $at += $stride) {
                $line .= $data[$at] ?? "\xff";
            }
            $codes .= $line;
        }
        $histogram = count_chars($codes, 1);
        $rest = intdiv(strlen($codes), 10);
        $white = 0;
        for ($code = 255; $code >= 0; $code--) {
            $rest -= $histogram[$code] ?? 0;
            if ($rest <= 0) {
                $white = $code;
                break;
            }
        }
        $levels = $picture->tables[1];
        $unit = intdiv(count($levels), 256);
        if ($levels[$white * $unit] < 0.08) {
            throw PictureFault::allDark();
        }
        $limit = 0;
        while ($limit < 255 && $levels[$limit * $unit] < 0.3 * $levels[$white * $unit]) {
            $limit++;
        }
        // Translate to two symbols so that the search for dark pixels runs inside the string functions.
        $mask = strtr($codes, array_combine(array_map(chr(...), range(0, 255)), array_map(static fn (int $c): string => $c < $limit ? '1' : '0', range(0, 255))));
        $dark = [];
        $at = strpos($mask, '1');
        while ($at !== false) {
            $run = strspn($mask, '1', $at);
            for ($i = $at; $i < $at + $run; $i++) {
                $dark[$i] = true;
            }
            $at = strpos($mask, '1', $at + $run);
        }

        return [$dark, $dark !== []];
    }

    /** @param array<int, true> $dark pixels not yet visited; those of this spot are removed */
    private static function grow(array &$dark, int $seed, int $w, int $h, int $step): ?Blob
    {
        unset($dark[$seed]);
        $stack = [$seed];
        $n = 0;
        $sx = $sy = $sxx = $syy = $sxy = 0.0;
        $edge = false;
        while ($stack !== []) {
            $p = array_pop($stack);
            $x = $p % $w;
            $y = intdiv($p, $w);
            $n++;
            $sx += $x;
            $sy += $y;
            $sxx += $x * $x;
            $syy += $y * $y;
            $sxy += $x * $y;
            if ($x === 0 || $y === 0 || $x === $w - 1 || $y === $h - 1) {
                $edge = true;

                continue;
            }
            foreach ([$p - 1, $p + 1, $p - $w, $p + $w] as $q) {
                if (isset($dark[$q])) {
                    unset($dark[$q]);
                    $stack[] = $q;
                }
            }
        }
        if ($n < 25 || $edge) {
            return null;
        }
        $mx = $sx / $n;
        $my = $sy / $n;
        $vx = $sxx / $n - $mx * $mx;
        $vy = $syy / $n - $my * $my;
        $cxy = $sxy / $n - $mx * $my;
        $root = sqrt(max(0.0, $vx * $vy - $cxy * $cxy));
        $long = ($vx + $vy) / 2 + sqrt((($vx - $vy) / 2) ** 2 + $cxy ** 2);
        if ($root <= 0 || $long / $root > 1.35) {
            return null;
        }
        // 1 for a disc, 5/3 for a ring with a hole of half its width.
        $fullness = 4 * M_PI * $root / $n;
        $shape = match (true) {
            $fullness < 1.25 => MarkShape::Disc,
            $fullness > 1.35 && $fullness < 2.3 => MarkShape::Ring,
            default => null,
        };

        return $shape === null ? null : new Blob(
            ($mx + 0.5) * $step,
            ($my + 0.5) * $step,
            $step * ($shape === MarkShape::Disc ? 4 * sqrt($root) : 4 * sqrt($root / 1.25)),
            $shape,
        );
    }
}
