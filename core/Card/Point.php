<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card;

/** A place on a card in millimetres: x to the right, y down, from the sheet's upper left corner. */
final readonly class Point
{
    public function __construct(public float $x, public float $y) {}
}
