<?php

declare(strict_types=1);

namespace MarshTrial\Core\Fading;

use MarshTrial\Core\Capture\Uncertainty;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Daylight\Dose;
use MarshTrial\Core\Optics\Deposit;
use MarshTrial\Core\Rating\Scale;

/** Compares the exposed with the kept half of a specimen: halves' own mismatch out, paper's change out, noise out. */
final class FadeComparison
{
    public static function compare(Scale $scale, HalfPair $now, ?HalfPair $first, ?float $doseMlxh, float $doseUncertainty = 0.0): FadeFinding
    {
        $exposed = $now->exposed->rgb->toArray();
        $keptDeposit = Deposit::of($now->kept->rgb, $now->keptPaper->rgb);
        $raw = $corrected = [];
        for ($c = 0; $c < 3; $c++) {
            $paper = self::ratio($now->exposedPaper->rgb, $now->keptPaper->rgb, $c);
            $paint = $exposed[$c];
            if ($first !== null) {
                $paper /= self::ratio($first->exposedPaper->rgb, $first->keptPaper->rgb, $c);
                [$keptThen, $exposedThen] = [$first->kept->rgb->toArray()[$c], $first->exposed->rgb->toArray()[$c]];
                $paint = min($keptThen, $exposedThen) < $scale->fade->noRatio ? $paint - $exposedThen + $keptThen : $paint / self::mismatchNow($scale, $now, $first, $c);
            }
            $raw[] = $paint;
            $corrected[] = $paint / $paper;
        }
        $control = $now->kept->lab;
        $rawLab = LinearRgb::fromArray([$raw[0], $raw[1], $raw[2]])->toLab();
        $correctedLab = LinearRgb::fromArray([$corrected[0], $corrected[1], $corrected[2]])->toLab();
        $rawDifference = Difference::between($control, $rawLab);
        $difference = Difference::between($control, $correctedLab);

        [$along, $across] = self::uncertainty($scale, $now, $first, $control, $correctedLab);
        $beyond = static fn (float $dE): float => sqrt(max(0.0, $dE ** 2 - $across ** 2));
        [$least, $greatest] = self::rangeAlong($control, $rawLab, $correctedLab);
        $paperChange = self::paperChange($now, $first);
        $remarks = $first === null ? ['no reading before hanging: the usual mismatch of two halves is in the uncertainty'] : [];
        $whole = $paperChange > $scale->fade->largePaperChange;
        if ($whole) {
            $remarks[] = sprintf('the bare paper itself changed by dE %.1f', $paperChange);
        }
        $y = $beyond($difference->dE76());
        $yRaw = $beyond($rawDifference->dE76());
        $left = self::shareLeft($scale, $keptDeposit, LinearRgb::fromArray([$corrected[0], $corrected[1], $corrected[2]]), $now->keptPaper->rgb);
        [$darkChange, $darkUncertainty] = self::darkChange($scale, $now, $first);
        [$doubt, $remark] = self::doubt($scale, $now, $first, $keptDeposit, [$y, $along], [$darkChange, $darkUncertainty]);
        $remarks = [...$remarks, ...$remark === null ? [] : [$remark]];
        $outcome = FadeWord::of($scale, new FadeReading(
            new Dose($doseMlxh ?? 0.0), $control, $correctedLab, $y, $along, raw: $rawLab, across: $across, left: $left, doubt: $doubt, hasFirst: $first !== null,
        ))->outcome();
        $categories = LightfastnessScale::possible($scale, $whole ? $beyond($least) : $y, $whole ? $beyond($greatest) : $y, $along, $doseMlxh, $doseUncertainty);

        return new FadeFinding(
            $now->row, $now->depth, $keptDeposit->in($keptDeposit->key()), $rawDifference, $difference, $paperChange,
            $least, $greatest, $along, $yRaw, $y, $outcome, $categories, self::wording($scale, $outcome, $doseMlxh), $remarks,
            $darkChange, $darkUncertainty, $across, $left, $doubt, $first !== null,
        );
    }

