<?php

declare(strict_types=1);

namespace MarshTrial\Core\Rating;

/** How most properties are told: the class with its chance, and the number. */
trait Told
{
    public static function isClaimed(): bool
    {
        return false;
    }

    public static function said(KeptRating $rating): ?string
    {
        $classes = $rating->classes;

        return $rating->said ?? match (count($classes)) {
            0 => null,
            1, 2 => implode(' or ', $classes),
            default => "$classes[0] to ".$classes[count($classes) - 1],
        };
    }

    public static function number(KeptRating $rating): string
    {
        return $rating->value === null ? '' : static::quantity()->write($rating->value, $rating->uncertainty);
    }

    public static function told(KeptRating $rating): string
    {
        return implode(', ', array_filter([self::said($rating), self::number($rating)]));
    }

    public static function brief(KeptRating $rating): string
    {
        return implode(' ', array_filter([self::property()->value, self::said($rating), self::number($rating)]));
    }
}
