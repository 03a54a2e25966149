<?php

declare(strict_types=1);

namespace MarshTrial\Core\Evidence;

use MarshTrial\Core\Rating\Scale;

/** Whether the maker matters: how far makers of one kind of paint lie apart against how far tests of one paint do (one-way analysis of variance, Fisher 1925). */
final readonly class Makers
{
    private function __construct(
        /** @var array<string, array{mean: float, tests: int, named: bool}> by maker: mean, and whether it stands out from the others */
        public array $makers,
        /** Standard deviation between makers, and its 95 % range. */
        public float $between,
        /** @var array{0: float, 1: float} */
        public array $between95,
        /** Standard deviation of tests of one maker's paint, and its 95 % range. */
        public float $within,
        /** @var array{0: float, 1: float} */
        public array $within95,
        /** Chance that makers who do not differ would lie so far apart. */
        public float $chance,
        public bool $matters,
        /** Each maker by a tester of its own: what is the maker's and what the tester's nobody can tell. */
        public bool $confounded,
    ) {}

    /**
     * @param list<PaintTest> $tests of all makers, under one protocol
     * @param float $usual standard deviation of tests as other paints have taught it, and of how many paints
     *
     * @return self|null null for fewer than two makers, or where nothing tells how tests scatter
     */
    public static function of(Scale $scale, array $tests, float $usual, int $taughtBy): ?self
    {
        $of = [];
        $testers = $makersOf = [];
        foreach ($tests as $test) {
            $of[$test->maker][] = $test->value;
            $testers[$test->maker][$test->tester] = true;
            $makersOf[$test->tester][$test->maker] = true;
        }
        [$k, $n] = [count($of), count($tests)];
        $freedom = $n - $k + $taughtBy;
        if ($k < 2 || $freedom < 1) {
            return null;
        }
        $all = array_sum(array_map(static fn (PaintTest $t): float => $t->value, $tests)) / $n;
        $inside = $between = $squares = 0.0;
        foreach ($of as $values) {
            $mean = array_sum($values) / count($values);
            $between += count($values) * ($mean - $all) ** 2;
            $inside += array_sum(array_map(static fn (float $v): float => ($v - $mean) ** 2, $values));
            $squares += count($values) ** 2;
        }
        $variance = max(1e-18, ($inside + $taughtBy * $usual ** 2) / $freedom);
        $f = $between / ($k - 1) / $variance;
        $chance = Distributions::fisher($f, $k - 1, $freedom);
        $confounded = max(array_map(count(...), $testers)) === 1 && max(array_map(count(...), $makersOf)) === 1;
        $matters = ! $confounded && $chance < $scale->evidence->makers;
        $each = ($n - $squares / $n) / ($k - 1);
        $spread = static fn (float $times): float => sqrt(max(0.0, ($times - 1) * $variance / $each));
        $named = $matters ? self::named($of, $variance, $freedom, $scale->evidence->makers / $k) : [];
        $makers = array_map(static fn (array $values): array => ['mean' => array_sum($values) / count($values), 'tests' => count($values), 'named' => false], $of);
        foreach ($named as $maker) {
            $makers[$maker]['named'] = true;
        }

        return new self(
            $makers, $spread($f), [$spread($f / Distributions::fisherExceeded(0.025, $k - 1, $freedom)), $spread($f / Distributions::fisherExceeded(0.975, $k - 1, $freedom))],
            // A variance over its estimate is F with one side known exactly.
            sqrt($variance), [sqrt($variance / Distributions::fisherExceeded(0.025, $freedom, 1e7)), sqrt($variance / Distributions::fisherExceeded(0.975, $freedom, 1e7))],
            $chance, $matters, $confounded,
        );
    }

    /**
     * Makers that stand out, the furthest first; one that was named drags the mean of the others no more. Of two nobody can tell which one does.
     *
     * @param array<string, list<float>> $of values by maker
     *
     * @return list<string>
     */
    private static function named(array $of, float $variance, float $freedom, float $below): array
    {
        $out = [];
        while (count($of) > 2) {
            $least = [INF, ''];
            foreach ($of as $maker => $values) {
                $others = array_merge(...array_values(array_diff_key($of, [$maker => 0])));
                $t = (array_sum($values) / count($values) - array_sum($others) / count($others)) / sqrt($variance * (1 / count($values) + 1 / count($others)));
                $least = min($least, [Distributions::student(abs($t), $freedom), (string) $maker]);
            }
            if ($least[0] >= $below) {
                break;
            }
            $out[] = $least[1];
            unset($of[$least[1]]);
        }

        return $out;
    }
}
