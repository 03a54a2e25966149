<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation\Blocks;

use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Simulation\BlockStandIn;
use MarshTrial\Core\Simulation\Hand;
use MarshTrial\Core\Simulation\Laid;
use MarshTrial\Core\Simulation\Observer;

/** What a damp brush takes off the dry pan. */
final class DryPan extends BlockStandIn
{
    public static function paint(Hand $hand): Laid
    {
        return $hand->even($hand->habits->rewet);
    }

    public static function truth(Observer $observer, int $count): array
    {
        return ['deposit' => $observer->deposit(CellRole::Rewet)];
    }
}
