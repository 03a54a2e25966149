<?php

declare(strict_types=1);

namespace MarshTrial\Core\Evidence;

use MarshTrial\Core\Rating\Scale;

/**
 * Tests of one paint under one protocol that lie further apart than tests scatter: then two values are told, each with how it was
 * tested, and no mean (own, simulated).
 */
final class TornTests
{
    /**
     * The test that lies furthest from the others, where it lies further than what tests scatter bears.
     *
     * @param list<PaintTest> $tests
     *
     * @return string|null its key
     */
    public static function apart(Scale $scale, string $property, Scatter $scatter, array $tests): ?string
    {
        $found = null;
        $least = 1.0;
        foreach (count($tests) < 2 ? [] : $tests as $i => $test) {
            $others = array_values(array_diff_key($tests, [$i => 0]));
            // What the others scatter by is taken from themselves and from what is usual, never from the one in question.
            [$mean, $sd] = Evidence::of($scale, $property, $scatter, $others)->predicted($test->uncertainty);
            $chance = self::beyond(abs($test->value - $mean) / max(1e-9, $sd));
            if ($chance < $least) {
                [$found, $least] = [$test->key, $chance];
            }
        }

        // Holm: the least of so many.
        return $least * count($tests) < $scale->evidence->torn ? $found : null;
    }

    /**
     * Whether two groups of tests, by a condition that was written down, lie further apart than tests within them scatter.
     *
     * @param list<PaintTest> $one
     * @param list<PaintTest> $other
     */
    public static function areGroupsApart(Scale $scale, string $property, Scatter $scatter, array $one, array $other): bool
    {
        if ($one === [] || $other === [] || count($one) + count($other) < 3) {
            return false;
        }
        $mean = static fn (array $of): float => array_sum(array_map(static fn (PaintTest $t): float => $t->value, $of)) / count($of);
        $middle = $mean([...$one, ...$other]);
        $centred = [];
        foreach ([$one, $other] as $group) {
            foreach ($group as $t) {
                $centred[] = new PaintTest($t->key, $t->value - $mean($group) + $middle, $t->uncertainty, $t->key, $t->maker);
            }
        }
        $measure = Scatter::measure($property, $middle);
        $tau = array_sum(array_map(static fn (array $p): float => $p[1] * ($p[0] * $measure) ** 2, $scatter->ofPaint($centred, false)));
        $variance = static fn (array $of): float => array_sum(array_map(static fn (PaintTest $t): float => $t->uncertainty ** 2 + $tau, $of)) / count($of) ** 2;
        $t = abs($mean($one) - $mean($other)) / sqrt($variance($one) + $variance($other));

        return self::beyond($t) < $scale->evidence->torn;
    }

    /** Chance of a value as far from the middle, or further, of Student's t with five degrees of freedom. */
    public static function beyond(float $t): float
    {
        $x = abs($t) / sqrt(5);

        return 1 - 2 / M_PI * (atan($x) + $x / (1 + $x * $x) * (1 + 2 / (3 * (1 + $x * $x))));
    }
}
