<?php

declare(strict_types=1);

namespace MarshTrial\Core\Rating;

/** What the number of a property is called and how it is written. */
final readonly class Quantity
{
    public function __construct(
        public string $name,
        public int $decimals,
        public string $before = '',
        public string $after = '',
    ) {}

    /** Such as "dE 1.2 ±0.3". */
    public function write(float $value, ?float $uncertainty): string
    {
        $number = static fn (float $v, int $decimals): string => number_format($v, $decimals, '.', '');

        return $this->before.$number($value, $this->decimals).($uncertainty === null ? '' : ' ±'.$number($uncertainty, $this->decimals)).$this->after;
    }
}
