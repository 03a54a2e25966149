<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

use MarshTrial\Core\Card\CellRole;

/** How much paint three passes of a damp brush take off the dry pan. */
final class Rewetting
{
    private const FORMULA = 'deposit, in the key channel, of what three passes of a damp brush over the dry pan leave on the paper';

    /** Least deposit that shows that the test was made at all (own). */
    private const LEAST = 0.02;

    /** How far brush and hand differ from one try to the next, as a share (own). */
    private const HAND = 0.15;

    /** Deposit from which on it cannot be read. */
    private const DARKEST = 3.0;

    public static function rate(RowReadings $row): Rating
    {
        $property = 're-wetting';
        $cells = ["r$row->row-rewet", "r$row->row-paper"];
        $reading = $row->first(CellRole::Rewet);
        $deposit = $reading === null || $row->key === null ? 0.0 : $row->keyDeposit($reading);
        if ($reading === null || ($deposit !== null && $deposit < self::LEAST)) {
            return Rating::without($row->row, $property, RatingStatus::NotTested, 'Nothing was painted in the window for re-wetting.', $cells);
        }
        $value = $deposit ?? self::DARKEST;

        return Rating::measured($row->row, $property, $value, hypot(RowReadings::depositScatter($reading), self::HAND * $value), BenchScale::REWETTING, $value, $deposit === null ? ['at least: darker than can be read'] : [], $cells, ['keyChannel' => $row->keyName()], self::FORMULA);
    }
}
