<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card;

/** Ids of cells, as they stand in layouts and measurements. */
final class CellId
{
    /** @param int $step 0 where the role has no steps */
    public static function of(int $row, CellRole $role, int $step = 0): string
    {
        return self::named($row, $step === 0 ? $role->value : "$role->value-$step");
    }

    /** Of a half of a fade card. */
    public static function ofHalf(string $piece, int $row, CellRole $role, int $step = 0): string
    {
        return $piece.'-'.self::of($row, $role, $step);
    }

    /**
     * The places of a step of the graded stroke: over paper above and below the line.
     *
     * @return array{0: string, 1: string}
     */
    public static function besideLine(int $row, int $step): array
    {
        return [self::named($row, "stroke-$step-above"), self::named($row, "stroke-$step-below")];
    }

    public static function onLine(int $row, int $step): string
    {
        return self::named($row, "stroke-$step-black");
    }

    public static function named(int $row, string $name): string
    {
        return "r$row-$name";
    }
}
