<?php

declare(strict_types=1);

namespace MarshTrial\Core\Evidence;

use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\Scale;

/**
 * How far tests of one paint lie apart beyond what each picture knows of itself: hand, day, paper, tester. Learned from every paint
 * that was tested twice under one protocol, and told from the first day on, when nothing was.
 *
 * A paint's own scatter tau is log-normal about the property's usual scatter s, which is log-normal itself; both on grids, so that nothing is
 * sampled. Pairs by one tester teach the hand, pairs by different testers what testers differ by, which is never less.
 */
final readonly class Scatter
{
    private const USUAL_STEPS = [24, 0.02, 1.0];

    private const OWN_STEPS = [48, 0.005, 1.5];

    /** Share below which a scatter is left out; all of them together stay below a thousandth. */
    private const COUNTS = 2e-5;

    /** Where the measure is the property's own unit: what a scatter of 0.12 stands for (own). */
    private const UNITS = ['gradation' => 0.7, 'stepped gradation' => 0.7, 'two-tone' => 4.0, 'evenness' => 0.03, 'wash separation' => 1.0, 'separation' => 1.0, 'softened edge' => 0.4];

    /**
     * @param list<float> $hand chance of every usual scatter, for tests by one tester
     * @param list<float> $testers the same for tests by different testers
     */
    private function __construct(
        private Scale $scale,
        private string $property,
        private array $hand,
        private array $testers,
        /** Paints that one tester, and that several testers, tested repeatedly. */
        public int $hands,
        public int $groups,
    ) {}

    /**
     * @param list<non-empty-list<PaintTest>> $paints tests of one paint under one protocol
     */
    public static function learn(Scale $scale, string $property, array $paints): self
    {
        [$hand, $testers] = [self::usualBefore($scale), self::usualBefore($scale)];
        $hands = $groups = 0;
        foreach ($paints as $tests) {
            $byTester = self::byTester($tests);
            foreach ($byTester as $own) {
                if (count($own) > 1) {
                    $hand = self::taught($scale, $property, $hand, $own);
                    $hands++;
                }
            }
            if (count($byTester) > 1) {
                $testers = self::taught($scale, $property, $testers, self::averaged($tests));
                $groups++;
            }
        }
        // Different testers never scatter less than one does: what was learned of the hand, and only that, takes from what lies below it.
        $below = $before = 0.0;
        $usual = self::usualBefore($scale);
        foreach ($hand as $i => $chance) {
            $below += $chance;
            $before += $usual[$i];
            $testers[$i] *= $below / $before;
        }

        return new self($scale, $property, $hand, self::normalised($testers), $hands, $groups);
    }

    /** @return array{hand: list<float>, testers: list<float>, hands: int, groups: int} to be kept */
    public function toArray(): array
    {
        return ['hand' => $this->hand, 'testers' => $this->testers, 'hands' => $this->hands, 'groups' => $this->groups];
    }

    /** @param array{hand: list<float>, testers: list<float>, hands: int, groups: int} $kept */
    public static function fromArray(Scale $scale, string $property, array $kept): self
    {
        return new self($scale, $property, $kept['hand'], $kept['testers'], $kept['hands'], $kept['groups']);
    }

    /** What one part of scatter is of a value, in the property's own unit. */
    public static function measure(string $property, float $value): float
    {
        return match ($property) {
            Property::Transparency->value, Property::TwoLineTransparency->value => abs($value) + 0.01,
            Property::Staining->value, Property::Blotting->value => max(0.0, $value * (1 - $value)) + 0.02,
            default => isset(self::UNITS[$property]) ? self::UNITS[$property] / 0.12 : max(0.005, abs($value)),
        };
    }

    /** Usual standard deviation of tests of a value, by one tester or by different ones. */
    public function usual(float $value, bool $ofOneTester = false): float
    {
        $log = 0.0;
        foreach ($ofOneTester ? $this->hand : $this->testers as $i => $chance) {
            $log += $chance * log(self::step(self::USUAL_STEPS, $i));
        }

        return exp($log) * self::measure($this->property, $value);
    }

    /**
     * Chances of a paint's own scatter, given its own tests.
     *
     * @param list<PaintTest> $averaged one for each tester
     * @param bool $among whether they were among those that taught it; then that is not counted twice
     *
     * @return list<array{0: float, 1: float}> scatter as a share of the measure, and its chance
     */
    public function ofPaint(array $averaged, bool $among): array
    {
        if (count($averaged) < 2) {
            // One tester says nothing of how testers scatter: every such paint has the usual.
            /** @var \WeakMap<self, list<array{0: float, 1: float}>>|null $kept */
            static $kept = null;
            $kept ??= new \WeakMap;

            return $kept[$this] ??= $this->weighed(array_fill(0, self::OWN_STEPS[0], 1.0), false);
        }

        return $this->weighed(self::likelihoods($this->property, $averaged), $among);
    }

    /**
     * @param list<float> $likely how likely the tests are, for every scatter of their paint
     * @param bool $among whether they were among those that taught the usual scatter
     *
     * @return list<array{0: float, 1: float}>
     */
    private function weighed(array $likely, bool $among): array
    {
        $given = self::givenUsual($this->scale);
        $out = array_fill(0, self::OWN_STEPS[0], 0.0);
        foreach ($this->testers as $i => $chance) {
            $taught = $among ? array_sum(array_map(static fn (float $g, float $l): float => $g * $l, $given[$i], $likely)) : 1.0;
            foreach ($given[$i] as $j => $g) {
                $out[$j] += $chance / max(1e-300, $taught) * $g * $likely[$j];
            }
        }
        // What hardly counts is left out of every sum that follows.
        $least = self::COUNTS * array_sum($out);
        $kept = array_filter($out, static fn (float $c): bool => $c > $least);
        $sum = array_sum($kept);

        return array_map(static fn (float $c, int $j): array => [self::step(self::OWN_STEPS, $j), $c / $sum], $kept, array_keys($kept));
    }

    /**
     * One test for each tester, the mean of theirs; what their pictures share does not shrink.
     *
     * @param non-empty-list<PaintTest> $tests
     *
     * @return non-empty-list<PaintTest>
     */
    public static function averaged(array $tests): array
    {
        return array_values(array_map(static function (array $own): PaintTest {
            $n = count($own);

            return new PaintTest($own[0]->key, array_sum(array_map(static fn (PaintTest $t): float => $t->value, $own)) / $n, sqrt(array_sum(array_map(static fn (PaintTest $t): float => $t->uncertainty ** 2, $own)) / $n), $own[0]->tester, $own[0]->maker);
        }, self::byTester($tests)));
    }

    /**
     * @param non-empty-list<PaintTest> $tests
     *
     * @return non-empty-array<string, non-empty-list<PaintTest>>
     */
    private static function byTester(array $tests): array
    {
        $out = [];
        foreach ($tests as $test) {
            $out[$test->tester][] = $test;
        }

        return $out;
    }

    /**
     * @param list<float> $usual
     * @param non-empty-list<PaintTest> $tests
     *
     * @return list<float>
     */
    private static function taught(Scale $scale, string $property, array $usual, array $tests): array
    {
        $likely = self::likelihoods($property, $tests);
        foreach (self::givenUsual($scale) as $i => $given) {
            $usual[$i] *= array_sum(array_map(static fn (float $g, float $l): float => $g * $l, $given, $likely));
        }

        return self::normalised($usual);
    }

    /**
     * How likely tests are for every scatter of their paint, whatever its true value.
     *
     * @param non-empty-list<PaintTest> $tests
     *
     * @return list<float> relative to the likeliest
     */
    private static function likelihoods(string $property, array $tests): array
    {
        $measure = self::measure($property, array_sum(array_map(static fn (PaintTest $t): float => $t->value, $tests)) / count($tests));
        $logs = [];
        for ($j = 0; $j < self::OWN_STEPS[0]; $j++) {
            $tau = self::step(self::OWN_STEPS, $j) * $measure;
            [$weight, $first, $second, $log] = [0.0, 0.0, 0.0, 0.0];
            foreach ($tests as $test) {
                $w = 1 / ($test->uncertainty ** 2 + $tau ** 2);
                $weight += $w;
                $first += $w * $test->value;
                $second += $w * $test->value ** 2;
                $log += 0.5 * log($w);
            }
            $logs[] = $log - 0.5 * log($weight) - 0.5 * ($second - $first ** 2 / $weight);
        }
        $most = max($logs);

        return array_map(static fn (float $l): float => exp($l - $most), $logs);
    }

    /** @return list<list<float>> chance of every own scatter, for every usual one */
    private static function givenUsual(Scale $scale): array
    {
        /** @var array<string, list<list<float>>> $kept */
        static $kept = [];
        $width = $scale->evidence->ofPaints;

        return $kept[(string) $width] ??= array_map(static fn (int $i): array => self::normalised(array_map(
            static fn (int $j): float => exp(-0.5 * (log(self::step(self::OWN_STEPS, $j) / self::step(self::USUAL_STEPS, $i)) / $width) ** 2), range(0, self::OWN_STEPS[0] - 1),
        )), range(0, self::USUAL_STEPS[0] - 1));
    }

    /** @return list<float> */
    private static function usualBefore(Scale $scale): array
    {
        [$centre, $width] = $scale->evidence->usual;

        return self::normalised(array_map(static fn (int $i): float => exp(-0.5 * (log(self::step(self::USUAL_STEPS, $i) / $centre) / $width) ** 2), range(0, self::USUAL_STEPS[0] - 1)));
    }

    /** @param array{0: int, 1: float, 2: float} $steps how many, from, to; even in the logarithm */
    private static function step(array $steps, int $i): float
    {
        return $steps[1] * ($steps[2] / $steps[1]) ** ($i / ($steps[0] - 1));
    }

    /**
     * @param list<float> $weights
     *
     * @return list<float>
     */
    private static function normalised(array $weights): array
    {
        $sum = array_sum($weights);

        return array_map(static fn (float $w): float => $w / $sum, $weights);
    }
}
