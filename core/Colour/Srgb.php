<?php

declare(strict_types=1);

namespace MarshTrial\Core\Colour;

/** The sRGB transfer function (IEC 61966-2-1), odd-symmetric so that values below zero survive. */
final class Srgb
{
    /** Encoded value (0..1) to linear light. */
    public static function decode(float $v): float
    {
        $a = abs($v);
        $linear = $a <= 0.04045 ? $a / 12.92 : (($a + 0.055) / 1.055) ** 2.4;

        return $v < 0 ? -$linear : $linear;
    }

    /** Linear light to encoded value (0..1). */
    public static function encode(float $v): float
    {
        $a = abs($v);
        $coded = $a <= 0.0031308 ? 12.92 * $a : 1.055 * $a ** (1 / 2.4) - 0.055;

        return $v < 0 ? -$coded : $coded;
    }

    /**
     * Decoding table for code values of the given depth.
     *
     * @param int $levels 256 or 65536
     *
     * @return list<float>
     */
    public static function decodingTable(int $levels = 256): array
    {
        $table = [];
        for ($i = 0; $i < $levels; $i++) {
            $table[] = self::decode($i / ($levels - 1));
        }

        return $table;
    }
}
