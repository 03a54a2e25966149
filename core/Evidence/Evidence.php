<?php

declare(strict_types=1);

namespace MarshTrial\Core\Evidence;

use MarshTrial\Core\Rating\ClassChances;
use MarshTrial\Core\Rating\Scale;

/** What all tests of one paint under one protocol say together, and what another test of it would say. Nothing measured is dropped. */
final readonly class Evidence
{
    /** Halvings by which an end of a range is found: to a thousandth of its width. */
    private const HALVINGS = 16;

    /**
     * @param list<array{weight: float, mean: float, sd: float, another: float}> $parts one for every scatter that the paint may have: mean, its standard deviation, that of another tester's test
     */
    private function __construct(
        public float $value,
        /** 1 sigma of the mean. */
        public float $uncertainty,
        public int $tests,
        /** @var non-empty-list<string> */
        public array $testers,
        /** @var list<string> keys of tests that lie off the others by more than they scatter */
        public array $off,
        private array $parts,
        /** Root mean square of the tests' own uncertainties. */
        private float $usual,
    ) {}

    /**
     * @param non-empty-list<PaintTest> $tests of one paint, under one protocol
     * @param bool $among whether they were among those that taught the scatter
     */
    public static function of(Scale $scale, string $property, Scatter $scatter, array $tests, bool $among = false): self
    {
        $averaged = Scatter::averaged($tests);
        $off = [];
        if (count($averaged) > 2) {
            foreach ($averaged as $i => $one) {
                $others = self::pooled($property, $scatter, array_values(array_diff_key($averaged, [$i => 0])), $among);
                [$mean, $sd] = self::moments($others, 'another');
                if (abs($one->value - $mean) > $scale->evidence->off * $sd) {
                    array_push($off, ...array_map(static fn (PaintTest $t): string => $t->key, array_values(array_filter($tests, static fn (PaintTest $t): bool => $t->tester === $one->tester))));
                }
            }
        }
        $parts = self::pooled($property, $scatter, $averaged, $among);
        [$mean, $sd] = self::moments($parts, 'sd');

        return new self($mean, $sd, count($tests), array_map(static fn (PaintTest $t): string => $t->tester, $averaged), $off, $parts, self::usual($averaged));
    }

    /**
     * @param non-empty-list<PaintTest> $averaged one for each tester
     *
     * @return list<array{weight: float, mean: float, sd: float, another: float}>
     */
    private static function pooled(string $property, Scatter $scatter, array $averaged, bool $among): array
    {
        $measure = Scatter::measure($property, array_sum(array_map(static fn (PaintTest $t): float => $t->value, $averaged)) / count($averaged));
        $usual = self::usual($averaged);
        $out = [];
        foreach ($scatter->ofPaint($averaged, $among) as [$share, $chance]) {
            $tau = $share * $measure;
            [$weight, $sum] = [0.0, 0.0];
            foreach ($averaged as $test) {
                $w = 1 / ($test->uncertainty ** 2 + $tau ** 2);
                $weight += $w;
                $sum += $w * $test->value;
            }
            $out[] = ['weight' => $chance, 'mean' => $sum / $weight, 'sd' => 1 / sqrt($weight), 'another' => sqrt(1 / $weight + $tau ** 2 + $usual ** 2)];
        }

        return $out;
    }

    /**
     * @param list<array{weight: float, mean: float, sd: float, another: float}> $parts
     * @param 'sd'|'another' $which
     *
     * @return array{0: float, 1: float} mean and standard deviation
     */
    private static function moments(array $parts, string $which): array
    {
        $mean = array_sum(array_map(static fn (array $p): float => $p['weight'] * $p['mean'], $parts));

        return [$mean, sqrt(array_sum(array_map(static fn (array $p): float => $p['weight'] * ($p[$which] ** 2 + ($p['mean'] - $mean) ** 2), $parts)))];
    }

    /**
     * Root mean square of what the tests' own pictures leave open.
     *
     * @param non-empty-list<PaintTest> $tests
     */
    private static function usual(array $tests): float
    {
        return sqrt(array_sum(array_map(static fn (PaintTest $t): float => $t->uncertainty ** 2, $tests)) / count($tests));
    }

    /**
     * What a further test with an uncertainty of its own would be expected to say.
     *
     * @return array{0: float, 1: float} mean and standard deviation
     */
    public function predicted(float $uncertainty): array
    {
        [$mean, $sd] = self::moments($this->parts, 'another');

        return [$mean, sqrt(max($sd ** 2 - $this->usual ** 2, 0.0) + $uncertainty ** 2)];
    }

    /** Chance that another tester's test lies below a value. */
    public function below(float $value): float
    {
        return array_sum(array_map(static fn (array $p): float => $p['weight'] * ClassChances::normal(($value - $p['mean']) / max(1e-9, $p['another'])), $this->parts));
    }

    /** @return array{0: float, 1: float} within which another tester's test lies, 95 % */
    public function another(): array
    {
        [$mean, $sd] = self::moments($this->parts, 'another');
        $at = function (float $chance) use ($mean, $sd): float {
            [$low, $high] = [$mean - 8 * $sd, $mean + 8 * $sd];
            for ($i = 0; $i < self::HALVINGS; $i++) {
                $middle = ($low + $high) / 2;
                [$low, $high] = $this->below($middle) < $chance ? [$middle, $high] : [$low, $middle];
            }

            return ($low + $high) / 2;
        };

        return [$at(0.025), $at(0.975)];
    }

    /**
     * What class another tester's test would give.
     *
     * @param array<string, float> $limits class => upper limit, least first
     *
     * @return array<string, float> class => chance
     */
    public function chances(array $limits): array
    {
        return ClassChances::between($limits, $this->below(...));
    }

    /**
     * Classes that the paint itself may have, 95 %: what a claim is held against.
     *
     * @param array<string, float> $limits class => upper limit, least first
     *
     * @return list<string>
     */
    public function classes95(array $limits): array
    {
        $within = Scale::COVERAGE_95 * $this->uncertainty;

        return Scale::classesWithin($limits, $this->value - $within, $this->value + $within);
    }

    /** Variance of another tester's test about the true value. */
    public function ofAnother(): float
    {
        return max(0.0, self::moments($this->parts, 'another')[1] ** 2 - $this->uncertainty ** 2);
    }
}
