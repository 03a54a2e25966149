<?php

declare(strict_types=1);

namespace MarshTrial\Core\Daylight;

/** Dose by day: estimated from the window, replaced by a logger where one lay there, which calibrates the rest; nothing while it was taken down. */
final readonly class DoseCurve
{
    /** What remains unsure of a logger's own sum, standard deviation of the logarithm (own: its cosine error and calibration). */
    private const LOGGER = 0.05;

    /** Share of a day that must be covered for the day to count as measured (own). */
    private const COVERED = 0.9;

    /** Days that a logger must have covered to calibrate the rest, and what is then left of the estimate's range (own). */
    private const CALIBRATING_DAYS = 10;

    private const CALIBRATED = 0.10;

    /** What is left unsure of a dose that a tester told, standard deviation of the logarithm (own). */
    public const TOLD = 0.10;

    /**
     * @param array<string, float> $estimated lux hours by day
     * @param array<string, array{luxHours: float, covered: float}> $logged by day: sum, and share of the day's light that it covers, 0 to 1
     * @param float $vagueDays standard deviation of the days in the light, where their first or last is not known
     * @param float $factor what the logger says the estimate has to be multiplied with
     */
    private function __construct(private \DateTimeImmutable $from, private array $estimated, private array $logged, private float $factor, private float $uncertainty, private bool $calibrated, private float $vagueDays) {}

    /**
     * @param \DateTimeImmutable $from first day in the light, local
     * @param \DateTimeImmutable $to last day asked for
     * @param list<array{0: string, 1: string}> $pauses first and last day taken down, both dark
     * @param array<string, array{luxHours: float, covered: float}> $logged by day
     * @param array<int, float>|null $year lux hours by day of the year, where they were worked out before
     * @param float $vagueDays standard deviation of the days in the light, where the first or the last is not known
     * @param list<array{0: string, 1: Window, 2: array<int, float>|null}> $moves first day behind another window, by rising day, with its light by day of the year where it was worked out before
     * @param array<string, float> $told doses up to the end of a day that a tester told, Mlx h; the estimate passes through them where no logger calibrates it
     */
    public static function of(Window $window, \DateTimeImmutable $from, \DateTimeImmutable $to, array $pauses = [], array $logged = [], ?array $year = null, array $told = [], float $vagueDays = 0.0, array $moves = []): self
    {
        $estimated = $byDay = [];
        $stays = [['', $window, $year], ...$moves];
        for ($day = $from; $day <= $to; $day = $day->modify('+1 day')) {
            $name = $day->format('Y-m-d');
            $number = (int) $day->format('z') + 1;
            $at = count($stays) - 1;
            while ($at > 0 && $stays[$at][0] > $name) {
                $at--;
            }
            $lux = $byDay[$at][$number] ??= $stays[$at][2][$number] ?? WindowLight::ofDay($stays[$at][1], $number, (int) $day->format('n'))['luxHours'];
            $dark = array_filter($pauses, static fn (array $p): bool => $name >= $p[0] && $name <= $p[1]) !== [];
            $estimated[$name] = $dark ? 0.0 : $lux;
        }
        $both = array_filter($logged, static fn (array $l, string $day): bool => $l['covered'] >= self::COVERED && ($estimated[$day] ?? 0.0) > 0, ARRAY_FILTER_USE_BOTH);
        $expected = array_sum(array_intersect_key($estimated, $both));
        $calibrated = count($both) >= self::CALIBRATING_DAYS && $expected > 0;
        $factor = $calibrated ? array_sum(array_column($both, 'luxHours')) / $expected : 1.0;
        $through = $calibrated ? $estimated : self::through($estimated, $told);

        return new self($from, $through, $logged, max(0.02, $factor), $through === $estimated ? max(array_map(static fn (array $s): float => $s[1]->uncertainty(), $stays)) : hypot(self::TOLD, self::CALIBRATED), $calibrated, $told === [] ? $vagueDays : 0.0);
    }

    /**
     * The estimate as told doses say it: between two of them by their difference, beyond the last one as all before it.
     *
     * @param array<string, float> $estimated lux hours by day
     * @param array<string, float> $told Mlx h by day
     *
     * @return array<string, float>
     */
    private static function through(array $estimated, array $told): array
    {
        ksort($told);
        $factors = [];
        [$since, $sum, $estimate] = ['', 0.0, 0.0];
        $last = (string) array_key_last($estimated);
        foreach ($told as $day => $mlxh) {
            // What was told of a later day says nothing of a part of the time before it.
            if ($day > $last) {
                break;
            }
            $expected = array_sum(array_filter($estimated, static fn (string $d): bool => $d > $since && $d <= $day, ARRAY_FILTER_USE_KEY));
            if ($expected <= 0 || 1e6 * $mlxh <= $sum) {
                continue;
            }
            $factors[$day] = (1e6 * $mlxh - $sum) / $expected;
            $estimate += $expected;
            [$since, $sum] = [$day, 1e6 * $mlxh];
        }
        if ($factors === []) {
            return $estimated;
        }
        $out = [];
        foreach ($estimated as $day => $lux) {
            while ($factors !== [] && $day > array_key_first($factors)) {
                unset($factors[array_key_first($factors)]);
            }
            $out[$day] = $lux * ($factors === [] ? $sum / $estimate : reset($factors));
        }

        return $out;
    }

    /** Dose up to the end of a day. */
    public function at(\DateTimeImmutable $day): Dose
    {
        $until = $day->format('Y-m-d');
        $measured = $rest = 0.0;
        $lit = 0;
        foreach ($this->estimated as $name => $lux) {
            if ($name > $until) {
                break;
            }
            [$of, $left] = $this->ofDay((string) $name, $lux);
            $measured += $of;
            $rest += $left;
            $lit += $of + $left > 0 ? 1 : 0;
        }
        $sum = $measured + $rest;
        if ($sum <= 0) {
            return new Dose(0.0);
        }
        $own = $this->calibrated ? hypot(self::LOGGER, self::CALIBRATED) : $this->uncertainty;

        return new Dose($sum / 1e6, hypot(hypot($measured * self::LOGGER, $rest * $own) / $sum, $this->vagueDays / $lit), $measured / $sum);
    }

    /** @return array<string, float> dose by day, Mlx h, rising */
    public function days(): array
    {
        $out = [];
        $sum = 0.0;
        foreach ($this->estimated as $day => $lux) {
            $sum += array_sum($this->ofDay((string) $day, $lux));
            $out[(string) $day] = $sum / 1e6;
        }

        return $out;
    }

    /** The day on which a dose is reached; null: not within the curve. */
    public function reaches(float $mlxh): ?\DateTimeImmutable
    {
        foreach ($this->days() as $day => $dose) {
            if ($dose >= $mlxh) {
                return new \DateTimeImmutable($day, $this->from->getTimezone());
            }
        }

        return null;
    }

    /** @return array{0: float, 1: float} lux hours of a day: measured, and estimated for what is not */
    private function ofDay(string $day, float $estimated): array
    {
        $logged = $this->logged[$day] ?? null;

        return $logged === null ? [0.0, $estimated * $this->factor] : [$logged['luxHours'], max(0.0, 1 - $logged['covered']) * $estimated * $this->factor];
    }
}
