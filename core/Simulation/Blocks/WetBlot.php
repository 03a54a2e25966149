<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation\Blocks;

use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Card\Rect;
use MarshTrial\Core\Simulation\BlockStandIn;
use MarshTrial\Core\Simulation\Hand;
use MarshTrial\Core\Simulation\Laid;
use MarshTrial\Core\Simulation\Observer;

/** A wash of which a tissue takes the right half off. */
final class WetBlot extends BlockStandIn
{
    public static function paint(Hand $hand): Laid
    {
        $thickness = Hand::MIDDLE * $hand->load();
        [$left, $blotted] = [$hand->cells(CellRole::BlotNone)[0]->area, $hand->cells(CellRole::BlotWet)[0]->area];
        $seam = ($left->right() + $blotted->x) / 2;
        $whole = new Rect($left->x - 2, $left->y - 2, $blotted->right() - $left->x + 4, $left->height + 4);

        return new Laid([$whole], static fn (float $x, float $y): float => $thickness * (1 + ($hand->habits->leftByBlot - 1) * Hand::step($x - $seam, 1.0)) * $hand->unevenness($x, $y));
    }

    public static function truth(Observer $observer, int $count): array
    {
        return ['residue' => $observer->deposit(CellRole::BlotWet) / $observer->deposit(CellRole::BlotNone)];
    }
}
