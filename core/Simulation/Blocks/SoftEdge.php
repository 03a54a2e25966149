<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation\Blocks;

use MarshTrial\Core\Simulation\BlockStandIn;
use MarshTrial\Core\Simulation\Habits;
use MarshTrial\Core\Simulation\Hand;
use MarshTrial\Core\Simulation\Laid;
use MarshTrial\Core\Simulation\Observer;

/** A band whose edge is pulled out with water. */
final class SoftEdge extends BlockStandIn
{
    public static function paint(Hand $hand): Laid
    {
        $band = $hand->painted;

        return new Laid([], static function (float $x, float $y) use ($hand, $band): float {
            $beyond = $x - $band->right() + 0.4 * $hand->scene->unevenness->at(3, $y);
            // The band's other borders are of no interest and simply end.
            $inside = min($x - $band->x, $y - $band->y, $band->bottom() - $y);

            return $inside < 0 ? 0.0 : Hand::MIDDLE * self::share($hand->habits, $beyond) * $hand->unevenness($x, $y);
        });
    }

    public static function truth(Observer $observer, int $count): array
    {
        $at = static fn (float $beyond): float => $observer->filmDeposit(Hand::MIDDLE * self::share($observer->habits, $beyond), $observer->key);
        $band = $at(-6.0);
        $width = Observer::crossing($at, 0.2 * $band, 0.0, 60.0) - Observer::crossing($at, 0.8 * $band, 0.0, 60.0);

        return ['widthMm' => $width, 'class' => $observer->habits->rim > 0 || $width < 2.0 ? 'hard line' : 'soft'];
    }

    /** Share of the band's thickness at a distance beyond its edge. */
    private static function share(Habits $habits, float $beyondMm): float
    {
        $rim = $habits->rim * exp(-(($beyondMm + 0.5) / 0.5) ** 2 / 2);

        return ($beyondMm <= 0 ? 1.0 : exp(-$beyondMm / $habits->pullMm)) + $rim;
    }
}
