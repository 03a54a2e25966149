<?php

declare(strict_types=1);

namespace App\Imaging;

/**
 * Cuts out of a picture file what may tell where it was taken: GPS, XMP, IPTC, makers' notes, texts, and further pictures or films behind the
 * picture. Pixels, their compression, the colour profile, orientation, resolution and exposure stay bit for bit.
 *
 * JPEG: ITU-T T.81 annex B, Exif 2.32, CIPA DC-007 (further pictures). PNG: W3C PNG third edition, section 11. TIFF 6.0 section 2. WebP: RFC 9649.
 */
final class LocationCut
{
    /** Tags of TIFF and Exif: GPS IFD, and values that are blanked: XMP, IPTC, image resources, maker's note. */
    private const GPS = 0x8825;

    private const EXIF = 0x8769;

    private const BLANKED = [0x02BC => ' ', 0x83BB => "\0", 0x8649 => "\0", 0x927C => "\0"];

    /** Bytes of a value, by TIFF type. */
    private const SIZES = [1 => 1, 2 => 1, 3 => 2, 4 => 4, 5 => 8, 6 => 1, 7 => 1, 8 => 2, 9 => 4, 10 => 8, 11 => 4, 12 => 8, 13 => 4];

    private const MOST_IFDS = 32;

    /**
     * @param 'png'|'jpg'|'tif'|'webp' $extension
     *
     * @throws UnreadablePicture when the file is too damaged to tell what is in it
     */
    public static function of(string $bytes, string $extension): string
    {
        return match ($extension) {
            'jpg' => self::jpeg($bytes),
            'png' => self::png($bytes),
            'webp' => self::webp($bytes),
            'tif' => self::tiff($bytes, 0, strlen($bytes)),
        };
    }

    private static function jpeg(string $bytes): string
    {
        $out = "\xff\xd8";
        $at = 2;
        $length = strlen($bytes);
        while ($at + 4 <= $length) {
            // Fill bytes may stand before any marker.
            while ($at + 1 < $length && $bytes[$at] === "\xff" && $bytes[$at + 1] === "\xff") {
                $at++;
            }
            if ($bytes[$at] !== "\xff") {
                throw self::damaged();
            }
            $marker = ord($bytes[$at + 1]);
            $size = 2 + self::int(substr($bytes, $at + 2, 2), false);
            $segment = substr($bytes, $at, $size);
            $at += $size;
            $body = substr($segment, 4);
            $out .= match (true) {
                $marker === 0xE1 && str_starts_with($body, "Exif\0") => self::tiff($segment, 10, strlen($segment)),
                // XMP, IPTC, the index of further pictures, comments.
                $marker === 0xE1, $marker === 0xED, $marker === 0xFE, $marker === 0xE2 && str_starts_with($body, "MPF\0") => '',
                default => $segment,
            };
            if ($marker === 0xDA) {
                return $out.self::scans($bytes, $at);
            }
        }
        throw self::damaged();
    }

    /** The picture's own data from its first scan to its end; what stands behind is another picture or film. */
    private static function scans(string $bytes, int $from): string
    {
        $at = $from;
        while (($at = strpos($bytes, "\xff", $at)) !== false && $at + 1 < strlen($bytes)) {
            $marker = ord($bytes[$at + 1]);
            if ($marker === 0xD9) {
                return substr($bytes, $from, $at + 2 - $from);
            }
            // Tables between the scans of a progressive picture have a length; data, restarts and fill bytes have none.
            $at += $marker === 0xFF ? 1 : ($marker === 0 || ($marker >= 0xD0 && $marker <= 0xD7) ? 2 : 2 + self::int(substr($bytes, $at + 2, 2), false));
        }

        return substr($bytes, $from);
    }

