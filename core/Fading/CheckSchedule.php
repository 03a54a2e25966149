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

    /** Steps of dose at which a strip is looked at, Mlx h: those at which reference strips 2 to 6 are just noticeably changed, and the reference dose (CIE 157 and ASTM D4303, memory); then as much again each time. */
    public const STEPS = [0.6, 1.5, 3.5, 8.0, 20.0, 38.5];

    /** A check that comes this near to a step, as a share of it, counts for it (own). */
    private const NEAR = 0.85;

    /**
     * The next step after a dose.
     *
     * @param float $mlxh dose at the last check; 0 when there was none
     */
    public static function nextDose(float $mlxh): float
    {
        foreach (self::STEPS as $step) {
            if ($mlxh < self::NEAR * $step) {
                return $step;
            }
        }
        $last = self::STEPS[count(self::STEPS) - 1];
        $step = 2 * $last;
        while ($mlxh >= self::NEAR * $step) {
            $step += $last;
        }

        return $step;
    }

    /** The same day of the month, or that month's last day. */
    private static function monthsAfter(\DateTimeImmutable $day, int $months): \DateTimeImmutable
    {
        $first = $day->modify('first day of this month')->modify("+$months months");

        return $first->setDate((int) $first->format('Y'), (int) $first->format('n'), min((int) $day->format('j'), (int) $first->format('t')));
    }
}