    /**
     * What keeps a picture from saying anything of the paint, and the question that follows.
     *
     * @param array{float, float} $window change of the window half and its standard uncertainty, dE*ab
     * @param array{float|null, float|null} $dark the same of the dark half since its own first reading
     *
     * @return array{Doubt|null, string|null}
     */
    private static function doubt(Scale $scale, HalfPair $now, ?HalfPair $first, Deposit $kept, array $window, array $dark): array
    {
        if ($first === null) {
            // Fading leaves less paint; a hand paints one half stronger now and then.
            return $window[0] > 2 * $window[1] && self::holdsMore($now, $kept)
                ? [Doubt::NoFirstReading, 'the window half holds more paint than the dark half: do they lie the other way round, or was it painted stronger?'] : [null, null];
        }
        if ($window[0] >= 2 * $window[1] && self::isDarkHalfThatChanged($scale, $now, $first)) {
            return [Doubt::Swapped, 'since the first reading the dark half changed and the window half hardly did: did they hang the wrong way round, or did light or damp reach the dark half?'];
        }
        // The dark half is what the other is held against: once it changed further than that one, nothing is.
        $seen = $dark[0] !== null && $dark[0] - 2 * ($dark[1] ?? 0.0) > $scale->fade->bands[Band::Unseen->value];

        return $seen && $dark[0] > $window[0]
            ? [Doubt::DarkHalf, sprintf('the dark half itself has changed by dE %.1f since its first reading: did light, damp or time reach it?', $dark[0])] : [null, null];
    }

    /** Whether the window half is the deeper one in the channel that the paint absorbs most. */
    private static function holdsMore(HalfPair $now, Deposit $kept): bool
    {
        [$dark, $window] = [$kept->in($kept->key()), Deposit::of($now->exposed->rgb, $now->exposedPaper->rgb)->in($kept->key())];

        return $dark !== null && ($window === null || $window > $dark);
    }

    /**
     * The dark half against its own first reading, as paint over its own paper: what one device sees otherwise than another in both is taken out.
     *
     * @return array{0: float|null, 1: float|null} dE*ab beyond noise and its standard uncertainty
     */
    private static function darkChange(Scale $scale, HalfPair $now, ?HalfPair $first): array
    {
        if ($first === null) {
            return [null, null];
        }
        $seen = [];
        foreach ($now->kept->rgb->toArray() as $c => $v) {
            $seen[] = $v / self::ratio($now->keptPaper->rgb, $first->keptPaper->rgb, $c);
        }
        $difference = Difference::between($first->kept->lab, LinearRgb::fromArray([$seen[0], $seen[1], $seen[2]])->toLab())->dE76();
        $variance = 2 * $scale->fade->repeatability ** 2 + $scale->fade->deviceDrift ** 2 / 3;
        foreach ([$now->kept, $first->kept] as $reading) {
            $variance += array_sum([$reading->labCovariance[0][0], $reading->labCovariance[1][1], $reading->labCovariance[2][2]]) / 3;
        }
        // Across the change two axes only ever add.
        return [sqrt(max(0.0, $difference ** 2 - 2 * $variance)), sqrt($variance)];
    }

    /** Each half against its own first reading, as paint over its own paper: what one device says otherwise than another is in both. */
    private static function isDarkHalfThatChanged(Scale $scale, HalfPair $now, HalfPair $first): bool
    {
        $key = Deposit::of($first->kept->rgb, $first->keptPaper->rgb)->key();
        $changed = static function (LinearRgb $now, LinearRgb $paper, LinearRgb $then, LinearRgb $thenPaper) use ($key): ?float {
            [$is, $was] = [Deposit::of($now, $paper)->in($key), Deposit::of($then, $thenPaper)->in($key)];

            return $is === null || $was === null || $was <= 0 ? null : abs($is / $was - 1);
        };
        $dark = $changed($now->kept->rgb, $now->keptPaper->rgb, $first->kept->rgb, $first->keptPaper->rgb);
        $window = $changed($now->exposed->rgb, $now->exposedPaper->rgb, $first->exposed->rgb, $first->exposedPaper->rgb);

        return $dark !== null && $window !== null && $dark > $scale->fade->darkChanged && $dark > $scale->fade->darkNotWindow * $window;
    }

    /** The possible categories in words: what they hold for. */
    public static function wording(Scale $scale, Outcome $outcome, ?float $doseMlxh): ?string
    {
        if ($doseMlxh === null || $doseMlxh <= 0) {
            return null;
        }
        $dose = LightfastnessScale::dose($doseMlxh);

        return match (true) {
            $doseMlxh >= $scale->fade->referenceDoseMlxh => "at $dose Mlx h, the reference dose or more",
            $outcome === Outcome::NoChange => "holds so far at $dose Mlx h",
            default => "after $dose Mlx h, if it does not speed up",
        };
    }

