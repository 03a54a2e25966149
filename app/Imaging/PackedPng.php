<?php

declare(strict_types=1);

namespace App\Imaging;

use Imagick;

/**
 * A PNG kept smaller without losing a byte: its pixels as lossless WebP, and beside them what makes the same file of them again, which are the
 * filter of every scanline and the settings of the compressor (PNG third edition, W3C 2025; RFC 1950). The file comes out with the same hash, so that
 * records and bundles which name it stay true.
 *
 * Only pictures of 8 bits in grey or RGB, not interlaced, whose compressor is found again, are packed: those of most scanners are.
 */
final class PackedPng
{
    private const MARK = "MTPACK1\n";

    private const SIGNATURE = "\x89PNG\r\n\x1a\n";

    /** Samples a pixel, by colour type. */
    private const CHANNELS = [0 => 1, 2 => 3];

    /** Bytes by which a compressor is recognized, before all of it is tried. */
    private const PROBE = 1_500_000;

    /** Of what the probe gives the last bytes may still change with what follows. */
    private const UNSETTLED = 66_000;

    /** Settings in the order in which they are likely: level, memory, strategy. */
    private const LEVELS = [6, 3, 9, 1, 7, 5, 4, 2, 8];

    private const MEMORIES = [8, 9];

    private const STRATEGIES = [ZLIB_DEFAULT_STRATEGY, ZLIB_FILTERED, ZLIB_RLE, ZLIB_HUFFMAN_ONLY, ZLIB_FIXED];

    /** @return string|null null where the same bytes would not come out again, or no room is won */
    public static function pack(string $png): ?string
    {
        $parts = self::parts($png);
        if ($parts === null) {
            return null;
        }
        // A byte for the filter stands before every scanline.
        $bytes = $parts['width'] * $parts['channels'] + 1;
        $scanlines = @gzuncompress($parts['stream']);
        if ($scanlines === false || strlen($scanlines) !== $parts['height'] * $bytes) {
            return null;
        }
        $settings = self::settings($parts['stream'], $scanlines);
        if ($settings === null) {
            return null;
        }
        $filters = '';
        for ($at = 0; $at < strlen($scanlines); $at += $bytes) {
            $filters .= $scanlines[$at];
        }
        $image = new Imagick;
        $image->readImageBlob($png);
        $image->setImageFormat('webp');
        $image->setOption('webp:lossless', 'true');
        $image->setOption('webp:exact', 'true');
        $image->setImageCompressionQuality(75);
        $image->stripImage();
        $header = json_encode([
            'width' => $parts['width'], 'height' => $parts['height'], 'channels' => $parts['channels'], 'settings' => $settings, 'lengths' => $parts['lengths'],
            'before' => base64_encode($parts['before']), 'after' => base64_encode($parts['after']), 'filters' => base64_encode($filters),
        ], JSON_THROW_ON_ERROR);
        $header = (string) gzcompress($header, 9);
        $packed = self::MARK.pack('N', strlen($header)).$header.$image->getImageBlob();

        return strlen($packed) < strlen($png) && hash('sha256', self::unpack($packed)) === hash('sha256', $png) ? $packed : null;
    }

    /** @throws UnreadablePicture where it is damaged */
    public static function unpack(string $packed): string
    {
        if (! str_starts_with($packed, self::MARK)) {
            throw new UnreadablePicture('This is no packed picture.');
        }
        $length = unpack('N', $packed, strlen(self::MARK))[1] ?? 0;
        $from = strlen(self::MARK) + 4;
        $of = json_decode((string) @gzuncompress(substr($packed, $from, $length)), true);
        try {
            $image = new Imagick;
            $image->readImageBlob(substr($packed, $from + $length));
            $image->setImageDepth(8);
            $image->setImageFormat($of['channels'] === 1 ? 'gray' : 'rgb');
            $pixels = $image->getImageBlob();
        } catch (\ImagickException $e) {
            throw new UnreadablePicture('A packed picture is damaged.', previous: $e);
        }
        $scanlines = self::filtered($pixels, base64_decode($of['filters']), $of['width'] * $of['channels'], $of['channels']);
        $stream = self::deflated($scanlines, $of['settings']);
        $png = base64_decode($of['before']);
        $at = 0;
        foreach ($of['lengths'] as [$length, $times]) {
            for ($i = 0; $i < $times; $i++, $at += $length) {
                $png .= self::chunk(substr($stream, $at, $length));
            }
        }

        return $png.base64_decode($of['after']);
    }

