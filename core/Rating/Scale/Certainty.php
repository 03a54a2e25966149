<?php

declare(strict_types=1);

namespace MarshTrial\Core\Rating\Scale;

/** How sure a class must be, and in which words that is told. */
final readonly class Certainty
{
    public function __construct(
        /** Chance from which a class is said plainly (own). */
        public float $plain = 0.95,
        /** Chance from which a class is said with "probably" (own). */
        public float $probably = 0.80,
        /** Chance from which a class is said with "perhaps" (own). */
        public float $perhaps = 0.60,
        /** Chance of the likeliest below which nothing is said (own). */
        public float $known = 0.40,
        /** Chance from which two neighbouring classes together are said (own). */
        public float $two = 0.80,
    ) {}
}
