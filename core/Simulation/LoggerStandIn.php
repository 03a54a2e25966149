<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

use MarshTrial\Core\Daylight\Sun;
use MarshTrial\Core\Daylight\Window;
use MarshTrial\Core\Daylight\WindowLight;

/**
 * A light logger beside a hung card: the light that fell there day by day with its weather, as a device that is a little off writes it down.
 * Its clock may go by UTC, it may have been empty for days, and its sensor may end below the brightest hours.
 */
final readonly class LoggerStandIn
{
    /** Weather of a day: the share of what is usual, from overcast to clear. */
    private const WEATHER = [0.35, 1.65];

    /**
     * @param \DateTimeImmutable $from first day, local
     * @param int $everySeconds between two readings
     * @param float $gain what the device reads of true light
     * @param float $endsLux brightest that its sensor tells
     * @param list<array{0: int, 1: int}> $empty first and last day, counted from 0, of which nothing was kept
     */
    public function __construct(
        public Window $window, public \DateTimeImmutable $from, public int $days, public int $seed = 1, public int $everySeconds = 600,
        public float $gain = 1.0, public float $endsLux = INF, public array $empty = [],
    ) {}

    /** Light that truly fell on a day, lux hours; days are counted from 0. */
    public function luxHours(int $day): float
    {
        $date = $this->from->modify("+$day days");
        [$least, $most] = self::WEATHER;

        return WindowLight::ofDay($this->window, (int) $date->format('z') + 1, (int) $date->format('n'))['luxHours'] * SeededRandom::keyed("weather|$this->seed|$day")->between($least, $most);
    }

    /** @return iterable<string> lines of its file, headings first; times in UTC */
    public function lines(): iterable
    {
        yield "Window logger, serial $this->seed";
        yield 'No.;Date Time, UTC;Light (lux)';
        $count = 0;
        for ($day = 0; $day < $this->days; $day++) {
            if (array_filter($this->empty, static fn (array $e): bool => $day >= $e[0] && $day <= $e[1]) !== []) {
                continue;
            }
            $midnight = $this->from->modify("+$day days")->setTime(0, 0);
            $end = $midnight->modify('+1 day')->getTimestamp();
            $hours = max(0.1, Sun::hours($this->window->latitude, (int) $midnight->format('z') + 1));
            // Noon by the sun, the one nearest to the middle of the local day; the light of the day as half a wave over it, which has the day's sum.
            $middle = $midnight->getTimestamp() + 43200;
            $bySun = 43200 - 240 * $this->window->longitude;
            $noon = $bySun + 86400 * round(($middle - $bySun) / 86400);
            $top = $this->luxHours($day) * M_PI / (2 * $hours);
            for ($t = $midnight->getTimestamp(); $t < $end; $t += $this->everySeconds) {
                $x = ($t - $noon) / 3600 / $hours;
                $lux = abs($x) < 0.5 ? $top * cos(M_PI * $x) : 0.0;
                yield sprintf('%d;%s;%.1f', ++$count, gmdate('Y-m-d H:i:s', $t), min($this->endsLux, $this->gain * $lux));
            }
        }
    }
}
