<?php

declare(strict_types=1);

namespace MarshTrial\Core\Evidence;

/** One test of a paint's property: a painted row that was measured, whoever painted it. */
final readonly class PaintTest
{
    public function __construct(
        public string $key,
        public float $value,
        /** 1 sigma, what its own picture bears. */
        public float $uncertainty,
        public string $tester,
        public string $maker = '',
    ) {}
}
