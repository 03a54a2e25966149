<?php

declare(strict_types=1);

namespace Tests\Accuracy;

use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\GreyScale;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Daylight\Dose;
use MarshTrial\Core\Fading\Band;
use MarshTrial\Core\Fading\FadeReading;
use MarshTrial\Core\Fading\FadeSeries;
use MarshTrial\Core\Fading\LightVerdict;
use MarshTrial\Core\Rating\Scale;
use MarshTrial\Core\Simulation\SeededRandom;

/**
 * Fade strips with known truth, read at a few checks: what is said of them against what happened. Films lose pigment by laws of
 * several families; the paper yellows or bleaches beneath them, and the film shields it more or less; readings bear the noise and
 * the calibration error of a scanner or of a telephone; of every second window the dose is only estimated.
 */
final class Verdicts
{
    public const DEVICES = ['scans', 'photographs'];

    private const STEPS = [0.6, 1.5, 3.5, 8.0, 20.0, 38.5];

    /** Amounts of paint by depth: masstone, middle, tint. */
    private const AMOUNTS = [1 => 2.2, 2 => 0.92, 3 => 0.3];

    private const PAPER = [0.86, 0.84, 0.79];

    /** Grade 4 of the grey scale, dE_F (ISO 105-A02, memory). */
    private const GRADE_4 = 1.7;

    /**
     * @param 'any'|'held' $kind held: nothing happens to the paint, and the paper changes by dE 1.5 to 7
     *
     * @return array{true: float, band: string|null, or: string|null, held: bool, answers: list<array{holds: bool|null, true: bool, beyond: bool}>}
     */
    public static function of(int $seed, string $device, string $kind, ?string $family = null): array
    {
        $random = SeededRandom::keyed("verdict|$device|$kind|$seed");
        $law = $kind === 'held' ? static fn (float $h): float => 1.0 : self::law($family ?? self::FAMILIES[$seed % count(self::FAMILIES)], $random);
        $absorbs = [$random->between(0.02, 1), $random->between(0.02, 1), $random->between(0.02, 1)];
        $absorbs = array_map(static fn (float $k): float => $k / max($absorbs), $absorbs);
        // What fades turns in hue on the way: not all of its bands go alike.
        $losing = [$random->between(0.7, 1.3), $random->between(0.7, 1.3), $random->between(0.7, 1.3)];
        $sd = $seed % 2 === 0 ? 0.0 : ($random->whole(0, 2) === 0 ? 0.20 : 0.15);
        $wrong = exp($sd * Normal::of($random));
        $doses = array_slice(self::STEPS, 0, $random->whole(3, 6));
        $last = $doses[count($doses) - 1];
        $paperBy = $kind === 'held' ? $random->between(1.5, 7.0) : ($random->whole(0, 1) === 0 ? 0.0 : $random->between(0.3, 3.0));
        $yellows = $random->whole(0, 3) > 0;
        $paper = static function (float $h) use ($paperBy, $yellows, $last): array {
            $by = $paperBy * sqrt($h / $last) * ($yellows ? -0.025 : 0.012);

            return [1 + 0.15 * $by, 1 + 0.3 * $by, 1 + $by];
        };
        $noise = $device === 'scans' ? $random->between(0.15, 0.4) : $random->between(0.35, 0.75);
        // What the calibration gets wrong, it gets wrong of every colour of one picture alike.
        $scaled = $device === 'scans' ? 0.01 : 0.04;
        $courses = $truths = [];
        $factors = array_map(static fn (): float => 1 + $scaled * Normal::of($random), $doses);
        foreach (self::AMOUNTS as $depth => $amount) {
            $colour = static fn (float $left): LinearRgb => LinearRgb::fromArray(array_map(
                static fn (float $p, float $k, float $l): float => $p * (0.012 + 0.988 * exp(-$k * $amount * max(0.0, 1 - $l * (1 - $left)))), self::PAPER, $absorbs, $losing,
            ));
            $shields = $random->between(0.0, 1.0);
            $dark = $colour(1.0)->toLab();
            $truths[$depth] = static fn (float $h): float => GreyScale::between($dark, $colour($law($h))->toLab())->dEf;
            $readings = [];
            foreach ($doses as $i => $dose) {
                $is = $colour($law($dose))->toArray();
                $beneath = $paper($dose);
                $looks = array_map(static fn (float $v, float $p): float => $v * $p ** (1 - $shields), $is, $beneath);
                // What a hand, grain and the sensor add, the same in both ways of reading it.
                $off = array_map(static fn (): float => $noise * Normal::of($random), [0, 1, 2]);
                $read = static function (array $rgb) use ($off, $dark, $factors, $i): Lab {
                    $lab = LinearRgb::fromArray($rgb)->toLab();

                    return new Lab(
                        $dark->l + ($lab->l - $dark->l) * $factors[$i] + $off[0], $dark->a + ($lab->a - $dark->a) * $factors[$i] + $off[1], $dark->b + ($lab->b - $dark->b) * $factors[$i] + $off[2],
                    );
                };
                [$raw, $corrected] = [$read($looks), $read(array_map(static fn (float $v, float $p): float => $v / $p, $looks, $beneath))];
                $dE = Difference::between($dark, $corrected)->dE76();
                $across = M_SQRT2 * $noise;
                $readings[] = new FadeReading(
                    new Dose($dose * $wrong, $sd), $dark, $corrected, sqrt(max(0.0, $dE ** 2 - $across ** 2)), hypot($noise, $scaled * $dE),
                    raw: $raw, across: $across, paperChange: Difference::between(LinearRgb::fromArray(self::PAPER)->toLab(), LinearRgb::fromArray(array_map(static fn (float $v, float $p): float => $v * $p, self::PAPER, $beneath))->toLab())->dE76(),
                );
            }
            $courses[$depth] = new FadeSeries(Scale::current(), $readings);
        }
        $verdict = LightVerdict::of(Scale::current(), $courses);
        $most = static fn (float $h): float => max(array_map(static fn (\Closure $t): float => $t($h), $truths));
        $answers = [];
        foreach ([$last * $random->between(0.1, 1.0), $last * exp($random->between(0.0, log(8.0)))] as $beyond => $asked) {
            $accepted = array_keys(Scale::current()->fade->accepted)[$random->whole(0, 2)];
            $answer = $verdict->answer($beyond === 0 ? min($asked, $last * $wrong) : max($asked, 1.01 * $last * $wrong), $accepted);
            $answers[] = ['holds' => $answer->holds, 'true' => $most($beyond === 0 ? min($asked, $last * $wrong) : max($asked, 1.01 * $last * $wrong)) <= Scale::current()->fade->accepted[$accepted], 'beyond' => $beyond === 1];
        }

        return ['true' => $most($last), 'band' => $verdict->word->band?->value, 'or' => $verdict->word->or?->value, 'held' => $verdict->word->isHeld(), 'answers' => $answers];
    }

