<?php

declare(strict_types=1);

namespace MarshTrial\Core\Fading;

use MarshTrial\Core\Colour\GreyScale;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Rating\ClassChances;
use MarshTrial\Core\Rating\Scale;

/**
 * The course of one paint at one depth over all its checks: whether it runs one way, what categories remain possible, how far it may have gone at
 * another dose, and what it looked like between two checks.
 */
final readonly class FadeSeries
{
    /** @param list<FadeReading> $readings by rising dose, the reading before hanging left out */
    public function __construct(private Scale $scale, public array $readings) {}

    public function last(): ?FadeReading
    {
        return $this->readings[count($this->readings) - 1] ?? null;
    }

    /** Whether the change has gone back, or its rate has risen, by more than its uncertainty bears. */
    public function course(): FadeWay
    {
        $before = null;
        $rateBefore = null;
        foreach ($this->withStart() as [$dose, $change, $u]) {
            if ($before !== null && $dose > $before[0]) {
                if ($change < $before[1] - $this->scale->course->sigmas * hypot($u, $before[2])) {
                    return FadeWay::Back;
                }
                $span = $dose - $before[0];
                $rate = [($change - $before[1]) / $span, hypot($u, $before[2]) / $span];
                if ($rateBefore !== null && $rate[0] - $rateBefore[0] > $this->scale->course->sigmas * hypot($rate[1], $rateBefore[1])) {
                    return FadeWay::SpeedingUp;
                }
                $rateBefore = $rate;
            }
            $before = [$dose, $change, $u];
        }

        return FadeWay::OneWay;
    }

    /**
     * Categories that remain possible at the reference dose; the range of the last dose is in them.
     *
     * @return list<string> empty where nothing was checked, or the course does not run one way
     */
    public function categories(): array
    {
        $last = $this->last();
        if ($last === null || $last->dose->mlxh <= 0 || $this->course() !== FadeWay::OneWay) {
            return [];
        }
        $names = array_keys($this->scale->fade->classes);
        $wide = exp($this->scale->course->doseSigmas * $last->dose->uncertainty);
        $reference = $this->scale->fade->referenceDoseMlxh;
        $sigmas = $this->scale->fade->categorySigmas * $last->uncertainty;
        // Beyond the reference dose a part of the change came later.
        $low = max(0.0, ($last->least ?? $last->change) - $sigmas) * min(1.0, $reference / ($last->dose->mlxh * $wide));
        $high = (($last->greatest ?? $last->change) + $sigmas) * max(1.0, $reference / ($last->dose->mlxh / $wide));
        $from = (int) array_search(LightfastnessScale::category($this->scale, $low), $names, true);

        return array_slice($names, $from, (int) array_search(LightfastnessScale::category($this->scale, $high), $names, true) - $from + 1);
    }

    /**
     * How far it may have changed at a further dose, as long as it does not speed up: about nine times of ten.
     *
     * @param float $mlxh up to ten times the last dose
     *
     * @return array{0: float, 1: float}|null least and greatest, dE*ab; null where there are too few checks, they do not run one way, or it is too far
     */
    public function projected(float $mlxh): ?array
    {
        $points = $this->withStart();
        $last = $this->last();
        if ($last === null || count($this->readings) < $this->scale->course->leastChecks || $this->course() !== FadeWay::OneWay || $mlxh > $this->scale->course->furthest * $last->dose->mlxh || $mlxh < $last->dose->mlxh) {
            return null;
        }
        [$l, $yl, $u] = $points[count($points) - 1];
        [$m, $ym] = $points[count($points) - 2];
        $wide = exp($this->scale->course->doseSigmas * $last->dose->uncertainty);
        $margin = $this->scale->course->margin * $u;
        // The last dose may have been more than was thought, or less: then the other one is further off, or nearer.
        // What cannot be told from nothing may be nothing.
        $lowest = $yl < $this->scale->course->sigmas * $u ? 0.0 : max(0.0, $yl - $margin) * min(1.0, $mlxh / ($l * $wide));
        $ratio = $mlxh * $wide / $l;
        $straight = ($yl + $margin) * $ratio;
        $onward = $yl + $margin + max(0.0, $yl - $ym + $this->scale->course->slopeMargin * $u) * ($ratio - 1) * $l / max(1e-9, $l - $m);

        return [$lowest, max($lowest, min($straight, $onward))];
    }

    /**
     * The most that may be seen of it at a further dose, as long as it does not speed up, dE_F.
     *
     * @param float $margin standard uncertainties of the last change, one side
     */
    public function mostSeen(float $mlxh, float $margin): ?float
    {
        $last = $this->last();
        if ($last === null || $this->projected(max($mlxh, $last->dose->mlxh)) === null) {
            return null;
        }
        $before = $this->readings[count($this->readings) - 2];
        [$now, $then] = [$last->seen($this->scale), $before->seen($this->scale)];
        $most = $now->quantile(ClassChances::normal($margin));
        $ofStep = ($now->quantile(0.84) - $now->quantile(0.16)) / 2;
        $step = max(0.0, $now->quantile(0.5) - $then->quantile(0.5) + $this->scale->course->slopeMargin * $ofStep);
        $ratio = $mlxh * exp($this->scale->course->doseSigmas * $last->dose->uncertainty) / $last->dose->mlxh;
        $onward = $most + $step * ($ratio - 1) * $last->dose->mlxh / max(1e-9, $last->dose->mlxh - $before->dose->mlxh);

        return min($most * $ratio, $onward);
    }

    /**
     * What the window half would look like changed so much, on the way that it went so far; what fades ends beside its paper and goes no further.
     *
     * @param float $change dE*ab
     *
     * @return Lab|null null where no way is seen yet
     */
    public function seenAfter(float $change): ?Lab
    {
        $last = $this->last();
        if ($last === null || $last->change <= $last->uncertainty) {
            return null;
        }
        [$from, $to] = [$last->dark->toArray(), $last->window->toArray()];
        $way = array_map(static fn (float $t, float $f): float => $t - $f, $to, $from);
        $length = array_sum(array_map(static fn (float $w): float => $w ** 2, $way));
        $share = $change / $last->change;
        if ($last->paper !== null && $length > 0) {
            $paper = array_sum(array_map(static fn (float $p, float $f, float $w): float => ($p - $f) * $w, $last->paper->toArray(), $from, $way)) / $length;
            // A way that leads away from the paper, as darkening does, is not ended by it.
            $share = $paper > 0 ? min($share, max(1.0, $paper)) : $share;
        }

        return $last->dark->towards($last->window, $share);
    }

    /**
     * What the window half looked like at a dose between the first and the last reading: monotone cubic (Fritsch and Carlson 1980) over the logarithm
     * of the dose.
     *
     * @return array{lab: Lab, uncertainty: float, between: bool, apart: bool}|null with whether it lies between checks, and whether these are too far apart; null beyond the last check
     */
    public function at(float $mlxh): ?array
    {
        return $this->between($mlxh, static fn (FadeReading $r): Lab => $r->window);
    }

    /**
     * How far it has truly changed at a dose up to the last check; the dose's own range is in it.
     */
    public function seenAt(float $mlxh): ?SeenChange
    {
        $last = $this->last();
        $corrected = $this->at($mlxh);
        $raw = $this->between($mlxh, static fn (FadeReading $r): Lab => $r->looks());
        if ($last === null || $corrected === null || $raw === null) {
            return null;
        }
        $dark = $this->readings[0]->dark;
        $across = 0.0;
        foreach ($this->readings as $reading) {
            $across = $reading->across ?? M_SQRT2 * $reading->uncertainty;
            if ($reading->dose->mlxh >= $mlxh) {
                break;
            }
        }
        $slope = $last->dose->uncertainty * ($this->changeAt($mlxh)[2] ?? 0.0);
        $eye = SeenChange::weighting($dark, $corrected['lab'], GreyScale::between($dark, $corrected['lab'])->dEf);

        return SeenChange::of($this->scale, $dark, $raw['lab'], $corrected['lab'], $corrected['uncertainty'], $across, $slope * $eye);
    }

    /**
     * @param \Closure(FadeReading): Lab $window
     *
     * @return array{lab: Lab, uncertainty: float, between: bool, apart: bool}|null
     */
    private function between(float $mlxh, \Closure $window): ?array
    {
        $last = $this->last();
        if ($last === null || $mlxh < 0 || $mlxh > $last->dose->mlxh * 1.0000001) {
            return null;
        }
        $first = $this->readings[0];
        $xs = [$this->place(0.0)];
        $labs = [$first->dark->toArray()];
        $us = [$this->scale->fade->repeatability];
        foreach ($this->readings as $reading) {
            $xs[] = $this->place($reading->dose->mlxh);
            // From the dark half of the first, so that what the device says otherwise from check to check stays out.
            $labs[] = array_map(static fn (float $w, float $d, float $f): float => $f + $w - $d, $window($reading)->toArray(), $reading->dark->toArray(), $first->dark->toArray());
            $us[] = $reading->uncertainty;
        }
        $x = $this->place($mlxh);
        $i = 0;
        while ($i < count($xs) - 2 && $x > $xs[$i + 1]) {
            $i++;
        }
        $t = $xs[$i + 1] > $xs[$i] ? max(0.0, min(1.0, ($x - $xs[$i]) / ($xs[$i + 1] - $xs[$i]))) : 1.0;
        $lab = array_map(static fn (int $c): float => MonotoneCubic::through($xs, array_column($labs, $c))->at($x), [0, 1, 2]);
        $step = sqrt(array_sum(array_map(static fn (float $a, float $b): float => ($a - $b) ** 2, $labs[$i], $labs[$i + 1])));
        $own = hypot((1 - $t) * $us[$i], $t * $us[$i + 1]);

        return [
            'lab' => new Lab($lab[0], $lab[1], $lab[2]), 'uncertainty' => hypot($own, $this->scale->course->between * $step * 4 * $t * (1 - $t)),
            'between' => $t > 1e-6 && $t < 1 - 1e-6, 'apart' => $step > $this->scale->course->apart && $t > 1e-6 && $t < 1 - 1e-6,
        ];
    }

    /**
     * Change at a dose up to the last one, and its uncertainty; the dose's own is not in it.
     *
     * @return array{0: float, 1: float, 2: float}|null change and uncertainty, dE*ab, and slope, dE*ab per unit of the dose's logarithm; null beyond the last check
     */
    public function changeAt(float $mlxh): ?array
    {
        $last = $this->last();
        if ($last === null || $mlxh < 0 || $mlxh > $last->dose->mlxh * 1.0000001) {
            return null;
        }
        $points = $this->withStart();
        $line = MonotoneCubic::through(array_map(fn (array $p): float => $this->place($p[0]), $points), array_column($points, 1));
        $here = $line->at($this->place($mlxh));
        $step = 0.02;
        $slope = ($line->at($this->place($mlxh)) - $line->at($this->place($mlxh * exp(-$step)))) / $step;
        if ($mlxh <= $points[1][0] * 1.001) {
            // Up to the first check nobody saw the law: in proportion to the light is the steepest that does not speed up.
            $slope = max($slope, $here);
        }
        $i = 0;
        while ($i < count($points) - 2 && $mlxh > $points[$i + 1][0]) {
            $i++;
        }
        $between = $this->scale->course->between * abs($points[$i + 1][1] - $points[$i][1]);

        return [$here, hypot(max($points[$i][2], $points[$i + 1][2]), $mlxh < $points[$i + 1][0] * 0.999 ? $between : 0.0), $slope];
    }

    /**
     * Two paints at equal dose: whether they have changed by different amounts.
     *
     * @param bool $oneRack both hang in one window, so that whatever the dose is told wrong by is the same for both
     *
     * @return array{mlxh: float, difference: float, uncertainty: float, differs: bool}|null null where no dose was reached by both
     */
    public function against(self $other, bool $oneRack = false): ?array
    {
        $mlxh = min($this->last()->dose->mlxh ?? 0.0, $other->last()->dose->mlxh ?? 0.0);
        [$a, $b] = [$this->changeAt($mlxh), $other->changeAt($mlxh)];
        if ($mlxh <= 0 || $a === null || $b === null) {
            return null;
        }
        $ofDose = $oneRack ? 0.0 : hypot(($this->last()->dose->uncertainty ?? 0.0) * $a[2], ($other->last()->dose->uncertainty ?? 0.0) * $b[2]);
        $uncertainty = sqrt($a[1] ** 2 + $b[1] ** 2 + $ofDose ** 2);

        return ['mlxh' => $mlxh, 'difference' => $a[0] - $b[0], 'uncertainty' => $uncertainty, 'differs' => abs($a[0] - $b[0]) > $this->scale->course->sigmas * $uncertainty];
    }

    /**
     * Dose at which the change was first to be noticed (grade 4 of the grey scale), as a range.
     *
     * @return array{0: float, 1: float|null}|null Mlx h; the second is null while it holds; null where nothing was checked
     */
    public function noticeable(): ?array
    {
        if ($this->readings === []) {
            return null;
        }
        $limit = $this->scale->course->noticeable;
        $before = 0.0;
        foreach ($this->readings as $reading) {
            $seen = $reading->seen($this->scale);
            // By one standard deviation either way.
            if ($seen->quantile(1 - ClassChances::normal(1.0)) > $limit) {
                $wide = exp($this->scale->course->doseSigmas * ($this->last()->dose->uncertainty ?? 0.0));

                return [$before / $wide, $reading->dose->mlxh * $wide];
            }
            if ($seen->quantile(ClassChances::normal(1.0)) < $limit) {
                $before = $reading->dose->mlxh;
            }
        }
        $wide = exp($this->scale->course->doseSigmas * ($this->last()->dose->uncertainty ?? 0.0));

        return [$before / $wide, null];
    }

    /** The check at which most of what happened had happened; null where nothing has. */
    public function settledAt(): ?FadeReading
    {
        $last = $this->last();
        if ($last === null || $last->change < 2 * $last->uncertainty) {
            return null;
        }
        foreach ($this->readings as $reading) {
            if ($reading->change >= $this->scale->course->settled * $last->change - $reading->uncertainty) {
                return $reading;
            }
        }

        return $last;
    }

    /** @return list<array{0: float, 1: float, 2: float}> dose, change and uncertainty, from the reading before hanging on */
    private function withStart(): array
    {
        return [[0.0, 0.0, $this->scale->fade->repeatability], ...array_map(static fn (FadeReading $r): array => [$r->dose->mlxh, $r->change, $r->uncertainty], $this->readings)];
    }

    private function place(float $mlxh): float
    {
        return log($mlxh + $this->scale->course->offsetMlxh);
    }
}
