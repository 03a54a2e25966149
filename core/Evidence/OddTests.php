<?php

declare(strict_types=1);

namespace MarshTrial\Core\Evidence;

use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Rating\Scale;

/**
 * Tests of one paint whose colour cannot be this paint's: painted from a wrong tube, or in a wrong row. Each is held against the other
 * tests and never against what they say together, which a wrong one would have moved (own, simulated).
 */
final readonly class OddTests
{
    private function __construct(
        /** @var list<int> tests that are set aside, by key */
        public array $aside,
        /** @var list<int> tests of which nobody can say which is the paint's: none is believed */
        public array $torn,
    ) {}

    /**
     * @param array<int, Lab> $colours of the tests at one depth, by key
     * @param float $scatter rms dE00 of one test from its paint's centre
     * @param list<int> $believed tests that somebody said are of this paint
     */
    public static function among(Scale $scale, array $colours, float $scatter, array $believed = []): self
    {
        $limit = self::limit($scale, $scatter);
        $near = static fn (int $a, int $b): bool => Difference::ciede2000($colours[$a], $colours[$b]) <= $limit;
        $keys = array_keys($colours);
        $believed = array_values(array_intersect($believed, $keys));
        if (count($keys) < 2) {
            return new self([], []);
        }
        // The middle is the test with most others near to it.
        $company = [];
        foreach ($keys as $key) {
            $company[$key] = array_values(array_filter($keys, static fn (int $other): bool => $near($key, $other)));
        }
        uasort($company, static fn (array $a, array $b): int => count($b) <=> count($a));
        $stay = reset($company);
        if (count($stay) === count($keys)) {
            return new self([], []);
        }

        if (count($stay) > count($keys) / 2 && count($keys) > 2) {
            return new self(array_values(array_diff($keys, $stay, $believed)), []);
        }
        // Where nobody is in the majority, whoever knows decides.
        $far = static fn (int $k): bool => array_filter($believed, static fn (int $b): bool => $near($k, $b)) === [];

        return $believed === [] ? new self([], $keys) : new self(array_values(array_filter(array_diff($keys, $believed), $far)), []);
    }

    /**
     * The same where somebody said of some that they are another paint's.
     *
     * @param list<int> $another
     */
    public function with(array $another): self
    {
        return new self([...$this->aside, ...$another], $this->torn);
    }

    /** dE00 beyond which two tests are not of one paint. */
    public static function limit(Scale $scale, float $scatter): float
    {
        return max($scale->evidence->oddLeast, $scale->evidence->oddTimes * hypot($scale->evidence->oddUncertainty, $scatter));
    }

    /**
     * How far tests lie from their paint's centre, as the ledger has taught it; tests from a wrong tube hardly move a median.
     *
     * @param list<float> $distances dE00 between two tests of one paint, a pair of every paint
     *
     * @return float rms dE00 of one test
     */
    public static function scatter(Scale $scale, array $distances): float
    {
        sort($distances);
        $n = count($distances);
        // Of three normal axes the median of a distance between two is 2.175 standard deviations of one, and the rms from the centre 1.732.
        $seen = $n === 0 ? 0.0 : $distances[intdiv($n, 2)] * M_SQRT3 / 2.175;

        return ($scale->evidence->oddTaught * $scale->evidence->oddScatter + $n * $seen) / ($scale->evidence->oddTaught + $n);
    }
}
