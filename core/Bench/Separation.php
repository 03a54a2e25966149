<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

use MarshTrial\Core\Capture\Uncertainty;
use MarshTrial\Core\Card\CellId;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Imaging\CellReading;
use MarshTrial\Core\Imaging\Gaussian;
use MarshTrial\Core\Imaging\Patch;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\RatingStatus;
use MarshTrial\Core\Rating\Scale;

/** How far the pigments of a paint drift apart, down a wet slope or within a flat wash, and which hue goes where. */
final class Separation
{
    public const FORMULA = 'distance in (a*, b*) between the lower and the upper end, every place brought to one amount of paint along the paint’s own way from pale to deep (its deposits in proportion where there is no stroke), the key deposit at the mean; straight line along the strip';

    public const WASH_FORMULA = 'scatter of (a*, b*) over the wash at one amount of paint: the deposits of the other two channels less what the paint’s own way from pale to deep gives them at that key deposit, blurred by 0.5 mm, less the noise of neighbours';

    public static function rate(RowReadings $row): Rating
    {
        $property = 'separation';
        $strip = $row->fields(CellRole::Tilt);
        $cells = $row->cellIds(CellRole::Tilt);
        if ($row->key === null || array_filter($strip, $row->isPainted(...)) === []) {
            return Rating::without($row->scale, $row->row, $property, RatingStatus::NotTested, 'Nothing was painted on the tilted strip.', $cells);
        }
        $places = [];
        foreach ($strip as $i => $reading) {
            $deposit = $row->depositOf($reading);
            $key = $deposit->in($row->key);
            // Too pale to tell the hue, or too dark to know the amount.
            if ($key !== null && $key >= $row->scale->depths->least && ! in_array(null, $deposit->channels, true)) {
                $places[] = [$i / max(1, count($strip) - 1), $deposit, $key, $reading];
            }
        }
        if (count($places) < $row->scale->drift->leastPlaces) {
            return Rating::without($row->scale, $row->row, $property, RatingStatus::NotReached, 'Most of the tilted strip is too pale or too dark for its hue to be compared.', $cells, [], self::FORMULA);
        }
        $mean = array_sum(array_column($places, 2)) / count($places);
        $path = AmountPath::of($row);
        $labs = array_map(static fn (array $p): Lab => self::colour($row->paper, $path === null
            ? array_map(static fn (?float $d): float => (float) $d * $mean / $p[2], $p[1]->channels) : $path->broughtTo($mean, $p[1])), $places);
        $amounts = array_column($places, 2);
        $unequal = log(max($amounts) / min($amounts));
        $at = array_column($places, 0);
        [$l0, $l1] = self::ends($at, array_map(static fn (Lab $c): float => $c->l, $labs));
        [$a0, $a1, $ua] = self::ends($at, array_map(static fn (Lab $c): float => $c->a, $labs));
        [$b0, $b1, $ub] = self::ends($at, array_map(static fn (Lab $c): float => $c->b, $labs));
        $value = hypot($a1 - $a0, $b1 - $b0);
        [$upper, $lower] = [new Lab($l0, $a0, $b0), new Lab($l1, $a1, $b1)];
        $shared = max(array_map(static fn (array $p): float => $p[3]->shared, $places));
        $uncertainty = hypot(hypot($row->scale->drift->systematic * (1 + $unequal), ($path === null ? $row->scale->drift->withoutPath * $unequal : 0.0)), hypot(Uncertainty::ofDifference76($upper, $lower, $shared), hypot($ua, $ub) / sqrt(2)));
        $difference = Difference::between($upper, $lower);

        return Rating::measured(
            $row->scale, $row->row, $property, $value, $uncertainty, $row->scale->drift->classes, $mean,
            $value > max($row->scale->drift->classes['none'], 2 * $uncertainty) ? ['lower end: '.implode(', ', array_diff($difference->words(), ['lighter', 'darker'])).'; that part travels'] : [],
            $cells, ['upper' => [$l0, $a0, $b0], 'lower' => [$l1, $a1, $b1], 'deposits' => array_column($places, 2), 'keyChannel' => $row->keyName()], self::FORMULA,
        );
    }