    private static function png(string $bytes): string
    {
        $out = substr($bytes, 0, 8);
        for ($at = 8; $at + 12 <= strlen($bytes); $at += $size) {
            $size = 12 + self::int(substr($bytes, $at, 4), false);
            $type = substr($bytes, $at + 4, 4);
            $chunk = substr($bytes, $at, $size);
            if ($type === 'eXIf') {
                $data = self::tiff(substr($chunk, 8, -4), 0, $size - 12);
                $chunk = substr($chunk, 0, 8).$data.pack('N', crc32('eXIf'.$data));
            }
            $out .= in_array($type, ['tEXt', 'zTXt', 'iTXt'], true) ? '' : $chunk;
            if ($type === 'IEND') {
                break;
            }
        }

        return $out;
    }

    private static function webp(string $bytes): string
    {
        $end = min(strlen($bytes), 8 + self::int(substr($bytes, 4, 4), true));
        $bytes = substr($bytes, 0, $end);
        for ($at = 12; $at + 8 <= $end; $at += 8 + $size + $size % 2) {
            $size = min(self::int(substr($bytes, $at + 4, 4), true), $end - $at - 8);
            $data = substr($bytes, $at + 8, $size);
            $clean = match (substr($bytes, $at, 4)) {
                'EXIF' => self::tiff($data, str_starts_with($data, "Exif\0\0") ? 6 : 0, $size),
                'XMP ' => str_repeat(' ', $size),
                default => null,
            };
            if ($clean !== null) {
                $bytes = substr_replace($bytes, $clean, $at + 8, $size);
            }
        }

        return $bytes;
    }

    /** Blanks within a TIFF structure that begins at $base, so that no offset of it moves. */
    private static function tiff(string $bytes, int $base, int $end): string
    {
        $little = substr($bytes, $base, 2) === 'II';
        $todo = [[self::int(substr($bytes, $base + 4, 4), $little), false]];
        for ($n = 0; $todo !== [] && $n < self::MOST_IFDS; $n++) {
            [$offset, $gps] = array_pop($todo);
            $at = $base + $offset;
            if ($offset < 8 || $at + 2 > $end) {
                continue;
            }
            $count = self::int(substr($bytes, $at, 2), $little);
            for ($i = 0; $i < $count && $at + 14 + 12 * $i <= $end; $i++) {
                $entry = $at + 2 + 12 * $i;
                $tag = self::int(substr($bytes, $entry, 2), $little);
                $value = self::int(substr($bytes, $entry + 8, 4), $little);
                if ($tag === self::GPS && ! $gps) {
                    $todo[] = [$value, true];
                } elseif ($tag === self::EXIF && ! $gps) {
                    $todo[] = [$value, false];
                } elseif ($gps || isset(self::BLANKED[$tag])) {
                    $size = (self::SIZES[self::int(substr($bytes, $entry + 2, 2), $little)] ?? 1) * self::int(substr($bytes, $entry + 4, 4), $little);
                    $from = $size <= 4 ? $entry + 8 : $base + $value;
                    $size = max(0, min($size <= 4 ? 4 : $size, $end - $from));
                    $bytes = substr_replace($bytes, str_repeat($gps ? "\0" : self::BLANKED[$tag], $size), $from, $size);
                }
            }
            if (! $gps && $at + 6 + 12 * $count <= $end) {
                $todo[] = [self::int(substr($bytes, $at + 2 + 12 * $count, 4), $little), false];
            }
            if ($gps) {
                // A GPS directory without entries.
                $size = max(0, min(2 + 12 * $count, $end - $at));
                $bytes = substr_replace($bytes, str_repeat("\0", $size), $at, $size);
            }
        }

        return $bytes;
    }

    private static function int(string $bytes, bool $little): int
    {
        $value = 0;
        foreach (str_split($little ? strrev($bytes) : $bytes) as $byte) {
            $value = $value << 8 | ord($byte === '' ? "\0" : $byte);
        }

        return $value;
    }

    private static function damaged(): UnreadablePicture
    {
        return new UnreadablePicture('The picture’s header is damaged, so it cannot be told what is in it. Save it again.');
    }
}
