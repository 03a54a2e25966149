<?php

declare(strict_types=1);

namespace MarshTrial\Core\Evidence;

/** Distributions of Student and Fisher, by the incomplete beta function as a continued fraction (Abramowitz and Stegun 1964, 26.5.8, evaluated after Lentz). */
final class Distributions
{
    /** Chance that |t| is larger, with so many degrees of freedom. */
    public static function student(float $t, float $freedom): float
    {
        return self::beta($freedom / ($freedom + $t * $t), $freedom / 2, 0.5);
    }

    /** Chance that F is larger, with degrees of freedom above and below. */
    public static function fisher(float $f, float $above, float $below): float
    {
        return $f <= 0 ? 1.0 : self::beta($below / ($below + $above * $f), $below / 2, $above / 2);
    }

    /** F that is exceeded with a chance, by bisection. */
    public static function fisherExceeded(float $chance, float $above, float $below): float
    {
        [$low, $high] = [log(1e-9), log(1e9)];
        for ($i = 0; $i < 80; $i++) {
            $middle = ($low + $high) / 2;
            [$low, $high] = self::fisher(exp($middle), $above, $below) > $chance ? [$middle, $high] : [$low, $middle];
        }

        return exp(($low + $high) / 2);
    }

    /** Regularised incomplete beta function. */
    public static function beta(float $x, float $a, float $b): float
    {
        if ($x <= 0 || $x >= 1) {
            return $x <= 0 ? 0.0 : 1.0;
        }
        if ($x > ($a + 1) / ($a + $b + 2)) {
            return 1 - self::beta(1 - $x, $b, $a);
        }
        $front = exp(self::logGamma($a + $b) - self::logGamma($a) - self::logGamma($b) + $a * log($x) + $b * log(1 - $x)) / $a;
        $tiny = 1e-300;
        [$c, $d] = [1.0, 1 / self::apartFromZero(1 - ($a + $b) * $x / ($a + 1), $tiny)];
        $h = $d;
        for ($m = 1; $m <= 1000; $m++) {
            foreach ([$m * ($b - $m) * $x / (($a + 2 * $m - 1) * ($a + 2 * $m)), -($a + $m) * ($a + $b + $m) * $x / (($a + 2 * $m) * ($a + 2 * $m + 1))] as $term) {
                $d = 1 / self::apartFromZero(1 + $term * $d, $tiny);
                $c = self::apartFromZero(1 + $term / $c, $tiny);
                $h *= $c * $d;
            }
            if (abs($c * $d - 1) < 1e-14) {
                break;
            }
        }

        return $front * $h;
    }

    private static function apartFromZero(float $value, float $tiny): float
    {
        return abs($value) < $tiny ? $tiny : $value;
    }

    /** Natural logarithm of the gamma function (Lanczos 1964, g = 7, nine terms). */
    private static function logGamma(float $x): float
    {
        $sum = 0.99999999999980993;
        foreach ([676.5203681218851, -1259.1392167224028, 771.32342877765313, -176.61502916214059, 12.507343278686905, -0.13857109526572012, 9.9843695780195716e-6, 1.5056327351493116e-7] as $i => $c) {
            $sum += $c / ($x + $i);
        }
        $t = $x + 6.5;

        return 0.5 * log(2 * M_PI) + ($x - 0.5) * log($t) - $t + log($sum);
    }
}
