<?php

declare(strict_types=1);

namespace MarshTrial\Core\Colour;

use MarshTrial\Core\CoreException;

/** The spectral power of a light, relative. */
final readonly class Illuminant
{
    public function __construct(public string $name, public Spectrum $power) {}

    public static function d65(): self
    {
        static $light = null;

        return $light ??= new self('D65', self::daylight(6503.5, [-0.296, -0.688])->power);
    }

    public static function d50(): self
    {
        static $light = null;

        return $light ??= new self('D50', self::daylight(5002.6, [-1.040, 0.367])->power);
    }

    /** CIE illuminant A (CIE 15): a full radiator at 2 856 K with the constants of its definition. */
    public static function a(): self
    {
        static $light = null;

        return $light ??= new self('A', self::radiator(2848.0, 1.435e7)->power);
    }

    /** @throws CoreException for another name than D65, D50 or A */
    public static function named(string $name): self
    {
        return match (strtoupper(trim($name))) {
            'D65' => self::d65(),
            'D50' => self::d50(),
            'A' => self::a(),
            default => throw new CoreException("Colour is worked out for the lights D65, D50 and A; “{$name}” is another."),
        };
    }

    /**
     * Light of a full radiator.
     *
     * @param float $kelvin 1000 or more
     * @param float $c2 second radiation constant, nm K
     */
    public static function radiator(float $kelvin, float $c2 = 1.4388e7): self
    {
        $values = [];
        for ($nm = Spectrum::FROM_NM; $nm <= Spectrum::TO_NM; $nm += Spectrum::STEP_NM) {
            $values[] = (560 / $nm) ** 5 * (exp($c2 / (560 * $kelvin)) - 1) / (exp($c2 / ($nm * $kelvin)) - 1);
        }

        return new self(sprintf('%.0f K radiator', $kelvin), new Spectrum(Spectrum::FROM_NM, Spectrum::STEP_NM, $values));
    }

    /**
     * A phase of daylight (CIE 15): chromaticity from the colour temperature, power from three components.
     *
     * @param float $kelvin 4000 to 25000
     * @param array{0: float, 1: float}|null $multipliers M1 and M2 where they are published
     */
    public static function daylight(float $kelvin, ?array $multipliers = null): self
    {
        $t = 1000 / $kelvin;
        $x = $kelvin <= 7000
            ? 0.244063 + 0.09911 * $t + 2.9678 * $t ** 2 - 4.6070 * $t ** 3
            : 0.237040 + 0.24748 * $t + 1.9018 * $t ** 2 - 2.0064 * $t ** 3;
        $y = -3 * $x ** 2 + 2.870 * $x - 0.275;
        $m = 0.0241 + 0.2562 * $x - 0.7341 * $y;
        [$m1, $m2] = $multipliers ?? [(-1.3515 - 1.7703 * $x + 5.9114 * $y) / $m, (0.0300 - 31.4424 * $x + 30.0717 * $y) / $m];

        return new self(
            sprintf('%.0f K daylight', $kelvin),
            new Spectrum(Spectrum::FROM_NM, Spectrum::STEP_NM, array_values(array_map(static fn (array $c): float => $c[3] + $m1 * $c[4] + $m2 * $c[5], Observer::table()))),
        );
    }
}
