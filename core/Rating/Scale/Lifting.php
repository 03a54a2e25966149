<?php

declare(strict_types=1);

namespace MarshTrial\Core\Rating\Scale;

/** Staining: what a damp brush leaves. */
final readonly class Lifting
{
    public function __construct(
        /** @var non-empty-array<string, float> Upper limits of the residue after the soft brush (own). */
        public array $classes = ['non-staining' => 0.10, 'low' => 0.30, 'medium' => 0.60, 'high' => INF],
        /** @var array{float, float} Range of the unlifted stroke's deposit for which a staining class is given (own, simulated). */
        public array $depths = [0.4, 1.5],
        /** @var array{float, float} Systematic uncertainty of the residue up to reference depth and at the deepest (own, simulated). */
        public array $systematic = [0.007, 0.018],
        /** What a ratio of two readings is uncertain by at least (own, simulated). */
        public float $reading = 0.004,
        /** Share of its paint that a place must have lost for a picture alone to show that it was lifted (own). */
        public float $shows = 0.15,
    ) {}
}
