<?php

declare(strict_types=1);

namespace MarshTrial\Core\Fading;

/** When a hung strip is to be looked at: after about 1, 3, 6 and 12 months, then yearly (own). */
final class CheckSchedule
{
    private const MONTHS = [1, 3, 6, 12];

    /**
     * The first scheduled day after the last check, as a calendar date of the place.
     *
     * @param \DateTimeImmutable $hungOn day of hanging
     * @param \DateTimeImmutable|null $lastCheck day of the last check, null when there was none
     */
    public static function next(\DateTimeImmutable $hungOn, ?\DateTimeImmutable $lastCheck): \DateTimeImmutable
    {
        // A check up to ten days early counts for its day.
        $done = ($lastCheck ?? $hungOn)->modify($lastCheck === null ? '0 days' : '+10 days');
        for ($i = 0; ; $i++) {
            $due = self::monthsAfter($hungOn, self::MONTHS[$i] ?? 12 * ($i - count(self::MONTHS) + 2));
            if ($due > $done) {
                return $due;
            }
        }
    }

    /** The same day of the month, or that month's last day. */
    private static function monthsAfter(\DateTimeImmutable $day, int $months): \DateTimeImmutable
    {
        $first = $day->modify('first day of this month')->modify("+$months months");

        return $first->setDate((int) $first->format('Y'), (int) $first->format('n'), min((int) $day->format('j'), (int) $first->format('t')));
    }
}
