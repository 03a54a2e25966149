<?php

declare(strict_types=1);

namespace MarshTrial\Core\Evidence;

/** One property of one row over several pictures of the same painting. */
final readonly class PooledValue
{
    private function __construct(
        public float $mean,
        /** Standard deviation of a single picture. */
        public float $spread,
        /** 1 sigma of the mean. */
        public float $uncertainty,
        public int $pictures,
    ) {}

    /**
     * Of a stated uncertainty only what repeats show to be scatter shrinks with their number; what all share (protocol, calibration) stays.
     *
     * @param non-empty-list<array{value: float, uncertainty: float}> $values as each picture states it
     */
    public static function of(array $values): ?self
    {
        $spread = Repeats::of($values)->spread;
        if ($spread === null) {
            return null;
        }
        $n = count($values);
        $stated = array_sum(array_column($values, 'uncertainty')) / $n;

        return new self(array_sum(array_column($values, 'value')) / $n, $spread, sqrt(max(0.0, $stated ** 2 - $spread ** 2) + $spread ** 2 / $n), $n);
    }
}
