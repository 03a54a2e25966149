<?php

declare(strict_types=1);

namespace MarshTrial\Core\Evidence;

use MarshTrial\Core\Rating\ClassChances;

/** Whether two paints differ in a property, or no more than tests of one paint do. */
final readonly class TwoPaints
{
    private function __construct(
        /** Of the second over the first. */
        public float $difference,
        /** 1 sigma. */
        public float $uncertainty,
        /** Chance that it is real. */
        public float $chance,
        /** Odds that a further test of each shows the same sign. */
        public float $again,
    ) {}

    public static function of(Evidence $one, Evidence $two): self
    {
        $difference = $two->value - $one->value;
        $sd = max(1e-12, hypot($one->uncertainty, $two->uncertainty));

        return new self($difference, $sd, 2 * ClassChances::normal(abs($difference) / $sd) - 1, ClassChances::normal(abs($difference) / sqrt($sd ** 2 + $one->ofAnother() + $two->ofAnother())));
    }

    /**
     * Which of many differences are real, when in all of them together one in twenty of those named may be none (Benjamini and Hochberg 1995).
     *
     * @param array<int|string, float> $chances that each is real
     *
     * @return list<int|string> keys of those that are named
     */
    public static function named(array $chances, float $wrong = 0.05): array
    {
        arsort($chances);
        $n = count($chances);
        $last = 0;
        foreach (array_values($chances) as $i => $chance) {
            if (1 - $chance <= $wrong * ($i + 1) / $n) {
                $last = $i + 1;
            }
        }

        return array_slice(array_keys($chances), 0, $last);
    }
}
