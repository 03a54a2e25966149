<?php

declare(strict_types=1);

namespace Tests\Accuracy;

use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Daylight\Dose;
use MarshTrial\Core\Fading\BlueWool;
use MarshTrial\Core\Fading\FadeReading;
use MarshTrial\Core\Fading\FadeSeries;
use MarshTrial\Core\Fading\LightfastnessScale;
use MarshTrial\Core\Rating\Scale;
use MarshTrial\Core\Simulation\SeededRandom;

/** Courses of fading with known truth, read at a few checks whose dose is known only as the estimate knows it. */
final class Courses
{
    /** Families of truth that never speed up. */
    public const CONCAVE = ['exponential', 'linear', 'power', 'stretched', 'fast plus slow', 'stable'];

    /** Times the last dose at which projections are held against the truth. */
    public const AHEAD = [2, 3, 10];

    /**
     * @return array{family: string, way: string, categories: list<string>, true: string, projected: list<array{0: float, 1: float, 2: float}|null>, between: list<float>}
     */
    public static function of(int $seed, ?string $family = null): array
    {
        $random = SeededRandom::keyed("course|$seed");
        $family ??= self::CONCAVE[$seed % count(self::CONCAVE)];
        $truth = self::truth($family, $random);
        $sd = $seed % 2 === 0 ? 0.0 : ($random->whole(0, 2) === 0 ? 0.20 : 0.15);
        // What is told of the dose is wrong by one factor in all of a window's checks.
        $told = exp($sd * Normal::of($random));
        $u = $random->between(0.25, 0.6);
        $steps = [0.6, 1.5, 3.5, 8.0, 20.0, 38.5];
        $doses = array_slice($steps, 0, $random->whole(3, 6));
        $direction = [$random->between(-1, 1), $random->between(-1, 1), $random->between(-1, 1)];
        $length = sqrt(array_sum(array_map(static fn (float $d): float => $d ** 2, $direction)));
        $direction = array_map(static fn (float $d): float => $d / $length, $direction);
        $dark = new Lab(60, 20, -10);
        $colour = static fn (float $dE): Lab => new Lab(60 + $dE * $direction[0], 20 + $dE * $direction[1], -10 + $dE * $direction[2]);
        $readings = [];
        foreach ($doses as $dose) {
            $off = array_map(static fn (): float => $u * Normal::of($random), [0, 1, 2]);
            $seen = $colour($truth($dose));
            $seen = new Lab($seen->l + $off[0], $seen->a + $off[1], $seen->b + $off[2]);
            $dE = sqrt(($seen->l - 60) ** 2 + ($seen->a - 20) ** 2 + ($seen->b + 10) ** 2);
            $readings[] = new FadeReading(new Dose($dose * $told, $sd), $dark, $seen, sqrt(max(0.0, $dE ** 2 - 2 * $u ** 2)), $u);
        }
        $series = new FadeSeries(Scale::current(), $readings);
        $last = $doses[count($doses) - 1];
        $projected = [];
        foreach (self::AHEAD as $times) {
            $range = $series->projected($times * $last * $told);
            // Asked for at a dose as it is told; true at the dose as it is.
            $projected[] = $range === null ? null : [$range[0], $range[1], $truth($times * $last * $told)];
        }
        $between = [];
        foreach (array_slice($doses, 0, -1) as $i => $from) {
            $dose = sqrt($from * $doses[$i + 1]);
            $at = $series->at($dose * $told);
            $true = $colour($truth($dose));
            $between[] = $at === null ? INF : sqrt(($at['lab']->l - $true->l) ** 2 + ($at['lab']->a - $true->a) ** 2 + ($at['lab']->b - $true->b) ** 2);
        }

        return [
            'family' => $family, 'way' => $series->course()->value, 'categories' => $series->categories(),
            'true' => LightfastnessScale::category(Scale::current(), $truth(Scale::current()->fade->referenceDoseMlxh)), 'projected' => $projected, 'between' => $between,
        ];
    }