    /**
     * What is before and after the samples, and the samples' stream with the lengths in which it was cut.
     *
     * @return array{width: int, height: int, channels: 1|3, before: string, after: string, stream: string, lengths: list<array{int, int}>}|null null for what is not packed
     */
    private static function parts(string $png): ?array
    {
        if (! str_starts_with($png, self::SIGNATURE)) {
            return null;
        }
        $header = unpack('Nwidth/Nheight/Cdepth/Ctype/Ccompression/Cfilter/Cinterlace', substr($png, 16, 13));
        if ($header === false || $header['depth'] !== 8 || ! isset(self::CHANNELS[$header['type']]) || $header['interlace'] !== 0) {
            return null;
        }
        $first = $end = null;
        $stream = '';
        $lengths = [];
        for ($at = strlen(self::SIGNATURE); $at + 12 <= strlen($png); $at += $size + 12) {
            $size = (int) (unpack('N', $png, $at)[1] ?? 0);
            if (substr($png, $at + 4, 4) !== 'IDAT') {
                continue;
            }
            // A file whose sums are wrong would not come out the same.
            if (($end !== null && $end !== $at) || $at + 12 + $size > strlen($png) || substr($png, $at, $size + 12) !== self::chunk(substr($png, $at + 8, $size))) {
                return null;
            }
            $first ??= $at;
            $end = $at + $size + 12;
            $stream .= substr($png, $at + 8, $size);
            if ($lengths !== [] && $lengths[array_key_last($lengths)][0] === $size) {
                $lengths[array_key_last($lengths)][1]++;
            } else {
                $lengths[] = [$size, 1];
            }
        }

        return $first === null ? null : [
            'width' => $header['width'], 'height' => $header['height'], 'channels' => self::CHANNELS[$header['type']],
            'before' => substr($png, 0, $first), 'after' => substr($png, (int) $end), 'stream' => $stream, 'lengths' => $lengths,
        ];
    }

    private static function chunk(string $data): string
    {
        return pack('N', strlen($data)).'IDAT'.$data.pack('N', crc32("IDAT$data"));
    }

    /**
     * Which settings of zlib give this stream.
     *
     * @return array{level: int, memory: int, strategy: int}|null
     */
    private static function settings(string $stream, string $scanlines): ?array
    {
        $probe = substr($scanlines, 0, self::PROBE);
        foreach (self::STRATEGIES as $strategy) {
            foreach (self::MEMORIES as $memory) {
                foreach (self::LEVELS as $level) {
                    $settings = ['level' => $level, 'memory' => $memory, 'strategy' => $strategy];
                    $given = self::deflated($probe, $settings);
                    // Of a stream that small only the two bytes of its header are settled.
                    $settled = strlen($probe) === strlen($scanlines) ? strlen($given) : max(2, strlen($given) - self::UNSETTLED);
                    if (strncmp($given, $stream, $settled) === 0 && self::deflated($scanlines, $settings) === $stream) {
                        return $settings;
                    }
                }
            }
        }

        return null;
    }

    /** @param array{level: int, memory: int, strategy: int} $settings */
    private static function deflated(string $scanlines, array $settings): string
    {
        $deflate = deflate_init(ZLIB_ENCODING_DEFLATE, $settings) ?: throw new \LogicException('zlib did not start.');

        return (string) deflate_add($deflate, $scanlines, ZLIB_FINISH);
    }

    /**
     * Scanlines as they were filtered: every byte less what is predicted of it, modulo 256 (PNG, 9.2).
     *
     * @param string $filters one byte a scanline: 0 none, 1 sub, 2 up, 3 average, 4 Paeth
     * @param int $width bytes of a scanline
     * @param int $step bytes of a pixel
     */
    private static function filtered(string $pixels, string $filters, int $width, int $step): string
    {
        $out = '';
        $above = str_repeat("\0", $width);
        for ($y = 0; $y < strlen($filters); $y++) {
            $scanline = substr($pixels, $y * $width, $width);
            $kind = ord($filters[$y]);
            $out .= $filters[$y].($kind === 0 ? $scanline : self::residual($kind, $scanline, $above, $step));
            $above = $scanline;
        }

        return $out;
    }

    private static function residual(int $kind, string $scanline, string $above, int $step): string
    {
        $now = array_values(unpack('C*', $scanline) ?: []);
        $up = array_values(unpack('C*', $above) ?: []);
        $out = [];
        foreach ($now as $i => $v) {
            $left = $i < $step ? 0 : $now[$i - $step];
            $predicted = match ($kind) {
                1 => $left,
                2 => $up[$i],
                3 => $left + $up[$i] >> 1,
                default => self::paeth($left, $up[$i], $i < $step ? 0 : $up[$i - $step]),
            };
            $out[] = $v - $predicted & 255;
        }

        return pack('C*', ...$out);
    }

    /** Whichever of the neighbours is nearest to left + above - upper left. */
    private static function paeth(int $left, int $above, int $upperLeft): int
    {
        $toLeft = abs($above - $upperLeft);
        $toAbove = abs($left - $upperLeft);
        $toUpperLeft = abs($left + $above - 2 * $upperLeft);

        return $toLeft <= $toAbove && $toLeft <= $toUpperLeft ? $left : ($toAbove <= $toUpperLeft ? $above : $upperLeft);
    }
}
