<?php

declare(strict_types=1);

namespace MarshTrial\Core\Evidence;

use MarshTrial\Core\Rating\Scale;

/**
 * Whether the maker matters: how far makers of one kind of paint lie apart, their testers taken out, against how far tests of one paint do
 * (analysis of variance, Fisher 1925). It is asked only where testers and makers cross; else a maker's habit and a tester's look alike.
 */
final readonly class Makers
{
    private function __construct(
        /** @var array<string, array{mean: float, tests: int, named: bool, compared: bool}> by maker: mean, testers taken out where it is compared, and whether it stands out */
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
        /** What is the maker's and what the tester's nobody can tell. */
        public bool $confounded,
    ) {}

    /**
     * @param list<PaintTest> $tests of all makers, under one protocol
     * @param float $hand standard deviation of one tester's tests of one paint, as other paints have taught it
     *
     * @return self|null null for fewer than two makers
     */
    public static function of(Scale $scale, array $tests, float $hand): ?self
    {
        $values = [];
        foreach ($tests as $test) {
            $values[$test->maker][$test->tester][] = $test->value;
        }
        if (count($values) < 2) {
            return null;
        }
        $mean = static fn (array $of): float => array_sum($of) / count($of);
        $cells = array_map(static fn (array $of): array => array_map($mean, $of), $values);
        $makers = array_map(static fn (array $of): array => ['mean' => $mean($of), 'tests' => 0, 'named' => false, 'compared' => false], $cells);
        foreach ($tests as $test) {
            $makers[$test->maker]['tests']++;
        }
        $crossed = MakersByTesters::crossed($cells);
        $found = $crossed === [] ? null : MakersByTesters::of($crossed);
        if ($found === null || $found->freedom < 1) {
            return new self($makers, 0.0, [0.0, 0.0], $hand, [0.0, 0.0], 1.0, false, true);
        }
        $error = self::error($scale, $found, $crossed, $values, $hand);
        foreach ($found->means as $maker => $of) {
            $makers[$maker] = ['mean' => $of, 'compared' => true] + $makers[$maker];
        }
        foreach (self::named($scale, $crossed, $values, $hand) as $maker) {
            $makers[$maker]['named'] = true;
        }
        [$k, $freedom] = [count($crossed) - 1, $error['freedom']];
        $f = self::ratio($found, $error);
        $chance = Distributions::fisher($f, $k, $freedom);
        $spread = static fn (float $times): float => sqrt(max(0.0, ($times - 1) * $error['variance'] / $found->each));

        return new self(
            $makers, $spread($f), [$spread($f / Distributions::fisherExceeded(0.025, $k, $freedom)), $spread($f / Distributions::fisherExceeded(0.975, $k, $freedom))],
            // A variance over its estimate is F with one side known exactly.
            sqrt($error['variance']), [sqrt($error['variance'] / Distributions::fisherExceeded(0.025, $freedom, 1e7)), sqrt($error['variance'] / Distributions::fisherExceeded(0.975, $freedom, 1e7))],
            $chance, $chance < $scale->evidence->makers, false,
        );
    }

    /**
     * Variance of a cell: what the cells leave unexplained, held to what the hand alone would do and that testers see makers a little differently.
     *
     * @param non-empty-array<string, array<string, float>> $crossed
     * @param array<string, array<string, list<float>>> $values by maker and tester
     *
     * @return array{variance: float, freedom: float}
     */
    private static function error(Scale $scale, MakersByTesters $found, array $crossed, array $values, float $hand): array
    {
        $inverse = [];
        foreach ($crossed as $maker => $of) {
            foreach (array_keys($of) as $tester) {
                $inverse[] = 1 / count($values[$maker][$tester]);
            }
        }
        $e = $scale->evidence;
        // The harmonic mean of tests a cell is one over the mean of one over them.
        $taught = $e->makersHand * $hand ** 2 * (array_sum($inverse) / count($inverse) + $e->makersInteraction);
        $freedom = $found->freedom + $e->makersTaught;

        return ['variance' => max(1e-18, ($found->residual + $e->makersTaught * $taught) / $freedom), 'freedom' => $freedom];
    }

    /**
     * Fisher's F: the mean square of makers over that of a cell.
     *
     * @param array{variance: float, freedom: float} $error
     */
    private static function ratio(MakersByTesters $found, array $error): float
    {
        return $found->ofMakers / (count($found->means) - 1) / $error['variance'];
    }

    /**
     * Makers that stand out, the furthest first, each time with the rest tested anew without it. Of two nobody can tell which one does.
     *
     * @param array<string, array<string, float>> $cells
     * @param array<string, array<string, list<float>>> $values
     *
     * @return list<string>
     */
    private static function named(Scale $scale, array $cells, array $values, float $hand): array
    {
        $out = [];
        while (count($cells = MakersByTesters::crossed($cells)) > 2) {
            $found = MakersByTesters::of($cells);
            if ($found->freedom < 1) {
                break;
            }
            $error = self::error($scale, $found, $cells, $values, $hand);
            if (Distributions::fisher(self::ratio($found, $error), count($cells) - 1, $error['freedom']) >= $scale->evidence->makers) {
                break;
            }
            $least = [INF, ''];
            foreach (array_keys($cells) as $maker) {
                [$apart, $variance] = $found->apart((string) $maker);
                $least = min($least, [Distributions::student(abs($apart) / sqrt($variance * $error['variance']), $error['freedom']), (string) $maker]);
            }
            if ($least[0] >= $scale->evidence->makers / count($cells)) {
                break;
            }
            $out[] = $least[1];
            unset($cells[$least[1]]);
        }

        return $out;
    }
}
