<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation\Blocks;

use MarshTrial\Core\Simulation\BlockStandIn;
use MarshTrial\Core\Simulation\Hand;
use MarshTrial\Core\Simulation\Laid;
use MarshTrial\Core\Simulation\Observer;

/** One touch in the middle of wet paper. */
final class WetSquare extends BlockStandIn
{
    public static function paint(Hand $hand): Laid
    {
        $centre = $hand->painted->centre();
        [$x0, $y0] = [$centre->x + $hand->chance->between(-0.8, 0.8), $centre->y + $hand->chance->between(-0.8, 0.8)];
        $phase = $hand->chance->between(0, 6.28);

        return new Laid([], static function (float $x, float $y) use ($hand, $x0, $y0, $phase): float {
            $radius = $hand->habits->spreadMm * (1 + 0.05 * sin(3 * atan2($y - $y0, $x - $x0) + $phase));

            return Hand::MIDDLE * self::share(hypot($x - $x0, $y - $y0), $radius, $hand->habits->borderMm) * $hand->unevenness($x, $y);
        });
    }

    public static function truth(Observer $observer, int $count): array
    {
        $at = static fn (float $distance): float => $observer->filmDeposit(Hand::MIDDLE * self::share($distance, $observer->habits->spreadMm, $observer->habits->borderMm), $observer->key);
        $middle = $at(0.5);
        [$high, $half, $low] = array_map(static fn (float $share): float => Observer::crossing($at, $share * $middle, 0.0, 40.0), [0.8, 0.5, 0.2]);

        return ['spreadMm' => 2 * $half, 'softnessMm' => $low - $high];
    }

    /** Share of the middle's thickness at a distance from a touch. */
    public static function share(float $distanceMm, float $radiusMm, float $borderMm): float
    {
        return 1 / (1 + exp(($distanceMm - $radiusMm) / $borderMm * 2)) * (1 + exp(-2 * $radiusMm / $borderMm));
    }
}
