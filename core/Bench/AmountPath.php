<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

use MarshTrial\Core\Optics\Deposit;

/** A paint's own way from pale to deep: what the other channels do as the key one grows, from the graded stroke. */
final readonly class AmountPath
{
    /** @param list<array{0: float, 1: float, 2: float}> $places deposits, the key one rising */
    private function __construct(private array $places, private int $key) {}

    /** @return self|null null where there is no stroke to tell */
    public static function of(RowReadings $row): ?self
    {
        if ($row->key === null) {
            return null;
        }
        $places = [];
        foreach ($row->steps as $step) {
            [$r, $g, $b] = $step->deposit->channels;
            if ($r !== null && $g !== null && $b !== null) {
                $places[] = [$r, $g, $b];
            }
        }
        usort($places, static fn (array $a, array $b): int => $a[$row->key] <=> $b[$row->key]);

        return count($places) < $row->scale->drift->leastDepths ? null : new self($places, $row->key);
    }

    /** Deposit of a channel where the key one has this much; beyond the ends in proportion. */
    public function at(int $channel, float $keyDeposit): float
    {
        $first = $this->places[0];
        $last = $this->places[count($this->places) - 1];
        if ($keyDeposit <= $first[$this->key] || $keyDeposit >= $last[$this->key]) {
            $end = $keyDeposit <= $first[$this->key] ? $first : $last;

            return $end[$channel] * $keyDeposit / max(1e-3, $end[$this->key]);
        }
        $i = 1;
        while ($this->places[$i][$this->key] < $keyDeposit) {
            $i++;
        }
        [$a, $b] = [$this->places[$i - 1], $this->places[$i]];
        $t = ($keyDeposit - $a[$this->key]) / max(1e-9, $b[$this->key] - $a[$this->key]);

        return $a[$channel] + $t * ($b[$channel] - $a[$channel]);
    }

    /** How fast a channel grows with the key one around a deposit. */
    public function slope(int $channel, float $keyDeposit): float
    {
        [$low, $high] = [0.7 * $keyDeposit, 1.35 * $keyDeposit];

        return ($this->at($channel, $high) - $this->at($channel, $low)) / ($high - $low);
    }

    /**
     * The deposits of a place as they would be at another amount: how far each is off the path stays in proportion.
     *
     * @return array{0: float, 1: float, 2: float}
     */
    public function broughtTo(float $keyDeposit, Deposit $place): array
    {
        $here = (float) $place->in($this->key);

        return array_map(fn (int $c): float => $this->at($c, $keyDeposit) * (float) $place->in($c) / max(0.01, $this->at($c, $here)), [0, 1, 2]);
    }
}
