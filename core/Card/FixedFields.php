<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card;

/** A block whose number of fields is fixed. */
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
}
