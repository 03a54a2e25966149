<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation\Blocks;

use MarshTrial\Core\Simulation\BlockStandIn;
use MarshTrial\Core\Simulation\Hand;
use MarshTrial\Core\Simulation\Laid;

/** An even wash between two lines. */
final class LinePair extends BlockStandIn
{
    public static function paint(Hand $hand): Laid
    {
        return $hand->even(Hand::MIDDLE * $hand->load());
    }
}
