<?php

declare(strict_types=1);

namespace MarshTrial\Core\Rating;

/** A property whose classes are counts: the number adds nothing to them. */
trait ToldByCount
{
    use Told {
        said as private saidOfClass;
    }

    public static function said(KeptRating $rating): ?string
    {
        $counts = $rating->classes;
        // Between two counts there is "8 or 9 clear steps".
        if (count($counts) === 2 && ClassChances::isBetween($rating->chances)) {
            return (int) $counts[0] > 0 ? (int) $counts[0]." or $counts[1]" : "$counts[0] or $counts[1]";
        }

        return self::saidOfClass($rating);
    }

    public static function told(KeptRating $rating): string
    {
        return self::said($rating) ?? '';
    }
}
