<?php

declare(strict_types=1);

namespace MarshTrial\Core\Evidence;

use MarshTrial\Core\Imaging\Linear;

/**
 * Makers beside each other with their testers taken out: additive effects of both by least squares on one value for each tester and maker, not
 * every tester having tested every maker (analysis of incomplete blocks, testers being the blocks; Yates 1940).
 */
final readonly class MakersByTesters
{
    private function __construct(
        /** @var array<string, float> by maker, testers taken out; about the mean of them all */
        public array $means,
        /** Sum of squares of makers, testers taken out. */
        public float $ofMakers,
        /** Sum of squares that neither explains, and its degrees of freedom. */
        public float $residual,
        public int $freedom,
        /** Cells that a maker stands on, less what its testers take out; a measure of how well it is known. */
        public float $each,
        /** @var list<list<float>> information on the makers, in their order */
        private array $information,
    ) {}

    /**
     * Cells of the makers that can be told from their testers: each has two testers or more of whom each tested two of these makers or more, and
     * they all hang together.
     *
     * @param array<string, array<string, float>> $cells value by maker and tester
     *
     * @return array<string, array<string, float>> empty where there are none
     */
    public static function crossed(array $cells): array
    {
        do {
            $before = array_sum(array_map(count(...), $cells));
            $makersOf = array_count_values(array_merge(...array_values(array_map(static fn (array $of): array => array_map(strval(...), array_keys($of)), $cells))));
            $cells = array_map(static fn (array $of): array => array_filter($of, static fn (string|int $tester): bool => $makersOf[$tester] > 1, ARRAY_FILTER_USE_KEY), $cells);
            $cells = array_filter($cells, static fn (array $of): bool => count($of) > 1);
        } while ($cells !== [] && array_sum(array_map(count(...), $cells)) < $before);

        return count($cells) > 1 && self::hangTogether($cells) ? $cells : [];
    }

    /** @param non-empty-array<string, array<string, float>> $cells */
    private static function hangTogether(array $cells): bool
    {
        $reached = array_slice($cells, 0, 1, true);
        do {
            $before = count($reached);
            $testers = array_replace(...array_values($reached));
            $reached = array_filter($cells, static fn (array $of): bool => array_intersect_key($of, $testers) !== []);
        } while (count($reached) > $before);

        return count($reached) === count($cells);
    }

    /** @param non-empty-array<string, array<string, float>> $cells value by maker and tester, as from {@see crossed()} */
    public static function of(array $cells): self
    {
        $byTester = [];
        foreach ($cells as $maker => $of) {
            foreach ($of as $tester => $value) {
                $byTester[$tester][$maker] = $value;
            }
        }
        $mean = static fn (array $values): float => array_sum($values) / count($values);
        $blocks = array_map($mean, $byTester);
        $makers = array_keys($cells);
        $information = $adjusted = [];
        $total = 0.0;
        foreach ($makers as $i => $maker) {
            $adjusted[$i] = 0.0;
            foreach ($cells[$maker] as $tester => $value) {
                $adjusted[$i] += $value - $blocks[$tester];
                $total += ($value - $blocks[$tester]) ** 2;
            }
            foreach ($makers as $k => $other) {
                $shared = array_sum(array_map(static fn (string|int $t): float => 1 / count($byTester[$t]), array_keys(array_intersect_key($cells[$maker], $cells[$other]))));
                $information[$i][$k] = ($i === $k ? count($cells[$maker]) : 0.0) - $shared;
            }
        }
        $effects = self::solved($information, $adjusted);
        $ofMakers = array_sum(array_map(static fn (float $e, float $q): float => $e * $q, $effects, $adjusted));
        $count = array_sum(array_map(count(...), $cells));
        $about = $mean(array_merge(...array_values(array_map(array_values(...), $cells))));

        return new self(
            array_combine($makers, array_map(static fn (float $e): float => $about + $e, $effects)), $ofMakers, max(0.0, $total - $ofMakers), $count - count($makers) - count($byTester) + 1,
            array_sum(array_map(static fn (int $i): float => $information[$i][$i], array_keys($makers))) / (count($makers) - 1), $information,
        );
    }

    /**
     * How far a maker lies from the mean of the others, and the variance of that for a residual variance of one.
     *
     * @return array{0: float, 1: float}
     */
    public function apart(string $maker): array
    {
        $others = count($this->means) - 1;
        $contrast = array_map(static fn (string|int $m): float => (string) $m === $maker ? 1.0 : -1 / $others, array_keys($this->means));
        $through = self::solved($this->information, $contrast);

        return [
            array_sum(array_map(static fn (float $c, float $m): float => $c * $m, $contrast, array_values($this->means))),
            array_sum(array_map(static fn (float $c, float $x): float => $c * $x, $contrast, $through)),
        ];
    }

    /**
     * Effects that add up to nothing; only differences are told.
     *
     * @param list<list<float>> $information
     * @param list<float> $right that adds up to nothing
     *
     * @return list<float>
     */
    private static function solved(array $information, array $right): array
    {
        $n = count($right);
        // Any multiple of ones may be added to the information where the effects add up to nothing.
        $rows = array_map(static fn (array $row, float $r): array => [...array_map(static fn (float $v): float => $v + 1 / $n, $row), $r], $information, $right);

        return array_values(Linear::solve($rows));
    }
}
