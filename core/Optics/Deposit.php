<?php

declare(strict_types=1);

namespace MarshTrial\Core\Optics;

use MarshTrial\Core\Colour\LinearRgb;

/**
 * How much paint is there: -ln(R / P) per channel of linear RGB, R over the bare paper P beside it.
 *
 * Nearly proportional to the amount of pigment. A channel at or below 5 % of the paper is saturated and has no deposit.
 */
final readonly class Deposit
{
    private const SATURATED = 0.05;

    private function __construct(
        /** @var array{0: float|null, 1: float|null, 2: float|null} */
        public array $channels,
    ) {}

    public static function of(LinearRgb $paint, LinearRgb $paper): self
    {
        $one = static fn (float $r, float $p): ?float => $p <= 0 || $r <= self::SATURATED * $p ? null : -log($r / $p);

        return new self([$one($paint->r, $paper->r), $one($paint->g, $paper->g), $one($paint->b, $paper->b)]);
    }

    /** Largest deposit; null when a channel is saturated, since that one would be the largest. */
    public function largest(): ?float
    {
        return in_array(null, $this->channels, true) ? null : max($this->channels);
    }

    public function in(int $channel): ?float
    {
        return $this->channels[$channel];
    }

    /** Channel of the largest deposit: 0 red, 1 green, 2 blue. */
    public function key(): int
    {
        return (int) array_search(max($this->channels), $this->channels, true);
    }

    /**
     * The key channel of a paint: that of the largest deposit in the place whose largest deposit is nearest the reference depth.
     *
     * @param list<self> $places
     *
     * @return int|null null when every place is saturated
     */
    public static function keyChannel(array $places, float $referenceDepth): ?int
    {
        $key = null;
        $least = INF;
        foreach ($places as $place) {
            $largest = $place->largest();
            if ($largest !== null && abs($largest - $referenceDepth) < $least) {
                $least = abs($largest - $referenceDepth);
                $key = $place->key();
            }
        }

        return $key;
    }

    /**
     * Deposits of many places in one channel.
     *
     * @param list<float> $values linear light
     * @param float $bare linear light of the bare paper
     *
     * @return list<float>
     */
    public static function ofMap(array $values, float $bare): array
    {
        return array_map(static fn (float $v): float => -log(max(1e-3, $v) / $bare), $values);
    }
}
