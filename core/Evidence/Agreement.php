<?php

declare(strict_types=1);

namespace MarshTrial\Core\Evidence;

use MarshTrial\Core\Rating\Scale;

/**
 * How far two hands agree who tested the same things: how many pairs lie within what both can be trusted to, and whether one reads higher on the
 * whole. The mean of the differences is weighted by their variances, to which what pairs scatter beyond them is added (DerSimonian and Laird 1986),
 * so that a few pairs that lie far apart make the mean uncertain, not the hands different.
 */
final readonly class Agreement
{
    /** Two tests of one paint at one depth rarely lie further apart in colour, dE00 (own choice: half of what tells two paints of a code apart). */
    public const SAME_COLOUR = 3.0;

    /** Fewest pairs of which it is said that one hand reads higher (own choice): fewer may be their paints. */
    public const FEWEST = 3;

    private function __construct(
        public int $pairs,
        /** Of these, those whose difference is within 95 % of what both can be trusted to. */
        public int $agree,
        /** Mean of second less first; null without pairs. */
        public ?float $difference,
        /** 1 sigma of the mean. */
        public ?float $uncertainty,
        /** The mean difference is none by chance, at 95 %, and of enough pairs. */
        public bool $leans,
        /** @var list<int|string> keys of the pairs that do not agree */
        public array $apart,
    ) {}

    /** @param array<int|string, array{0: float, 1: float, 2: float, 3: float}> $pairs value and 1-sigma uncertainty of the first, then of the second */
    public static function of(array $pairs): self
    {
        $differences = $variances = $apart = [];
        foreach ($pairs as $key => [$a, $ua, $b, $ub]) {
            $differences[] = $b - $a;
            $variances[] = max(1e-12, $ua ** 2 + $ub ** 2);
            if (abs($b - $a) > Scale::COVERAGE_95 * hypot($ua, $ub)) {
                $apart[] = $key;
            }
        }
        $n = count($differences);
        if ($n === 0) {
            return new self(0, 0, null, null, false, []);
        }
        $between = self::between($differences, $variances);
        $weights = array_map(static fn (float $v): float => 1 / ($v + $between), $variances);
        $mean = self::weighted($differences, $weights);
        $sd = 1 / sqrt(array_sum($weights));

        return new self($n, $n - count($apart), $mean, $sd, $n >= self::FEWEST && abs($mean) > Scale::COVERAGE_95 * $sd, $apart);
    }

    /**
     * Variance of the pairs beyond what each is trusted to, by the method of moments.
     *
     * @param list<float> $differences
     * @param list<float> $variances
     */
    private static function between(array $differences, array $variances): float
    {
        $weights = array_map(static fn (float $v): float => 1 / $v, $variances);
        $mean = self::weighted($differences, $weights);
        $q = array_sum(array_map(static fn (float $d, float $w): float => $w * ($d - $mean) ** 2, $differences, $weights));
        $sum = array_sum($weights);
        $spare = $sum - array_sum(array_map(static fn (float $w): float => $w ** 2, $weights)) / $sum;

        return $spare <= 0.0 ? 0.0 : max(0.0, ($q - (count($differences) - 1)) / $spare);
    }

    /**
     * @param list<float> $values
     * @param list<float> $weights
     */
    private static function weighted(array $values, array $weights): float
    {
        return array_sum(array_map(static fn (float $v, float $w): float => $v * $w, $values, $weights)) / array_sum($weights);
    }
}
