<?php

declare(strict_types=1);

namespace MarshTrial\Core\Optics;

use MarshTrial\Core\CoreException;

/**
 * Kubelka-Munk film over a backing: R = (1 - Rg (a - b coth bSX)) / (a - Rg + b coth bSX), a = 1 + K/S, b = sqrt(a^2 - 1).
 *
 * Source: Kubelka and Munk 1931; hyperbolic form Kubelka 1948.
 */
final class KubelkaMunk
{
    /**
     * Reflectance of a film.
     *
     * @param float $kx absorption times thickness, 0 or more
     * @param float $sx scattering times thickness, 0 or more
     * @param float $backing reflectance beneath, 0..1
     */
    public static function reflectance(float $kx, float $sx, float $backing): float
    {
        if ($sx < 1e-9) {
            return $backing * exp(-2 * $kx);
        }
        if ($kx < 1e-12) {
            return ((1 - $backing) * $sx + $backing) / ((1 - $backing) * $sx + 1);
        }
        $a = 1 + $kx / $sx;
        $b = sqrt($a * $a - 1);
        $coth = 1 / tanh(max(1e-12, $b * $sx));

        return (1 - $backing * ($a - $b * $coth)) / ($a - $backing + $b * $coth);
    }

    /** Reflectance of a layer so thick that nothing shows through, for a ratio K/S. */
    public static function infinite(float $kOverS): float
    {
        return 1 + $kOverS - sqrt($kOverS * ($kOverS + 2));
    }

    /** K/S of a layer so thick that nothing shows through: (1 - R)^2 / 2R. */
    public static function ratio(float $reflectance): float
    {
        return (1 - $reflectance) ** 2 / (2 * $reflectance);
    }

    /**
     * K X and S X from the film over a light and a dark backing.
     *
     * @return array{0: float, 1: float} KX, SX
     *
     * @throws CoreException when the two reflectances are not those of one film
     */
    public static function solve(float $overLight, float $overDark, float $light, float $dark): array
    {
        // The film equation solved for b coth bSX, set equal for both backings, leaves a in closed form.
        $gainLight = $overLight - $light;
        $gainDark = $overDark - $dark;
        $denominator = ($overLight + $light) * $gainDark - ($overDark + $dark) * $gainLight;
        // With a clear film nothing is added over black, and the ratio over light tells the absorption.
        if (abs($denominator) < 1e-9 || $overDark <= $dark * $overLight / $light + 1e-9) {
            return [max(0.0, -0.5 * log(max(1e-9, $overLight / $light))), 0.0];
        }
        $a = ((1 + $overLight * $light) * $gainDark - (1 + $overDark * $dark) * $gainLight) / $denominator;
        if ($a < 1) {
            throw new CoreException('The two readings are not those of one film over two backings.');
        }
        $b = max(1e-9, sqrt($a * $a - 1));
        $argument = (1 + $overLight * $light - $a * ($overLight + $light)) / ($b * $gainLight);
        $sx = self::arcoth($argument) / $b;

        return [$sx * ($a - 1), $sx];
    }

    private static function arcoth(float $x): float
    {
        if (abs($x) <= 1) {
            throw new CoreException('The two readings are not those of one film over two backings.');
        }

        return 0.5 * log(($x + 1) / ($x - 1));
    }
}
