<?php

declare(strict_types=1);

namespace Tests\Accuracy;

use MarshTrial\Core\Evidence\Evidence;
use MarshTrial\Core\Evidence\PaintTest;
use MarshTrial\Core\Evidence\Scatter;
use MarshTrial\Core\Evidence\TornTests;
use MarshTrial\Core\Rating\Scale;
use MarshTrial\Core\Simulation\SeededRandom;

/** Paints whose tests differ by nothing but their scatter, and paints whose tests differ by a condition: which are told as two values. */
final class TornPairs
{
    private const PROPERTY = 'granulation';

    /**
     * @param int $tests of one paint
     * @param float $shift of the first of them, or of the first half, in standard deviations of a test
     *
     * @return array{torn: bool, groups: bool, holds: list<bool>} whether one lies apart, whether the halves do, and whether values that are told hold the truth within 95 %
     */
    public static function of(int $seed, int $tests, float $shift, bool $half = false): array
    {
        $random = SeededRandom::keyed("torn|$tests|$shift|$seed");
        $true = $random->between(0.05, 0.3);
        $tau = $true * 0.12 * exp(0.45 * Normal::of($random));
        $made = $truths = [];
        for ($i = 0; $i < $tests; $i++) {
            $u = 0.04 * $true;
            $truths[$i] = $true + ($i === 0 || ($half && $i < $tests / 2) ? $shift * hypot($tau, $u) : 0.0);
            $made[$i] = new PaintTest((string) $i, $truths[$i] + $tau * Normal::of($random) + $u * Normal::of($random), $u, (string) $i, 'm');
        }
        $scatter = self::taught();
        $apart = TornTests::apart(Scale::current(), self::PROPERTY, $scatter, $made);
        $halves = [array_slice($made, 0, intdiv($tests, 2)), array_slice($made, intdiv($tests, 2))];
        $groups = TornTests::areGroupsApart(Scale::current(), self::PROPERTY, $scatter, ...$halves);
        $told = $apart !== null ? [[$made[(int) $apart]], array_values(array_diff_key($made, [(int) $apart => 0]))] : ($groups ? $halves : [$made]);
        $holds = [];
        foreach ($told as $group) {
            [$low, $high] = self::within(Evidence::of(Scale::current(), self::PROPERTY, $scatter, $group));
            $mean = array_sum(array_map(static fn (PaintTest $t): float => $truths[(int) $t->key], $group)) / count($group);
            $holds[] = $mean >= $low && $mean <= $high;
        }

        return ['torn' => $apart !== null, 'groups' => $groups, 'holds' => $holds];
    }

    /** What a ledger of sixty paints that were tested twice has taught. */
    private static function taught(): Scatter
    {
        /** @var Scatter|null $taught */
        static $taught = null;
        if ($taught === null) {
            $random = SeededRandom::keyed('torn|taught');
            $paints = [];
            for ($p = 0; $p < 60; $p++) {
                $true = $random->between(0.05, 0.3);
                $tau = $true * 0.12 * exp(0.45 * Normal::of($random));
                $paints[] = array_map(static fn (int $i): PaintTest => new PaintTest("$p-$i", $true + hypot($tau, 0.04 * $true) * Normal::of($random), 0.04 * $true, (string) $i, 'm'), [0, 1]);
            }
            $taught = Scatter::learn(Scale::current(), self::PROPERTY, $paints);
        }

        return $taught;
    }

    /** @return array{0: float, 1: float} */
    private static function within(Evidence $evidence): array
    {
        return [$evidence->value - Scale::COVERAGE_95 * $evidence->uncertainty, $evidence->value + Scale::COVERAGE_95 * $evidence->uncertainty];
    }

    /** @return array<string, array{0: float, 1: float|null, 2: string}> */
    public static function figures(int $many): array
    {
        $run = static fn (int $tests, float $shift, bool $half = false): array => array_map(static fn (int $s): array => self::of($s, $tests, $shift, $half), range(1, $many));
        $share = static fn (array $of, string $what): float => count(array_filter(array_column($of, $what))) / count($of);
        $out = [];
        $holds = [];
        foreach ([2, 3, 5] as $tests) {
            $null = $run($tests, 0.0);
            array_push($holds, ...array_merge(...array_column($null, 'holds')));
            $out["$tests tests that only scatter, called torn"] = [$share($null, 'torn'), 0.04, '<='];
            if ($tests > 2) {
                $out["two groups of $tests tests that only scatter, called torn"] = [$share($null, 'groups'), 0.04, '<='];
            }
        }
        foreach ([4.0, 6.0] as $shift) {
            $torn = $run(2, $shift);
            $out[sprintf('two tests %.0f deviations apart, called torn', $shift)] = [$share($torn, 'torn'), null, ''];
        }
        $groups = $run(6, 5.0, true);
        $out['two groups of three tests 5 deviations apart, called torn'] = [$share($groups, 'groups'), 0.56, '>='];
        array_push($holds, ...array_merge(...array_column(array_filter($groups, static fn (array $g): bool => $g['groups']), 'holds')));
        $out['values that are told hold the truth, at least'] = [count(array_filter($holds)) / count($holds), 0.90, '>='];
        $out['values that are told hold the truth, at most'] = [count(array_filter($holds)) / count($holds), 0.98, '<='];

        return $out;
    }
}
