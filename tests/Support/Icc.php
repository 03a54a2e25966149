<?php

declare(strict_types=1);

namespace Tests\Support;

/** Builds small matrix-and-curve colour profiles (ICC.1:2001), for tests. */
final class Icc
{
    /** Colorants in D50 of sRGB (as published in the profile of IEC 61966-2-1), red, green, blue. */
    public const SRGB = [[0.43607, 0.22249, 0.01392], [0.38515, 0.71687, 0.09708], [0.14307, 0.06061, 0.71410]];

    /** Colorants in D50 of a space with a greener green (from memory of a common wide space). */
    public const WIDE = [[0.60974, 0.31111, 0.01947], [0.20528, 0.62567, 0.06087], [0.14919, 0.06322, 0.74457]];

    /** @param list<list<float>> $colorants */
    public static function matrix(string $name, array $colorants, string $curve): string
    {
        $tags = ['desc' => 'desc'.pack('N2', 0, strlen($name) + 1).$name."\0"];
        foreach (['r', 'g', 'b'] as $i => $channel) {
            $tags[$channel.'XYZ'] = 'XYZ '.pack('N', 0).implode('', array_map(self::fixed(...), $colorants[$i]));
            $tags[$channel.'TRC'] = $curve;
        }
        $directory = pack('N', count($tags));
        $data = '';
        $at = 128 + 4 + 12 * count($tags);
        foreach ($tags as $tag => $body) {
            $body = str_pad($body, (int) (4 * ceil(strlen($body) / 4)), "\0");
            $directory .= $tag.pack('N2', $at + strlen($data), strlen($body));
            $data .= $body;
        }
        $size = $at + strlen($data);
        $header = pack('N', $size).'test'.pack('N', 0x02400000).'scnrRGB XYZ '.str_repeat("\0", 12).'acsp'.str_repeat("\0", 88);

        return $header.$directory.$data;
    }

    public static function gamma(float $gamma): string
    {
        return 'curv'.pack('N2', 0, 1).pack('n', (int) round($gamma * 256));
    }

    public static function table(float $gamma, int $points): string
    {
        return 'curv'.pack('N2', 0, $points).pack('n*', ...array_map(static fn (int $i): int => (int) round(65535 * ($i / ($points - 1)) ** $gamma), range(0, $points - 1)));
    }

    public static function parametricGamma(float $gamma): string
    {
        return 'para'.pack('N', 0).pack('n2', 0, 0).self::fixed($gamma);
    }

    public static function parametricSrgb(): string
    {
        return 'para'.pack('N', 0).pack('n2', 3, 0).implode('', array_map(self::fixed(...), [2.4, 1 / 1.055, 0.055 / 1.055, 1 / 12.92, 0.04045]));
    }

    private static function fixed(float $v): string
    {
        return pack('N', (int) round($v * 65536) & 0xFFFFFFFF);
    }
}
