<?php

declare(strict_types=1);

namespace MarshTrial\Core\Fading;

use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\GreyScale;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Rating\ClassChances;
use MarshTrial\Core\Rating\Scale;

/**
 * How far a colour has truly changed, in dE_F of the grey scale (ISO 105-A05, from memory), as a distribution.
 *
 * A difference r that was read bears noise on three axes, which only ever adds to it: the true one, t, has the likelihood of a
 * distance in space. Before anything was read, changes of all orders of magnitude are alike likely. Where the paper changed, the truth lies between the colour as it looks and the
 * colour with the paper's change taken out; places on that line count by 1/r, since a paint that changed by just what its paper
 * did would be a coincidence (own, simulated).
 */
final readonly class SeenChange
{
    /** Places on the line between the two. */
    private const PLACES = 11;

    /** Where they lie no further apart than this, dE*ab, they are one. */
    private const ONE_PLACE = 0.05;

    /** Steps of the integral, and standard deviations to which it runs. */
    private const STEPS = 120;

    private const TAILS = 6.0;

    /** Least noise on one axis: what a file rounds to. */
    private const LEAST_NOISE = 0.02;

    private const NOTHING = 1e-3;

    /**
     * @param list<array{float, float}> $cumulative differences, dE_F, with the chance of less, rising
     * @param Lab $likely mean of the places by their weight
     */
    private function __construct(private array $cumulative, public Lab $likely) {}

    /**
     * @param Lab $dark the half that was kept
     * @param Lab $raw the window half as it looks
     * @param Lab $corrected the same with the paper's change taken out
     * @param float $along standard uncertainty along the change, dE*ab
     * @param float $across root of the variance across it, dE*ab
     * @param float $more further standard uncertainty of its size, dE_F, such as of the dose
     */
    public static function of(Scale $scale, Lab $dark, Lab $raw, Lab $corrected, float $along, float $across, float $more = 0.0): self
    {
        $weights = $densities = $labs = [];
        $most = 0.0;
        $places = Difference::between($raw, $corrected)->dE76() < self::ONE_PLACE ? 1 : self::PLACES;
        for ($i = 0; $i < $places; $i++) {
            $labs[$i] = $places === 1 ? $corrected : $raw->towards($corrected, $i / ($places - 1));
            $r = max(self::NOTHING, GreyScale::between($dark, $labs[$i])->dEf);
            $noise = max(self::LEAST_NOISE, sqrt((($along ** 2 + $across ** 2) * self::weighting($dark, $labs[$i], $r) ** 2 + 3 * $more ** 2) / 3));
            $densities[$i] = [$r, $noise];
            $most = max($most, $r + self::TAILS * $noise);
        }
        $step = $most / self::STEPS;
        $sums = array_fill(0, self::STEPS, 0.0);
        foreach ($densities as $i => [$r, $noise]) {
            $weights[$i] = 0.0;
            // Sums over each place's own width, finer where it is narrower than a step.
            $fine = max(1, (int) ceil(2 * $step / $noise));
            $first = (int) max(0.0, floor(($r - self::TAILS * $noise) / $step * $fine));
            $last = (int) min(self::STEPS * $fine - 1, ceil(($r + self::TAILS * $noise) / $step * $fine));
            for ($k = $first; $k <= $last; $k++) {
                $t = ($k + 0.5) * $step / $fine;
                $w = (exp(-(($r - $t) ** 2) / (2 * $noise ** 2)) - exp(-(($r + $t) ** 2) / (2 * $noise ** 2))) / $t / ($t + $scale->fade->usualChange) * $step / $fine / $r;
                $sums[intdiv($k, $fine)] += $w;
                $weights[$i] += $w;
            }
        }
        $all = max(1e-300, array_sum($sums));
        $cumulative = [[0.0, 0.0]];
        $below = 0.0;
        foreach ($sums as $k => $sum) {
            $below += $sum / $all;
            $cumulative[] = [($k + 1) * $step, $below];
        }
        $mean = static fn (int $c): float => array_sum(array_map(static fn (Lab $l, float $w): float => $l->toArray()[$c] * $w / $all, $labs, $weights));

        return new self($cumulative, new Lab($mean(0), $mean(1), $mean(2)));
    }

    /** dE_F over dE*ab in the direction of a change: what the eye makes of it. */
    public static function weighting(Lab $dark, Lab $seen, float $dEf): float
    {
        $dE = Difference::between($dark, $seen)->dE76();

        // Of nothing there is no direction: the least change that has one.
        return $dE > 0.05 ? min(1.0, $dEf / $dE) : 1.0;
    }

    /** Chance that the change is at most so much, dE_F. */
    public function atMost(float $dEf): float
    {
        $before = $this->cumulative[0];
        foreach ($this->cumulative as $point) {
            if ($dEf < $point[0]) {
                return $before[1] + ($point[1] - $before[1]) * ($dEf - $before[0]) / max(1e-12, $point[0] - $before[0]);
            }
            $before = $point;
        }

        return 1.0;
    }

    /** The change below which it lies with a chance, dE_F. */
    public function quantile(float $chance): float
    {
        $before = $this->cumulative[0];
        foreach ($this->cumulative as $point) {
            if ($point[1] >= $chance) {
                return $before[0] + ($point[0] - $before[0]) * ($chance - $before[1]) / max(1e-12, $point[1] - $before[1]);
            }
            $before = $point;
        }

        return $before[0];
    }

    /** @return array<string, float> chances of the bands, least first */
    public function chances(Scale $scale): array
    {
        return ClassChances::between($scale->fade->bands, $this->atMost(...));
    }
}
