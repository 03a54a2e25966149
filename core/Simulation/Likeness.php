<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

use MarshTrial\Core\Colour\Lab;

/** CIEDE2000 once more, written apart from the one that measures (Sharma, Wu and Dalal 2005, equations 2 to 22). */
final class Likeness
{
    public static function dE00(Lab $one, Lab $two): float
    {
        $mean7 = ((hypot($one->a, $one->b) + hypot($two->a, $two->b)) / 2) ** 7;
        $stretch = 1.5 - 0.5 * sqrt($mean7 / ($mean7 + 25 ** 7));
        [$a1, $a2] = [$stretch * $one->a, $stretch * $two->a];
        [$c1, $c2] = [hypot($a1, $one->b), hypot($a2, $two->b)];
        $hue = static fn (float $a, float $b): float => $a == 0.0 && $b == 0.0 ? 0.0 : fmod(rad2deg(atan2($b, $a)) + 360, 360);
        [$h1, $h2] = [$hue($a1, $one->b), $hue($a2, $two->b)];
        $grey = $c1 * $c2 == 0.0;
        $turn = $grey ? 0.0 : $h2 - $h1;
        $turn += $turn > 180 ? -360 : ($turn < -180 ? 360 : 0);
        $middle = match (true) {
            $grey => $h1 + $h2,
            abs($h1 - $h2) <= 180 => ($h1 + $h2) / 2,
            default => ($h1 + $h2 + ($h1 + $h2 < 360 ? 360 : -360)) / 2,
        };
        $cos = static fn (float $degrees): float => cos(deg2rad($degrees));
        $t = 1 - 0.17 * $cos($middle - 30) + 0.24 * $cos(2 * $middle) + 0.32 * $cos(3 * $middle + 6) - 0.20 * $cos(4 * $middle - 63);
        $l = (($one->l + $two->l) / 2 - 50) ** 2;
        $c = ($c1 + $c2) / 2;
        $dl = ($two->l - $one->l) / (1 + 0.015 * $l / sqrt(20 + $l));
        $dc = ($c2 - $c1) / (1 + 0.045 * $c);
        $dh = 2 * sqrt($c1 * $c2) * sin(deg2rad($turn / 2)) / (1 + 0.015 * $c * $t);
        $rotation = -2 * sqrt($c ** 7 / ($c ** 7 + 25 ** 7)) * sin(deg2rad(60 * exp(-((($middle - 275) / 25) ** 2))));

        return sqrt($dl ** 2 + $dc ** 2 + $dh ** 2 + $rotation * $dc * $dh);
    }
}
