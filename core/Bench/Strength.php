<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

/** Tinting strength against a chosen reference paint, on one paper and under one protocol. */
final readonly class Strength
{
    private function __construct(
        /** Strength of the reference paint is 1. */
        public float $relative,
        public float $uncertainty,
        /** Channel that serves both: the reference paint's. */
        public string $channel,
    ) {}

    /**
     * Slope of the paint over slope of the reference, in the reference's key channel.
     *
     * @param array<string, mixed> $numbers of the paint's strength rating
     * @param array<string, mixed> $reference of the reference paint's
     *
     * @return self|null null when the paint shows nothing in the reference's key channel
     */
    public static function against(array $numbers, array $reference): ?self
    {
        $channel = array_search($reference['keyChannel'], ['red', 'green', 'blue'], true);
        [$paint, $base] = $channel === false ? [null, null] : [$numbers['slopes'][$channel] ?? null, $reference['slopes'][$channel] ?? null];
        if ($paint === null || $base === null) {
            return null;
        }
        $relative = $paint[0] / $base[0];

        return new self($relative, $relative * hypot($paint[1] / $paint[0], $base[1] / $base[0]), (string) $reference['keyChannel']);
    }

    /** Price of as much paint as does the work of 1 ml of the reference; same unit as the price per ml. */
    public function costPerUnit(float $pricePerMl): float
    {
        return $pricePerMl / $this->relative;
    }
}
