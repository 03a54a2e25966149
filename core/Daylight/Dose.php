<?php

declare(strict_types=1);

namespace MarshTrial\Core\Daylight;

use MarshTrial\Core\Rating\Scale;

/** Light that has fallen so far, with its own range: log-normal. */
final readonly class Dose
{
    /** Light of places where pictures live, Mlx h a year (CIE 157, memory: museum 50 lx for 8 h on 300 days; own: a room 200 lx for 10 h a day). */
    public const YEARS = ['museum' => 0.12, 'living room' => 0.73];

    /** Radiation of a million lux hours of daylight behind glass, MJ/m2: 1 260 to 38.5 (memory: reference exposure of ASTM D4303; own: 110 lm/W). */
    private const MJ_PER_MLXH = 1260 / 38.5;

    public function __construct(
        /** Million lux hours behind the glass. */
        public float $mlxh,
        /** Standard deviation of its natural logarithm. */
        public float $uncertainty = 0.0,
        /** Share of it that a logger measured, 0 to 1. */
        public float $measured = 0.0,
    ) {}

    /** The same as radiation of daylight behind glass, all wavelengths, MJ/m2. */
    public function megajoules(): float
    {
        return $this->mlxh * self::MJ_PER_MLXH;
    }

    /** @return array{0: float, 1: float} 95 % range, Mlx h */
    public function range(): array
    {
        return [$this->mlxh * exp(-Scale::COVERAGE_95 * $this->uncertainty), $this->mlxh * exp(Scale::COVERAGE_95 * $this->uncertainty)];
    }

    /** @param key-of<self::YEARS> $place in which so many years have this light */
    public function years(string $place): float
    {
        return $this->mlxh / self::YEARS[$place];
    }

    /** In words a painter knows: "about 3 years in a living room". */
    public function words(): string
    {
        $years = $this->years('living room');

        return match (true) {
            $years < 0.06 => 'less than a month in a living room',
            $years < 0.95 => sprintf('about %d months in a living room', max(1, (int) round(12 * $years))),
            $years < 1.5 => 'about a year in a living room',
            default => sprintf('about %d years in a living room', (int) round($years)),
        };
    }
}
