<?php

declare(strict_types=1);

namespace MarshTrial\Core\Evidence;

use MarshTrial\Core\Rating\Scale;

/** Several tests of one pan, kept side by side: how far they lie apart, and whether that is more than they can be trusted to. */
final readonly class Repeats
{
    private function __construct(
        /** Standard deviation of the values; null for fewer than two. */
        public ?float $spread,
        /**
         * The two that lie furthest apart beyond their uncertainty, as keys of the input; null when all agree.
         *
         * @var array{0: int|string, 1: int|string}|null
         */
        public ?array $apart,
    ) {}

    /**
     * @param array<int|string, array{value: float, uncertainty: float}> $tests 1-sigma uncertainties, spoiled ones left out
     */
    public static function of(array $tests): self
    {
        $n = count($tests);
        if ($n < 2) {
            return new self(null, null);
        }
        $values = array_column($tests, 'value');
        $mean = array_sum($values) / $n;
        $spread = sqrt(array_sum(array_map(static fn (float $v): float => ($v - $mean) ** 2, $values)) / ($n - 1));
        $worst = 0.0;
        $apart = null;
        foreach ($tests as $i => $a) {
            foreach ($tests as $j => $b) {
                $ratio = abs($a['value'] - $b['value']) / max(1e-9, Scale::COVERAGE_95 * hypot($a['uncertainty'], $b['uncertainty']));
                if ($ratio > 1 && $ratio > $worst) {
                    [$worst, $apart] = [$ratio, [$i, $j]];
                }
            }
        }

        return new self($spread, $apart);
    }
}
