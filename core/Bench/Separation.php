<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Imaging\CellReading;
use MarshTrial\Core\Optics\Deposit;

/** How far the pigments of a paint drift apart down a wet slope, and which hue travels. */
final class Separation
{
    private const FORMULA = 'distance in (a*, b*) between the lower and the upper end, every place brought to one amount of paint: its three deposits in proportion, the key one at the mean; straight line along the strip';

    /** What bringing to one amount leaves of paints that do not separate, dE (own, simulated). */
    private const SYSTEMATIC = 0.5;

    private const LEAST_PLACES = 4;

    public static function rate(RowReadings $row): Rating
    {
        $property = 'separation';
        $strip = $row->fields(CellRole::Tilt);
        $cells = ["r$row->row-paper", ...array_map(static fn (int $i): string => "r$row->row-tilt-".$i + 1, array_keys($strip))];
        if ($row->key === null || array_filter($strip, $row->isPainted(...)) === []) {
            return Rating::without($row->row, $property, RatingStatus::NotTested, 'Nothing was painted on the tilted strip.', $cells);
        }
        $places = [];
        foreach ($strip as $i => $reading) {
            $deposit = $row->depositOf($reading);
            $key = $deposit->in($row->key);
            // Too pale to tell the hue, or too dark to know the amount.
            if ($key !== null && $key >= BenchScale::LEAST_DEPOSIT && ! in_array(null, $deposit->channels, true)) {
                $places[] = [$i / max(1, count($strip) - 1), $deposit, $key, $reading];
            }
        }
        if (count($places) < self::LEAST_PLACES) {
            return Rating::without($row->row, $property, RatingStatus::NotReached, 'Most of the tilted strip is too pale or too dark for its hue to be compared.', $cells, [], self::FORMULA);
        }
        $mean = array_sum(array_column($places, 2)) / count($places);
        $labs = array_map(static fn (array $p): Lab => self::atAmount($row->paper, $p[1], $mean / $p[2]), $places);
        $at = array_column($places, 0);
        [$l0, $l1] = self::ends($at, array_map(static fn (Lab $c): float => $c->l, $labs));
        [$a0, $a1, $ua] = self::ends($at, array_map(static fn (Lab $c): float => $c->a, $labs));
        [$b0, $b1, $ub] = self::ends($at, array_map(static fn (Lab $c): float => $c->b, $labs));
        $value = hypot($a1 - $a0, $b1 - $b0);
        $uncertainty = hypot(self::SYSTEMATIC, hypot($ua, $ub) / sqrt(2));
        $difference = Difference::between(new Lab($l0, $a0, $b0), new Lab($l1, $a1, $b1));

        return Rating::measured(
            $row->row, $property, $value, $uncertainty, BenchScale::SEPARATION, $mean,
            $value > max(BenchScale::SEPARATION['none'], 2 * $uncertainty) ? ['lower end: '.implode(', ', array_diff($difference->words(), ['lighter', 'darker'])).'; that part travels'] : [],
            $cells, ['upper' => [$l0, $a0, $b0], 'lower' => [$l1, $a1, $b1], 'deposits' => array_column($places, 2), 'keyChannel' => $row->keyName()], self::FORMULA,
        );
    }

    private static function atAmount(CellReading $paper, Deposit $deposit, float $factor): Lab
    {
        return LinearRgb::fromArray(array_map(static fn (float $p, ?float $d): float => $p * exp(-(float) $d * $factor), $paper->rgb->toArray(), $deposit->channels))->toLab();
    }

    /**
     * Values of a straight line at both ends of the strip, and the uncertainty of their difference.
     *
     * @param list<float> $at 0 to 1
     * @param list<float> $values
     *
     * @return array{0: float, 1: float, 2: float}
     */
    private static function ends(array $at, array $values): array
    {
        $n = count($at);
        [$x, $y] = [array_sum($at) / $n, array_sum($values) / $n];
        $sxx = $sxy = 0.0;
        foreach ($at as $i => $t) {
            $sxx += ($t - $x) ** 2;
            $sxy += ($t - $x) * ($values[$i] - $y);
        }
        $slope = $sxy / $sxx;
        $square = 0.0;
        foreach ($at as $i => $t) {
            $square += ($values[$i] - $y - $slope * ($t - $x)) ** 2;
        }

        return [$y - $slope * $x, $y + $slope * (1 - $x), sqrt($square / max(1, $n - 2) / $sxx)];
    }
}