    /**
     * @param Patch|null $wash the wash at 0.4 mm
     * @param bool $noisy a photograph, or compressed with loss
     */
    public static function inWash(RowReadings $row, ?Patch $wash, bool $noisy = false): Rating
    {
        $property = 'wash separation';
        $cells = [CellId::of($row->row, CellRole::Wash), CellId::of($row->row, CellRole::Paper)];
        $reading = $row->first(CellRole::Wash);
        if ($wash === null || $reading === null || $row->key === null || ! $row->isPainted($reading)) {
            return Rating::without($row->scale, $row->row, $property, RatingStatus::NotTested, 'Nothing was painted in the wash’s window.', $cells);
        }
        $deposit = $row->keyDeposit($reading);
        if ($deposit === null || $deposit < $row->scale->grain->depths[0]) {
            return Rating::without($row->scale, $row->row, $property, RatingStatus::NotReached, 'The wash is too pale or too dark for its hue to be compared from place to place.', $cells, ['deposit' => $deposit], self::WASH_FORMULA);
        }
        $path = AmountPath::of($row);
        $slopes = array_map(static fn (int $c): float => $path?->slope($c, $deposit) ?? (float) $row->depositOf($reading)->in($c) / $deposit, [0, 1, 2]);
        [$scatter, $axis, $ofSlope] = self::scatter($row->scale, $row->paper->rgb->toArray(), [$wash->r, $wash->g, $wash->b], $row->key, $wash->columns, $wash->rows, $reading->rgb, $slopes);
        $independent = count($wash->r) * $wash->pitchMm ** 2 / $row->scale->drift->washIndependentMm ** 2;
        $uncertainty = hypot(hypot($noisy ? $row->scale->drift->washSystematicNoisy : $row->scale->drift->washSystematic, $row->scale->drift->slopeKnown[$path === null ? 1 : 0] * $ofSlope), $scatter / sqrt(2 * $independent));
        [$l, $a, $b] = $reading->lab->toArray();
        $side = static fn (int $sign): array => array_diff(Difference::between($reading->lab, new Lab($l, $a + $sign * 4 * $axis[0], $b + $sign * 4 * $axis[1]))->words(), ['lighter', 'darker']);

        return Rating::measured(
            $row->scale, $row->row, $property, $scatter, $uncertainty, $row->scale->drift->washClasses, $deposit,
            $scatter > max($row->scale->drift->washClasses['none'], 2 * $uncertainty) ? ['some places lean '.implode(', ', $side(1)).', others '.implode(', ', $side(-1))] : [],
            $cells, ['axis' => $axis, 'keyChannel' => $row->keyName()], self::WASH_FORMULA,
        );
    }

