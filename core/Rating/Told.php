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

    public static function said(array $rating): ?string
    {
        $classes = $rating['classes'];

        return $rating['said'] ?? match (count($classes)) {
            0 => null,
            1, 2 => implode(' or ', $classes),
            default => "$classes[0] to ".$classes[count($classes) - 1],
        };
    }

    public static function number(array $rating): string
    {
        return $rating['value'] === null ? '' : static::quantity()->write((float) $rating['value'], $rating['uncertainty'] === null ? null : (float) $rating['uncertainty']);
    }

    public static function told(array $rating): string
    {
        return implode(', ', array_filter([self::said($rating), self::number($rating)]));
    }

    public static function brief(array $rating): string
    {
        return implode(' ', array_filter([self::property()->value, self::said($rating), self::number($rating)]));
    }
}
