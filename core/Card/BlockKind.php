<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card;

/** Keys of the tests a property card can be put together from, as they stand in layouts; what each is stands in its definition. */
enum BlockKind: string
{
    case Stroke = 'stroke';
    case Ladder = 'ladder';
    case Wash = 'wash';
    case Lift = 'lift';
    case Blot = 'blot';
    case SecondLine = 'second-line';
    case Glaze = 'glaze';
    case WetSquare = 'wet-square';
    case SoftEdge = 'soft-edge';
    case Salt = 'salt';
    case Tilt = 'tilt';
    case Rewet = 'rewet';

    /** @return class-string<BlockDefinition> */
    public function definition(): string
    {
        return Blocks::of($this);
    }
}
