<?php

declare(strict_types=1);

namespace MarshTrial\Core\Mixing;

use MarshTrial\Core\Card\Blocks\MixRun as Block;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Measuring\CardMeasurement;

/** Fields of counted ratios on a measured card: each row's paint with that of the first row. */
final class MixFields
{
    /**
     * @return array<int, list<array{ratio: array{0: int, 1: int}, lab: array{0: float, 1: float, 2: float}, uncertainty95: float}>> by row, fields that were painted; the partner's own row is left out
     */
    public static function ofCard(CardMeasurement $measurement): array
    {
        $out = [];
        foreach ($measurement->layout->rows as $label) {
            $cells = $measurement->layout->cellsOf($label->row, CellRole::Mix);
            foreach ($label->row === Block::PARTNER_ROW ? [] : $cells as $i => $cell) {
                if ($measurement->showsPaint($cell->id)) {
                    $reading = $measurement->cells[$cell->id];
                    $out[$label->row][] = ['ratio' => Block::ratio(count($cells), $i), 'lab' => [round($reading->lab->l, 2), round($reading->lab->a, 2), round($reading->lab->b, 2)], 'uncertainty95' => round($reading->uncertainty95, 2)];
                }
            }
        }

        return $out;
    }

    /** @param array{lab: list<float>} $field */
    public static function lab(array $field): Lab
    {
        return new Lab(...array_map(floatval(...), $field['lab']));
    }
}
