<?php

declare(strict_types=1);

namespace MarshTrial\Core\Colour;

/** The 31 bands of light, 400 to 700 nm in steps of 10, in which paint acts, as it is modelled and as it is made believe. */
final class Bands
{
    public const COUNT = 31;

    public const FROM_NM = 400;

    public const STEP_NM = 10;

    /**
     * A value for every band.
     *
     * @param callable(float): float $of nm
     *
     * @return list<float>
     */
    public static function map(callable $of): array
    {
        return array_map(static fn (int $i): float => $of(self::FROM_NM + self::STEP_NM * $i), range(0, self::COUNT - 1));
    }

    /**
     * Weights by wavelength as weights by band: what lies beyond either end goes to the last band there.
     *
     * @param array<int, array<int, float>> $byNm every 10 nm
     *
     * @return list<list<float>>
     */
    public static function folded(array $byNm): array
    {
        $out = [];
        foreach ($byNm as $nm => $weights) {
            $i = max(0, min(self::COUNT - 1, intdiv($nm - self::FROM_NM, self::STEP_NM)));
            foreach ($weights as $k => $w) {
                $out[$i][$k] = ($out[$i][$k] ?? 0.0) + $w;
            }
        }
        ksort($out);

        return array_map(array_values(...), array_values($out));
    }

    /** @return list<list<float>> weights for X, Y, Z of a reflectance under D65, the perfect white being {@see Xyz::D65} */
    public static function xyz(): array
    {
        static $weights = null;
        if ($weights === null) {
            $white = Observer::white(Illuminant::d65());
            $weights = self::folded(array_map(static fn (array $w): array => [$w[0] * Xyz::D65[0] / $white[0], $w[1], $w[2] * Xyz::D65[2] / $white[2]], Observer::weights(Illuminant::d65())));
        }

        return $weights;
    }

    /** @return list<list<float>> weights for linear sRGB as the eye sees it under D65 */
    public static function rgb(): array
    {
        static $weights = null;

        return $weights ??= array_map(static fn (array $w): array => (new Xyz($w[0], $w[1], $w[2]))->toLinearRgb()->toArray(), self::xyz());
    }

    /**
     * @param list<float> $reflectance by band
     * @param list<list<float>> $weights by band
     *
     * @return list<float>
     */
    public static function sum(array $reflectance, array $weights): array
    {
        $out = array_fill(0, count($weights[0]), 0.0);
        foreach ($reflectance as $i => $r) {
            foreach ($weights[$i] as $k => $w) {
                $out[$k] += $w * $r;
            }
        }

        return $out;
    }

    /** @param list<float> $reflectance by band */
    public static function spectrum(array $reflectance): Spectrum
    {
        return new Spectrum(self::FROM_NM, self::STEP_NM, $reflectance);
    }
}
