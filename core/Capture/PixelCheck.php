<?php

declare(strict_types=1);

namespace MarshTrial\Core\Capture;

use MarshTrial\Core\Imaging\PictureFault;
use MarshTrial\Core\Imaging\PixelGrid;

/** Whether the samples of a picture are such as a scanner or camera writes: in colour, and in many of them. */
final class PixelCheck
{
    /** Pixels that are looked at, spread evenly. */
    private const SAMPLES = 24000;

    /** Channels that differ by no more than this, in 8-bit code values, are alike; share of pixels in which they must be for a picture to be grey (own). */
    private const ALIKE = 2;

    private const GREY = 0.998;

    /** Colours of a palette. */
    private const PALETTE = 256;

    /** @throws PictureFault for a picture in grey, or of so few colours that it was saved with a palette */
    public static function colours(PixelGrid $picture): void
    {
        $n = $picture->width * $picture->height;
        $step = max(1, intdiv($n, self::SAMPLES)) | 1;
        $bytes = 3 * $picture->bytesPerSample;
        // Of 16 bits the upper eight tell enough.
        $upper = $picture->bytesPerSample - 1;
        $seen = [];
        $alike = $count = 0;
        for ($i = 0; $i < $n; $i += $step, $count++) {
            $at = $i * $bytes + $upper;
            $seen[$colour = self::colour($picture->data, $at, $upper)] = true;
            [$r, $g, $b] = self::parts($colour);
            $alike += abs($r - $g) <= self::ALIKE && abs($g - $b) <= self::ALIKE ? 1 : 0;
        }
        if ($alike >= self::GREY * $count) {
            throw PictureFault::grey();
        }
        // A nearly empty sheet may show few colours here and there; a palette has no more anywhere.
        if ($count > 10 * self::PALETTE && count($seen) <= self::PALETTE) {
            for ($at = $upper, $end = $n * $bytes; $at < $end && count($seen) <= self::PALETTE; $at += $bytes) {
                $seen[self::colour($picture->data, $at, $upper)] = true;
            }
            if (count($seen) <= self::PALETTE && ! self::isOneRamp(array_keys($seen))) {
                throw PictureFault::palette(count($seen));
            }
        }
    }

    /** The upper bytes of three samples, 0xRRGGBB. */
    private static function colour(string $data, int $at, int $upper): int
    {
        return ord($data[$at]) << 16 | ord($data[$at + 1 + $upper]) << 8 | ord($data[$at + 2 + 2 * $upper]);
    }

    /** @return array{0: int, 1: int, 2: int} */
    private static function parts(int $colour): array
    {
        return [$colour >> 16, $colour >> 8 & 255, $colour & 255];
    }

    /**
     * Whether all colours lie between one light colour and black, as on a printed sheet that a program drew and nobody painted.
     *
     * @param non-empty-list<int> $colours 0xRRGGBB
     */
    private static function isOneRamp(array $colours): bool
    {
        $parts = array_map(self::parts(...), $colours);
        usort($parts, static fn (array $a, array $b): int => array_sum($b) <=> array_sum($a));
        $lightest = $parts[0];
        foreach ($parts as $part) {
            $share = array_sum($part) / max(1, array_sum($lightest));
            foreach ($part as $c => $v) {
                if (abs($v - $share * $lightest[$c]) > self::ALIKE) {
                    return false;
                }
            }
        }

        return true;
    }
}
