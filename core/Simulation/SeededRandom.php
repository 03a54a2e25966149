<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

use Random\Engine\Mt19937;
use Random\Randomizer;

/** Chances that repeat exactly for the same key. */
final readonly class SeededRandom
{
    private function __construct(private Randomizer $random) {}

    public static function keyed(string $key): self
    {
        return new self(new Randomizer(new Mt19937(crc32($key))));
    }

    public function between(float $low, float $high): float
    {
        return $low + ($high - $low) * $this->random->getInt(0, 0x7FFFFFFF) / 0x7FFFFFFF;
    }

    public function whole(int $low, int $high): int
    {
        return $this->random->getInt($low, $high);
    }

    public function bytes(int $length): string
    {
        return $this->random->getBytes($length);
    }
}
