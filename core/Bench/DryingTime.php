<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

/** How long a stroke dried before it was lifted, in steps that make a difference (own: a wash holds faster by the hour, and hardly after days). */
final class DryingTime
{
    /** Upper limits, s. */
    private const STEPS = ['within the hour' => 3600, 'the same day' => 12 * 3600, 'the next day' => 36 * 3600, 'within the week' => 7 * 86400];

    public static function words(int $seconds): string
    {
        foreach (self::STEPS as $words => $most) {
            if ($seconds <= $most) {
                return $words;
            }
        }

        return 'after more than a week';
    }
}
