<?php

declare(strict_types=1);

namespace MarshTrial\Core\Daylight;

use MarshTrial\Core\CoreException;

/**
 * Sums a light logger's readings into lux hours by local day, one reading at a time, so that a year of minutes needs no more memory than a day.
 *
 * Between two readings light goes in a straight line; where they lie too far apart nothing is summed, and the day says how much it lacks.
 */
final class LightLog
{
    /** Units by name, and what turns them into lux (W/m2 of daylight by its efficacy). */
    public const UNITS = ['lux' => 1.0, 'klx' => 1000.0, 'W/m2' => WindowLight::EFFICACY];

    /** A gap is what is longer than so many times the usual distance, and than so many seconds (own). */
    private const GAP = [4.0, 1200];

    /** A reading that stands at the very top for so long is a sensor at its end (own). */
    private const CLIPPED_READINGS = 12;

    /** @var array<string, array{luxHours: float, seconds: float}> by day at the window */
    private array $days = [];

    private ?int $lastAt = null;

    private float $lastLux = 0.0;

    /** Usual distance of readings, seconds, told by the first ones. */
    private ?float $usual = null;

    private float $highest = 0.0;

    private int $atTop = 0;

    public int $readings = 0;

    public int $gaps = 0;

    /** Longest that the sensor stood at its highest value, readings. */
    private int $longestAtTop = 0;

    /** @var array<string, array{0: int, 1: bool}> by local date, seconds of midnight and whether the clocks change on it */
    private array $midnights = [];

    private readonly \DateTimeZone $window;

    /**
     * @param \DateTimeZone $zone by which its clock went
     * @param \DateTimeZone|null $window by whose days the light is summed; null: the clock's
     */
    public function __construct(private readonly \DateTimeZone $zone, private readonly float $toLux, ?\DateTimeZone $window = null)
    {
        $this->window = $window ?? $zone;
    }

    /**
     * @param string $written local time, such as "2026-03-01 14:05" or with seconds, "T" between, or an offset of its own
     *
     * @throws CoreException for a time or value that is none
     */
    public function add(string $written, float $value): void
    {
        if ($value < 0) {
            throw new CoreException("$value is less than no light. Look whether the right column was chosen.");
        }
        $at = $this->moment($written);
        $lux = $value * $this->toLux;
        $this->readings++;
        $this->highest > $lux ? $this->atTop = 0 : $this->atTop = $lux > $this->highest ? 1 : $this->atTop + 1;
        $this->highest = max($this->highest, $lux);
        $this->longestAtTop = $lux > 1000 ? max($this->longestAtTop, $this->atTop) : $this->longestAtTop;
        if ($this->lastAt !== null) {
            $seconds = $at - $this->lastAt;
            if ($seconds < 0) {
                throw new CoreException("The reading of $written lies before the one above it. Sort the file by time.");
            }
            if ($seconds === 0) {
                return;
            }
            $this->usual = $this->usual === null ? (float) $seconds : min($this->usual, (float) $seconds);
            if ($seconds > max(self::GAP[0] * $this->usual, self::GAP[1])) {
                $this->gaps++;
            } else {
                $day = gmdate('Y-m-d', $this->lastAt + $this->offset($this->lastAt));
                $this->days[$day] ??= ['luxHours' => 0.0, 'seconds' => 0.0];
                $this->days[$day]['luxHours'] += ($lux + $this->lastLux) / 2 * $seconds / 3600;
                $this->days[$day]['seconds'] += $seconds;
            }
        }
        [$this->lastAt, $this->lastLux] = [$at, $lux];
    }

    /** Whether the sensor stood at its end for long: what it says is then the least there was. */
    public function isClipped(): bool
    {
        return $this->longestAtTop >= self::CLIPPED_READINGS;
    }

    /** @return array<string, array{luxHours: float, covered: float}> by day at the window; covered as a share of the day */
    public function days(): array
    {
        $out = [];
        foreach ($this->days as $day => $sum) {
            $midnight = new \DateTimeImmutable($day, $this->window);
            $length = $midnight->modify('+1 day')->getTimestamp() - $midnight->getTimestamp();
            $out[$day] = ['luxHours' => $sum['luxHours'], 'covered' => min(1.0, $sum['seconds'] / $length)];
        }

        return $out;
    }

    /** Seconds since 1970 of a written time; days on which clocks change go by the calendar, all others by arithmetic. */
    private function moment(string $written): int
    {
        if (preg_match('/^(\d{4}-\d\d-\d\d)[ T](\d\d):(\d\d)(?::(\d\d)(?:\.\d+)?)?$/', $written, $m) === 1 && checkdate((int) substr($m[1], 5, 2), (int) substr($m[1], 8, 2), (int) substr($m[1], 0, 4)) && (int) $m[2] < 24 && (int) $m[3] < 60) {
            [$midnight, $changes] = $this->midnight($m[1]);
            if (! $changes) {
                return $midnight + 3600 * (int) $m[2] + 60 * (int) $m[3] + (int) ($m[4] ?? 0);
            }
        }
        $read = date_create_immutable($written, $this->zone);
        if ($read === false || preg_match('/\d{4}.*\d:\d/', $written) !== 1) {
            throw new CoreException("\"$written\" is no time that can be read. Write it such as 2026-03-01 14:05.");
        }
        // A clock that goes back tells an hour twice: the first time that is not before the reading above.
        $wall = $read->format('Y-m-d H:i:s');
        foreach ([-3600, 0, 3600] as $shift) {
            $at = $read->getTimestamp() + $shift;
            if ($at >= ($this->lastAt ?? $at) && (new \DateTimeImmutable("@$at"))->setTimezone($read->getTimezone())->format('Y-m-d H:i:s') === $wall) {
                return $at;
            }
        }

        return $read->getTimestamp();
    }

    /** @return array{0: int, 1: bool} */
    private function midnight(string $day): array
    {
        if (! isset($this->midnights[$day])) {
            $start = new \DateTimeImmutable($day, $this->zone);
            $this->midnights[$day] = [$start->getTimestamp(), $start->modify('+1 day')->getTimestamp() - $start->getTimestamp() !== 86400];
        }

        return $this->midnights[$day];
    }

    /** Seconds that the window's time is ahead of UTC at a moment. */
    private function offset(int $at): int
    {
        static $known = [];
        // It changes on the quarter of an hour at most.
        $key = $this->window->getName().intdiv($at, 900);
        if (! isset($known[$key])) {
            if (count($known) > 2000) {
                $known = [];
            }
            $known[$key] = $this->window->getOffset(new \DateTimeImmutable("@$at"));
        }

        return $known[$key];
    }
}
