<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

use MarshTrial\Core\Card\CellId;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\RatingStatus;

/** How much paint three passes of a damp brush take off the dry pan. */
final class Rewetting
{
    public const FORMULA = 'deposit, in the key channel, of what three passes of a damp brush over the dry pan leave on the paper';

    public static function rate(RowReadings $row): Rating
    {
        $property = 're-wetting';
        $cells = [CellId::of($row->row, CellRole::Rewet), CellId::of($row->row, CellRole::Paper)];
        $reading = $row->first(CellRole::Rewet);
        $deposit = $reading === null || $row->key === null ? 0.0 : $row->keyDeposit($reading);
        if ($reading === null || ($deposit !== null && $deposit < $row->scale->water->rewettingLeast)) {
            return Rating::without($row->scale, $row->row, $property, RatingStatus::NotTested, 'Nothing was painted in the window for re-wetting.', $cells);
        }
        $value = $deposit ?? $row->scale->water->rewettingDarkest;

        return Rating::measured($row->scale, $row->row, $property, $value, hypot(RowReadings::depositScatter($reading), $row->scale->water->rewettingHand * $value), $row->scale->water->rewetting, $value, $deposit === null ? ['at least: darker than can be read'] : [], $cells, ['keyChannel' => $row->keyName()], self::FORMULA);
    }
}
