<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

/**
 * Tinting strength against a chosen reference paint, on one paper and under one protocol.
 *
 * @phpstan-import-type Numbers from \MarshTrial\Core\Rating\KeptRating
 */
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
     * @param Numbers $numbers of the paint's strength rating
     * @param Numbers $reference of the reference paint's
     *
     * @return self|null null when the paint shows nothing in the reference's key channel
     */
    public static function against(array $numbers, array $reference): ?self
    {
        $name = $reference['keyChannel'] ?? null;
        $channel = (int) array_search($name, ['red', 'green', 'blue'], true);
        [$paint, $base] = is_string($name) ? [self::slope($numbers, $channel), self::slope($reference, $channel)] : [null, null];
        if ($paint === null || $base === null) {
            return null;
        }
        $relative = $paint[0] / $base[0];

        return new self($relative, $relative * hypot($paint[1] / $paint[0], $base[1] / $base[0]), (string) $name);
    }

    /**
     * @param Numbers $numbers
     *
     * @return array{0: float, 1: float}|null slope of a channel and its uncertainty
     */
    private static function slope(array $numbers, int $channel): ?array
    {
        $slope = is_array($numbers['slopes'] ?? null) ? $numbers['slopes'][$channel] ?? null : null;

        return is_array($slope) && is_numeric($slope[0] ?? null) && is_numeric($slope[1] ?? null) ? [(float) $slope[0], (float) $slope[1]] : null;
    }

    /** Price of as much paint as does the work of 1 ml of the reference; same unit as the price per ml. */
    public function costPerUnit(float $pricePerMl): float
    {
        return $pricePerMl / $this->relative;
    }
}
