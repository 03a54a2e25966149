<?php

declare(strict_types=1);

namespace MarshTrial\Core\Rating\Scale;

/** Amounts of paint at which, and from which on, paints are compared. */
final readonly class Depths
{
    public function __construct(
        /** Deposit at which washes are compared: the key channel reflects 40 % of the paper (ASTM D4303, memory). */
        public float $reference = 0.92,
        /** Furthest a value is carried beyond the measured depths (own). */
        public float $extrapolation = 0.15,
        /** A deposit below this is reported, not used (own). */
        public float $least = 0.10,
        /** Deposit of the tint that is held against the masstone (own). */
        public float $tint = 0.3,
    ) {}
}
