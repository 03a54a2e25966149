<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card;

/** Puts cells into the window of a block, by their distance from its left edge and from its middle line, mm. */
final readonly class CellPlacer
{
    public function __construct(private int $row, private float $left, private float $middle) {}

    public function cell(string $id, CellRole $role, int $step, float $centre, float $width, float $height, float $down = 0.0): Cell
    {
        return new Cell(CellId::named($this->row, $id), 'whole', $this->row, $role, $step, Rect::around($this->left + $centre, $this->middle + $down, $width, $height));
    }

    /** The one cell of its role. */
    public function only(CellRole $role, float $centre, float $width, float $height): Cell
    {
        return $this->cell($role->value, $role, 0, $centre, $width, $height);
    }

    /** @return list<Cell> numbered from the left */
    public function fields(CellRole $role, int $count, float $first, float $pitch, float $width, float $height): array
    {
        return array_map(fn (int $step): Cell => $this->cell("$role->value-$step", $role, $step, $first + ($step - 1) * $pitch, $width, $height), range(1, $count));
    }
}
