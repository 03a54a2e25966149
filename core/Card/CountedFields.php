<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card;

/** A block of fields side by side whose number is chosen, without a line. */
trait CountedFields
{
    public static function partings(): array
    {
        return [];
    }

    public static function needsLine(): bool
    {
        return false;
    }

    public static function heightMm(): float
    {
        return 20.0;
    }
}