    /**
     * What the halves' own difference amounts to today, as a ratio of exposed to kept.
     *
     * Before hanging it was a little more or less paint. As the exposed half fades, that surplus fades with it, so the ratio
     * of deposits is carried over, not the ratio of reflectances; the two agree while nothing has faded.
     */
    private static function mismatchNow(Scale $scale, HalfPair $now, HalfPair $first, int $c): float
    {
        $ratioThen = self::ratio($first->exposed->rgb, $first->kept->rgb, $c);
        $keptThen = Deposit::of($first->kept->rgb, $first->keptPaper->rgb)->in($c);
        $exposedThen = Deposit::of($first->exposed->rgb, $first->exposedPaper->rgb)->in($c);
        $exposedNow = Deposit::of($now->exposed->rgb, $now->exposedPaper->rgb)->in($c);
        if ($keptThen === null || $exposedThen === null || $exposedNow === null
            || min($keptThen, $exposedThen, $exposedNow) < $scale->depths->least) {
            return $ratioThen;
        }
        $paperThen = self::ratio($first->exposedPaper->rgb, $first->keptPaper->rgb, $c);

        return $paperThen * exp(-$exposedNow * (1 - $keptThen / $exposedThen));
    }

    private static function ratio(LinearRgb $a, LinearRgb $b, int $c): float
    {
        return max(1e-6, $a->toArray()[$c]) / max(1e-6, $b->toArray()[$c]);
    }

    private static function paperChange(HalfPair $now, ?HalfPair $first): float
    {
        $seen = $now->exposedPaper->rgb->toArray();
        if ($first !== null) {
            foreach ($seen as $c => $v) {
                $seen[$c] = $v / self::ratio($first->exposedPaper->rgb, $first->keptPaper->rgb, $c);
            }
        }

        return Difference::between($now->keptPaper->lab, LinearRgb::fromArray([$seen[0], $seen[1], $seen[2]])->toLab())->dE76();
    }

    /**
     * Standard uncertainty along the direction of change, and the root of the variance across it.
     *
     * @return array{0: float, 1: float}
     */
    private static function uncertainty(Scale $scale, HalfPair $now, ?HalfPair $first, Lab $control, Lab $specimen): array
    {
        $readings = [$now->kept, $now->exposed, ...($first === null ? [] : [$first->kept, $first->exposed])];
        $floor = count($readings) * $scale->fade->repeatability ** 2;
        $mismatch = $first === null ? ($now->mismatch ?? $scale->fade->usualMismatch) ** 2 / 3 : 0.0;
        $direction = [$specimen->l - $control->l, $specimen->a - $control->a, $specimen->b - $control->b];
        $length = sqrt($direction[0] ** 2 + $direction[1] ** 2 + $direction[2] ** 2);
        $direction = $length < 1e-9 ? [1.0, 0.0, 0.0] : array_map(static fn (float $d): float => $d / $length, $direction);
        $trace = 3 * ($floor + $mismatch);
        $along = $floor + $mismatch;
        foreach ($readings as $reading) {
            for ($i = 0; $i < 3; $i++) {
                $trace += $reading->labCovariance[$i][$i];
                for ($j = 0; $j < 3; $j++) {
                    $along += $direction[$i] * $reading->labCovariance[$i][$j] * $direction[$j];
                }
            }
        }

        // The calibration errs along the change, the more the further it goes.
        $shared = Uncertainty::ofDifference76($control, $specimen, max($now->kept->shared, $now->exposed->shared))
            + ($first === null ? 0.0 : Uncertainty::ofDifference76($first->kept->lab, $first->exposed->lab, max($first->kept->shared, $first->exposed->shared)));

        return [hypot(sqrt($along), $shared), sqrt(max(0.0, $trace - $along))];
    }

    /**
     * Least and greatest distance of the control from the straight line between raw and corrected.
     *
     * @return array{0: float, 1: float}
     */
    private static function rangeAlong(Lab $control, Lab $raw, Lab $corrected): array
    {
        $line = [$corrected->l - $raw->l, $corrected->a - $raw->a, $corrected->b - $raw->b];
        $to = [$control->l - $raw->l, $control->a - $raw->a, $control->b - $raw->b];
        $length = $line[0] ** 2 + $line[1] ** 2 + $line[2] ** 2;
        $t = $length < 1e-12 ? 0.0 : min(1.0, max(0.0, ($line[0] * $to[0] + $line[1] * $to[1] + $line[2] * $to[2]) / $length));
        $ends = [Difference::between($control, $raw)->dE76(), Difference::between($control, $corrected)->dE76()];

        return [Difference::between($control, $raw->towards($corrected, $t))->dE76(), max($ends)];
    }

    /** Share of the kept half's deposit that the exposed half still has; null when it cannot be told. */
    private static function shareLeft(Scale $scale, Deposit $kept, LinearRgb $exposed, LinearRgb $paper): ?float
    {
        $key = $kept->key();
        $before = $kept->in($key);
        $after = Deposit::of($exposed, $paper)->in($key);

        return $before === null || $after === null || $before < $scale->depths->least ? null : $after / $before;
    }
}
