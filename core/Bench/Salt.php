<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

use MarshTrial\Core\Card\CellId;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Imaging\GrainMap;
use MarshTrial\Core\Optics\Deposit;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\RatingStatus;

/** How much of a salted wash turned into pale stars. */
final class Salt
{
    public const FORMULA = 'share of the place whose deposit is below 0.6 of the middle one, at 0.5 mm, in the key channel';

    public static function rate(RowReadings $row, ?GrainMap $map): Rating
    {
        $cells = [CellId::of($row->row, CellRole::Salt), CellId::of($row->row, CellRole::Paper)];
        if ($map === null || $row->key === null || ! $row->isPainted($row->first(CellRole::Salt))) {
            return Rating::without($row->scale, $row->row, 'salt', RatingStatus::NotTested, 'Nothing was painted in the window for salt.', $cells);
        }
        $deposits = Deposit::ofMap($map->values, $row->paper->rgb->toArray()[$row->key]);
        sort($deposits);
        $count = count($deposits);
        $middle = $deposits[intdiv($count, 2)];
        if ($middle < $row->scale->depths->least) {
            return Rating::without($row->scale, $row->row, 'salt', RatingStatus::NotReached, 'The wash is too pale for stars to be told from it.', $cells, ['middleDeposit' => $middle], self::FORMULA);
        }
        $share = count(array_filter($deposits, static fn (float $d): bool => $d < $row->scale->water->saltStar * $middle)) / $count;

        return Rating::measured($row->scale, $row->row, 'salt', $share, hypot($row->scale->water->saltSystematic, 0.15 * $share), $row->scale->water->salt, $middle, [], $cells, ['middleDeposit' => $middle, 'keyChannel' => $row->keyName()], self::FORMULA);
    }
}
