<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card;

/** A block whose number of fields is fixed, and in which usually no line is ruled. */
trait FixedFields
{
    public static function counts(): ?array
    {
        return null;
    }

    public static function fieldRole(): ?CellRole
    {
        return null;
    }

    public static function fieldNames(int $count): array
    {
        return [];
    }

    public static function partings(): array
    {
        return [];
    }

    public static function needsLine(): bool
    {
        return false;
    }
}
