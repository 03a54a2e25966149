<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation\Blocks;

use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Simulation\BlockStandIn;
use MarshTrial\Core\Simulation\Hand;
use MarshTrial\Core\Simulation\Laid;
use MarshTrial\Core\Simulation\Observer;

/** A wash with pale stars where grains of salt lay. */
final class SaltedWash extends BlockStandIn
{
    public static function paint(Hand $hand): Laid
    {
        $wash = $hand->painted;
        $stars = [];
        $wanted = $hand->habits->stars * $wash->width * $wash->height;
        while ($wanted > 0) {
            $radius = $hand->chance->between(0.5, 1.1);
            $stars[] = [$hand->chance->between($wash->x + 1, $wash->right() - 1), $hand->chance->between($wash->y + 1, $wash->bottom() - 1), $radius];
            $wanted -= M_PI * $radius ** 2;
        }

        return new Laid([$wash], static function (float $x, float $y) use ($hand, $stars): float {
            $share = 1.0;
            foreach ($stars as [$sx, $sy, $radius]) {
                $share = min($share, 0.15 + 0.85 * Hand::step(hypot($x - $sx, $y - $sy) - $radius, 0.15));
            }

            return Hand::MIDDLE * $share * $hand->unevenness($x, $y);
        });
    }

    /** Share of the sampled place that is thinner than gives 0.6 of the wash's deposit. */
    public static function truth(Observer $observer, int $count): array
    {
        $window = $observer->scene->layout->windowOf($observer->row, BlockKind::Salt) ?? throw new \LogicException('Salt has a window.');
        $laid = self::paint(new Hand($observer->scene, $window));
        $level = 0.6 * $observer->filmDeposit(Hand::MIDDLE, $observer->key);
        $cell = $observer->scene->layout->cellsOf($observer->row, CellRole::Salt)[0]->area;
        $stars = $n = 0;
        for ($y = $cell->y; $y < $cell->bottom(); $y += 0.2) {
            for ($x = $cell->x; $x < $cell->right(); $x += 0.2, $n++) {
                $stars += $observer->filmDeposit(($laid->thicknessAt)($x, $y), $observer->key) < $level ? 1 : 0;
            }
        }

        return ['stars' => $stars / $n];
    }
}
