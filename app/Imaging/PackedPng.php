<?php

declare(strict_types=1);

namespace App\Imaging;

use Imagick;

/**
 * A PNG kept smaller without losing a byte: its pixels as lossless WebP, and beside them what makes the same file of them again, which are the
 * filter of every line and the settings of the compressor (PNG third edition, W3C 2025; RFC 1950). The file comes out with the same hash, so that
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
        $lines = $parts === null ? false : @gzuncompress($parts['stream']);
        if ($parts === null || $lines === false || strlen($lines) !== $parts['height'] * ($parts['width'] * $parts['channels'] + 1)) {
            return null;
        }
        $settings = self::settings($parts['stream'], $lines);
        if ($settings === null) {
            return null;
        }
        $line = $parts['width'] * $parts['channels'] + 1;
        $filters = '';
        for ($at = 0; $at < strlen($lines); $at += $line) {
            $filters .= $lines[$at];
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
        $lines = self::filtered($pixels, base64_decode($of['filters']), $of['width'] * $of['channels'], $of['channels']);
        $stream = self::deflated($lines, $of['settings']);
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
    private static function settings(string $stream, string $lines): ?array
    {
        $probe = substr($lines, 0, self::PROBE);
        foreach (self::STRATEGIES as $strategy) {
            foreach (self::MEMORIES as $memory) {
                foreach (self::LEVELS as $level) {
                    $settings = ['level' => $level, 'memory' => $memory, 'strategy' => $strategy];
                    $given = self::deflated($probe, $settings);
                    $settled = strlen($probe) === strlen($lines) ? strlen($given) : max(2, strlen($given) - self::UNSETTLED);
                    // The first two bytes name a class of levels, which some writers set otherwise.
                    if (strncmp($given, $stream, $settled) === 0 && self::deflated($lines, $settings) === $stream) {
                        return $settings;
                    }
                }
            }
        }

        return null;
    }

    /** @param array{level: int, memory: int, strategy: int} $settings */
    private static function deflated(string $lines, array $settings): string
    {
        $deflate = deflate_init(ZLIB_ENCODING_DEFLATE, $settings) ?: throw new \LogicException('zlib did not start.');

        return (string) deflate_add($deflate, $lines, ZLIB_FINISH);
    }

    /**
     * Lines as they were filtered: every byte less what its neighbours foretell, modulo 256.
     *
     * @param string $filters one byte a line: 0 none, 1 left, 2 above, 3 mean, 4 Paeth
     */
    private static function filtered(string $pixels, string $filters, int $width, int $step): string
    {
        $out = '';
        $above = str_repeat("\0", $width);
        for ($y = 0, $at = 0; $y < strlen($filters); $y++, $at += $width) {
            $line = substr($pixels, $at, $width);
            $kind = ord($filters[$y]);
            $out .= $filters[$y].match ($kind) {
                0 => $line,
                2 => self::less($line, $above),
                1 => self::less($line, str_repeat("\0", $step).substr($line, 0, $width - $step)),
                3 => self::less($line, self::means($line, $above, $step)),
                default => self::less($line, self::paeth($line, $above, $step)),
            };
            $above = $line;
        }

        return $out;
    }

    private static function less(string $line, string $foretold): string
    {
        $a = unpack('C*', $line) ?: [];
        $b = unpack('C*', $foretold) ?: [];
        foreach ($a as $i => $v) {
            $a[$i] = $v - $b[$i] & 255;
        }

        return pack('C*', ...$a);
    }

    private static function means(string $line, string $above, int $step): string
    {
        $now = array_values(unpack('C*', $line) ?: []);
        $up = array_values(unpack('C*', $above) ?: []);
        $out = [];
        foreach ($up as $i => $b) {
            $out[] = ($i >= $step ? $now[$i - $step] : 0) + $b >> 1;
        }

        return pack('C*', ...$out);
    }

    private static function paeth(string $line, string $above, int $step): string
    {
        $now = array_values(unpack('C*', $line) ?: []);
        $up = array_values(unpack('C*', $above) ?: []);
        $out = [];
        foreach ($up as $i => $b) {
            $a = $i >= $step ? $now[$i - $step] : 0;
            $c = $i >= $step ? $up[$i - $step] : 0;
            $pa = abs($b - $c);
            $pb = abs($a - $c);
            $pc = abs($a + $b - 2 * $c);
            $out[] = $pa <= $pb && $pa <= $pc ? $a : ($pb <= $pc ? $b : $c);
        }

        return pack('C*', ...$out);
    }
}
