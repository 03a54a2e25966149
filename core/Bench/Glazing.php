<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Imaging\CellReading;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\RatingStatus;
use MarshTrial\Core\Rating\Scale;

/** Glazes one over the other, each dried: how much a layer darkens, and at which layer the one below moves. */
final class Glazing
{
    public const FORMULA = 'slope of the deposit against the number of layers, at the low end and through the origin, in the key channel; layers from the one that moved are left out';

    public static function rate(RowReadings $row): Rating
    {
        $property = 'glazing';
        $lane = $row->fields(CellRole::Glaze);
        $cells = $row->cellIds(CellRole::Glaze);
        if (! $row->isPainted($lane[count($lane) - 1] ?? null)) {
            return Rating::without($row->scale, $row->row, $property, RatingStatus::NotTested, 'Nothing was painted in the glaze lane.', $cells);
        }
        $fault = Order::fault($row->scale, array_map(static fn (CellReading $r): ?float => $row->depositOf($r)->largest(), $lane), true, 'place');
        if ($fault !== null) {
            return Rating::without($row->scale, $row->row, $property, RatingStatus::Undecidable, $fault, $cells);
        }
        $places = [];
        foreach ($lane as $i => $layer) {
            $deposit = $row->keyDeposit($layer);
            if ($deposit === null) {
                break;
            }
            // Uneven loads of several layers even out.
            $places[] = [(float) $i + 1, $deposit, hypot($row->scale->strength->loadSpread * $deposit / sqrt($i + 1), RowReadings::depositScatter($layer))];
        }
        $moved = self::moved($row->scale, $places);
        $slope = InitialSlope::slope($row->scale, $moved === null ? $places : array_slice($places, 0, $moved - 1));
        $numbers = [
            'deposits' => array_map($row->keyDeposit(...), $lane),
            'lightness' => array_map(static fn (CellReading $r): float => $r->lab->l, $lane),
            'stepsDE00' => array_map(static fn (CellReading $a, CellReading $b): float => Difference::ciede2000($a->lab, $b->lab), array_slice($lane, 0, -1), array_slice($lane, 1)),
            'layerMoved' => $moved, 'keyChannel' => $row->keyName(), 'places' => $slope['places'] ?? 0,
        ];
        if ($slope === null) {
            return Rating::without($row->scale, $row->row, $property, RatingStatus::NotReached, sprintf('Darkening per layer needs two layers with a deposit from %.1f to %.1f.', $row->scale->depths->least, $row->scale->strength->lowEnd), $cells, $numbers, self::FORMULA);
        }

        return Rating::measured($row->scale, $row->row, $property, $slope['slope'], $slope['uncertainty'], [], null, $moved === null ? [] : ["layer $moved darkens less than half as much as expected: it may have moved the one below"], $cells, $numbers, self::FORMULA);
    }

    /**
     * The first layer that darkens by much less than both before it.
     *
     * @param list<array{0: float, 1: float, 2: float}> $places layers, deposit, its uncertainty
     *
     * @return int|null number of the layer
     */
    private static function moved(Scale $scale, array $places): ?int
    {
        for ($i = 3; $i < count($places) && $places[$i - 1][1] <= $scale->strength->layerRead; $i++) {
            [, $deposit, $u] = $places[$i];
            $usual = min($places[$i - 1][1] - $places[$i - 2][1], $places[$i - 2][1] - $places[$i - 3][1]);
            $short = $scale->strength->layerMoved * $usual - ($deposit - $places[$i - 1][1]);
            if ($usual > 0 && $short > $u) {
                return $i + 1;
            }
        }

        return null;
    }
}