    /**
     * @return array<string, array{0: float, 1: float|null, 2: string}> share, what is asked of it, and which way
     */
    public static function figures(int $many): array
    {
        $out = [];
        foreach (self::DEVICES as $device) {
            $any = array_map(static fn (int $s): array => self::of($s, $device, 'any'), range(1, $many));
            $held = array_map(static fn (int $s): array => self::of($s, $device, 'held'), range(1, intdiv($many, 3)));
            $share = static fn (array $of, \Closure $is): float => $of === [] ? 1.0 : count(array_filter($of, $is)) / count($of);
            $unseen = array_filter($any, static fn (array $v): bool => $v['true'] < Scale::current()->fade->bands[Band::Unseen->value]);
            $visible = array_filter($any, static fn (array $v): bool => $v['true'] >= self::GRADE_4);
            $answers = array_merge(...array_column($any, 'answers'));
            $inside = array_filter($answers, static fn (array $a): bool => ! $a['beyond']);
            $out["$device: held on paper that changed, told as held"] = [$share($held, static fn (array $v): bool => $v['held']), $device === 'scans' ? 0.95 : 0.85, '>='];
            $out["$device: changes that nobody can see, not told as a change"] = [$share($unseen, static fn (array $v): bool => $v['held'] || $v['band'] === Band::Unseen->value || $v['band'] === null), 0.99, '>='];
            $out["$device: changes of grade 4 and worse, not told as none"] = [$share($visible, static fn (array $v): bool => ! $v['held']), 0.95, '>='];
            $out["$device: “holds” for a use is true"] = [$share(array_filter($answers, static fn (array $a): bool => $a['holds'] === true), static fn (array $a): bool => $a['true']), 0.95, '>='];
            $out["$device: “does not hold” is true"] = [$share(array_filter($answers, static fn (array $a): bool => $a['holds'] === false), static fn (array $a): bool => ! $a['true']), 0.95, '>='];
            $out["$device: cannot be told, up to the last check"] = [$share($inside, static fn (array $a): bool => $a['holds'] === null), 1 / 3, '<='];
            $out["$device: cannot be told, beyond it"] = [$share(array_filter($answers, static fn (array $a): bool => $a['beyond']), static fn (array $a): bool => $a['holds'] === null), null, ''];
            $late = array_merge(...array_map(static fn (int $s): array => self::of($s, $device, 'any', 'induction')['answers'], range(1, intdiv($many, 6))));
            $out["$device: “holds” is true of paints that begin late, beyond the last check"] = [$share(array_filter($late, static fn (array $a): bool => $a['beyond'] && $a['holds'] === true), static fn (array $a): bool => $a['true']), null, ''];
        }
        foreach ([1, 3] as $checks) {
            $out["one paint in two windows of estimated light, called different by $checks ".($checks === 1 ? 'check' : 'checks')] = [
                count(array_filter(range(1, $many), static fn (int $s): bool => Courses::twoWindows($s, $checks))) / $many, 0.06, '<=',
            ];
        }

        return $out;
    }

    private const FAMILIES = ['exponential', 'linear', 'power', 'stretched', 'fast plus slow', 'stable'];

    /** @return \Closure(float): float share of the pigment left by true dose */
    private static function law(string $family, SeededRandom $random): \Closure
    {
        $speed = exp($random->between(log(0.0006), log(0.08)));
        $shape = $random->between(0.45, 0.9);
        $share = $random->between(0.2, 0.6);

        return match ($family) {
            'exponential' => static fn (float $h): float => exp(-$speed * $h),
            'linear' => static fn (float $h): float => max(0.0, 1 - $speed * $h),
            'power' => static fn (float $h): float => max(0.0, 1 - $speed * $h ** $shape),
            'stretched' => static fn (float $h): float => exp(-(($speed * $h) ** $shape)),
            'fast plus slow' => static fn (float $h): float => 1 - min(1.0, 10 * $speed) * ($share * (1 - exp(-0.6 * $h)) + (1 - $share) * (1 - exp(-0.02 * $h))),
            'stable' => static fn (float $h): float => 1 - 0.001 * $h / 38.5,
            'induction' => static fn (float $h): float => exp(-(($h / 15) ** 3)),
            default => throw new \LogicException("There is no family called $family."),
        };
    }
}