    /**
     * Scatter of (a*, b*) beyond what goes with the amount, and the direction of most of it.
     *
     * @param array<int, float> $paper
     * @param array{0: list<float>, 1: list<float>, 2: list<float>} $channels linear red, green, blue
     *
     * @param array<int, float> $slopes how fast each channel's deposit grows with the key one
     *
     * @return array{0: float, 1: array{0: float, 1: float}, 2: float} dE, a unit vector in (a*, b*), and what the amount alone moves, dE
     */
    private static function scatter(Scale $scale, array $paper, array $channels, int $key, int $columns, int $rows, LinearRgb $mean, array $slopes): array
    {
        $bare = $paper[$key];
        $of = array_map(static fn (float $v): float => -log(($v > 1e-3 ? $v : 1e-3) / $bare), $channels[$key]);
        $n = count($of);
        $sorted = $of;
        sort($sorted);
        // Specks are no paint: they count as the middle.
        [$middle, $reach] = [$sorted[intdiv($n, 2)], 2.5 * ($sorted[(int) (0.84 * $n)] - $sorted[(int) (0.16 * $n)])];
        $average = 0.0;
        foreach ($of as $i => $d) {
            $of[$i] = abs($d - $middle) > $reach ? null : $d;
            $average += ($of[$i] ?? $middle) / $n;
        }
        $aa = $bb = $ab = $noise = 0.0;
        $maps = [];
        $amount = [0.0, 0.0];
        $spread = ($sorted[(int) (0.84 * $n)] - $sorted[(int) (0.16 * $n)]) / 2;
        foreach ([0, 1, 2] as $channel) {
            if ($channel === $key) {
                continue;
            }
            [$rest, $variance] = self::beyondAmount($of, $average, $channels[$channel], $paper[$channel], $columns, $slopes[$channel]);
            [$da, $db] = self::turn($mean, $channel);
            $amount = [$amount[0] + $slopes[$channel] * $spread * $da, $amount[1] + $slopes[$channel] * $spread * $db];
            $noise += $variance * ($da ** 2 + $db ** 2);
            $maps[] = [Gaussian::blur($rest, $columns, $rows, $scale->drift->washSigmaMm / $scale->drift->washPitchMm), $da, $db];
        }
        foreach ($maps[0][0] as $i => $e) {
            $a = $e * $maps[0][1] + $maps[1][0][$i] * $maps[1][1];
            $b = $e * $maps[0][2] + $maps[1][0][$i] * $maps[1][2];
            $aa += $a * $a / $n;
            $bb += $b * $b / $n;
            $ab += $a * $b / $n;
        }
        // Of white noise a Gaussian blur of s samples leaves 1 / (4 pi s^2) of the variance.
        $left = $noise / (4 * M_PI * ($scale->drift->washSigmaMm / $scale->drift->washPitchMm) ** 2);
        $turn = 0.5 * atan2(2 * $ab, $aa - $bb);

        return [sqrt(max(0.0, $aa + $bb - $left)), [cos($turn), sin($turn)], hypot(...$amount)];
    }

    /**
     * A channel's deposit less what its growth with the key deposit gives it, and the variance of its noise from neighbours along the rows.
     *
     * @param list<float|null> $key deposits, null where nothing is to be said
     * @param list<float> $values linear
     *
     * @return array{0: list<float>, 1: float}
     */
    private static function beyondAmount(array $key, float $average, array $values, float $bare, int $columns, float $slope): array
    {
        $rest = [];
        $sum = $n = 0.0;
        foreach ($values as $i => $v) {
            $rest[] = $d = -log(($v > 1e-3 ? $v : 1e-3) / $bare) - $slope * (($key[$i] ?? $average) - $average);
            if ($key[$i] !== null) {
                $sum += $d;
                $n++;
            }
        }
        $mean = $sum / max(1.0, $n);
        $square = $pairs = 0.0;
        foreach ($rest as $i => $d) {
            $rest[$i] = $key[$i] === null ? 0.0 : $d - $mean;
            if ($i % $columns > 0) {
                $square += ($rest[$i] - $rest[$i - 1]) ** 2;
                $pairs++;
            }
        }

        return [$rest, $square / 2 / max(1.0, $pairs)];
    }

    /** @return array{0: float, 1: float} change of a* and b* with the deposit in one channel */
    private static function turn(LinearRgb $mean, int $channel): array
    {
        $rgb = $mean->toArray();
        $rgb[$channel] *= exp(-0.02);
        [$from, $to] = [$mean->toLab(), LinearRgb::fromArray($rgb)->toLab()];

        return [($to->a - $from->a) / 0.02, ($to->b - $from->b) / 0.02];
    }

    /** @param array<int, float> $deposits */
    private static function colour(CellReading $paper, array $deposits): Lab
    {
        return LinearRgb::fromArray(array_map(static fn (float $p, float $d): float => $p * exp(-$d), $paper->rgb->toArray(), $deposits))->toLab();
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
