<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

use MarshTrial\Core\Rating\Scale;

/**
 * How fast the deposit grows with the amount of paint where there is little of it: the slope at the origin.
 *
 * Deposits fall behind the amount as they grow (surface reflection, scatter). ln(deposit / amount) falls nearly in a straight
 * line with the deposit; where that line meets zero deposit is the logarithm of the slope. How steeply it falls is taken from the
 * places themselves, held near what films do while there are few of them.
 */
final class InitialSlope
{
    /**
     * Least squares with a prior for the fall.
     *
     * @param list<array{0: float, 1: float, 2: float}> $places amount (above 0), deposit, and the deposit's uncertainty, which includes the load's
     *
     * @param float $share of the largest deposit that this channel has, 1 for the key channel
     *
     * @return array{slope: float, uncertainty: float, fall: float, places: int}|null null with fewer than two usable places, or in a channel that hardly absorbs
     */
    public static function slope(Scale $scale, array $places, float $share = 1.0): ?array
    {
        if ($share < $scale->strength->nothing) {
            return null;
        }
        $used = array_values(array_filter($places, static fn (array $p): bool => $p[1] >= $scale->depths->least && $p[1] <= $scale->strength->lowEnd));
        if (count($used) < 2) {
            return null;
        }
        [$usual, $spread] = $share >= $scale->strength->most ? $scale->strength->fall : $scale->strength->fallElsewhere;
        $w = $wd = $wy = 0.0;
        $wdd = 1 / $spread ** 2;
        $wdy = -$usual / $spread ** 2;
        foreach ($used as [$amount, $deposit, $u]) {
            $weight = ($deposit / $u) ** 2;
            $y = log($deposit / $amount);
            $w += $weight;
            $wd += $weight * $deposit;
            $wdd += $weight * $deposit ** 2;
            $wy += $weight * $y;
            $wdy += $weight * $deposit * $y;
        }
        $determinant = $w * $wdd - $wd ** 2;
        $level = ($wdd * $wy - $wd * $wdy) / $determinant;
        $fall = ($wd * $wy - $w * $wdy) / $determinant;
        $square = 0.0;
        foreach ($used as [$amount, $deposit, $u]) {
            $square += ((log($deposit / $amount) - $level + $fall * $deposit) * $deposit / $u) ** 2;
        }
        // Loads that differ more than usual widen the uncertainty; fewer places than two parameters cannot tell.
        $more = max(1.0, sqrt($square / max(1, count($used) - 2)));

        return ['slope' => exp($level), 'uncertainty' => exp($level) * sqrt($wdd / $determinant) * $more, 'fall' => $fall, 'places' => count($used)];
    }
}
