<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation\Blocks;

use MarshTrial\Core\Card\Blocks\SteppedLadder as Ladder;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Simulation\BlockStandIn;
use MarshTrial\Core\Simulation\Hand;
use MarshTrial\Core\Simulation\Laid;
use MarshTrial\Core\Simulation\Likeness;
use MarshTrial\Core\Simulation\Observer;

/** Fields mixed from counted drops, each with one load. */
final class SteppedLadder extends BlockStandIn
{
    public static function paint(Hand $hand): Laid
    {
        $shares = Ladder::concentrations(count($hand->cells(CellRole::Ladder)));

        return $hand->fields(CellRole::Ladder, array_map(static fn (float $share): float => $share * $hand->habits->strength, $shares));
    }

    public static function truth(Observer $observer, int $count): array
    {
        return ['clearSteps' => self::clearSteps($observer), 'slopes' => array_map(static fn (int $c): float => $observer->thinSlope($c) * $observer->habits->strength, [0, 1, 2])];
    }

    private static function clearSteps(Observer $observer): int
    {
        $steps = array_map(static fn ($cell) => $observer->means[$cell->id]->toLab(), $observer->scene->layout->cellsOf($observer->row, CellRole::Ladder));
        $last = array_shift($steps);
        $clear = 1;
        while ($steps !== []) {
            $next = array_shift($steps);
            if ($last !== null && $next !== null && Likeness::dE00($last, $next) >= 5) {
                [$last, $clear] = [$next, $clear + 1];
            }
        }

        return $clear;
    }
}