    /** Whether one paint, read in two windows whose dose is only estimated, is called two. */
    public static function twoWindows(int $seed, int $checks = 4): bool
    {
        $random = SeededRandom::keyed("windows|$seed");
        $truth = self::truth(self::CONCAVE[$seed % count(self::CONCAVE)], $random);
        $made = [];
        foreach ([0.15, 0.20] as $sd) {
            $told = exp($sd * Normal::of($random));
            $readings = [];
            foreach (array_slice([0.8, 2.5, 7.0, 16.0], 0, $checks) as $dose) {
                $u = 0.35;
                $seen = $truth($dose) + $u * Normal::of($random);
                $readings[] = new FadeReading(new Dose($dose * $told, $sd), new Lab(60, 20, -10), new Lab(60 + $seen, 20, -10), max(0.0, $seen), $u);
            }
            $made[] = new FadeSeries(Scale::current(), $readings);
        }

        return $made[0]->against($made[1])['differs'] ?? false;
    }

    /** How many steps the reference strip that is named lies from the one that is plainly seen to change at the same dose; strips and paint end where they end. */
    public static function wool(int $seed): float
    {
        $random = SeededRandom::keyed("wool|$seed");
        $curve = static fn (float $most, float $noticeable): \Closure => static fn (float $h): float => $most * (1 - exp(log(1 - Scale::current()->course->noticeable / $most) * $h / $noticeable));
        $strips = array_map(static fn (float $d): \Closure => $curve($random->between(20, 32), $d * exp(0.12 * Normal::of($random))), BlueWool::NOTICEABLE['daylight']);
        $is = $random->between(1.5, 7.0);
        $of = static fn (int $n): float => log(BlueWool::NOTICEABLE['daylight'][$n]);
        $noticeable = exp($of((int) $is) + ($is - (int) $is) * ($of((int) $is + 1) - $of((int) $is)));
        // Looked at when the paint has plainly changed and is not gone.
        $dose = $noticeable * $random->between(1.5, 6.0);
        $read = static fn (\Closure $c): float => max(0.0, $c($dose) + 0.3 * Normal::of($random));
        [$number, $bound] = BlueWool::equivalent(array_map($read, $strips), $read($curve($random->between(15, 40), $noticeable))) ?? [INF, ''];

        return match ($bound) {
            'at most' => max(0.0, $is - $number), 'at least' => max(0.0, $number - $is), default => abs($number - $is),
        };
    }

    /** @return \Closure(float): float change by true dose, dE*ab */
    private static function truth(string $family, SeededRandom $random): \Closure
    {
        $most = exp($random->between(log(3.0), log(45.0)));
        $speed = exp($random->between(log(0.02), log(0.5)));
        $shape = $random->between(0.45, 0.9);
        $share = $random->between(0.2, 0.6);

        return match ($family) {
            'exponential' => static fn (float $h): float => $most * (1 - exp(-$speed * $h)),
            'linear' => static fn (float $h): float => 0.02 * $most * $h,
            'power' => static fn (float $h): float => 0.12 * $most * $h ** $shape,
            'stretched' => static fn (float $h): float => $most * (1 - exp(-(($speed * $h) ** $shape))),
            'fast plus slow' => static fn (float $h): float => $most * ($share * (1 - exp(-0.6 * $h)) + (1 - $share) * (1 - exp(-0.02 * $h))),
            'stable' => static fn (float $h): float => 0.05 * (1 - exp(-0.1 * $h)),
            // Nothing at first, then it goes; and something that comes back.
            'induction' => static fn (float $h): float => $most * (1 - exp(-(($h / 15) ** 3))),
            'reversal' => static fn (float $h): float => $most * $h / 4 * exp(1 - $h / 4),
            default => throw new \LogicException("There is no family called $family."),
        };
    }
}
