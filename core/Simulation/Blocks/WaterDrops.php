<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation\Blocks;

use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Simulation\BlockStandIn;
use MarshTrial\Core\Simulation\Film;
use MarshTrial\Core\Simulation\Habits;
use MarshTrial\Core\Simulation\Hand;
use MarshTrial\Core\Simulation\Laid;
use MarshTrial\Core\Simulation\Observer;

/** Paint let into clear water, where each pigment runs as far as it runs; water let into a wet wash, which it pushes aside. */
final class WaterDrops extends BlockStandIn
{
    /** How much further than usual one pigment of a mixture runs, and the other less, at the strongest drift. */
    private const APART = 0.35;

    /** Width of a ring, mm, and what softly pushed paint heaps up, share. */
    private const RING_MM = 0.7;

    private const SOFT_RING = 0.03;

    public static function paint(Hand $hand): Laid
    {
        [$area, $film] = [$hand->painted, $hand->scene->films[$hand->window->row]];
        [$y, $left, $right] = [$area->centre()->y, $area->x + $area->width / 4 - 1, $area->x + 3 * $area->width / 4 + 1];
        [$x0, $y0] = [$left + $hand->chance->between(-0.8, 0.8), $y + $hand->chance->between(-0.8, 0.8)];
        [$x1, $y1] = [$right + $hand->chance->between(-0.8, 0.8), $y + $hand->chance->between(-0.8, 0.8)];
        [$load, $phase, $water] = [$hand->load(), $hand->chance->between(0, 6.28), self::water($hand)];
        $edge = $right - $area->height / 2;

        return new Laid(
            [],
            static function (float $px, float $py) use ($hand, $film, $area, $edge, $x0, $y0, $x1, $y1, $load, $phase, $water): float {
                if ($px < $edge) {
                    return Hand::MIDDLE * self::amounts($film, $hand->habits, hypot($px - $x0, $py - $y0), atan2($py - $y0, $px - $x0) + $phase)[0] * $hand->unevenness($px, $py);
                }
                $inside = min($px - $edge, $area->right() - $px, $py - $area->y, $area->bottom() - $py);

                return $inside < 0 ? 0.0 : Hand::MIDDLE * $load * self::washShare(hypot($px - $x1, $py - $y1), $water) * $hand->unevenness($px, $py);
            },
            $hand->habits->drift == 0.0 ? null : static fn (float $px, float $py): float => $px < $edge
                ? self::amounts($film, $hand->habits, hypot($px - $x0, $py - $y0), atan2($py - $y0, $px - $x0) + $phase)[1] : 0.0,
        );
    }

    public static function truth(Observer $observer, int $count): array
    {
        $film = $observer->look->film;
        $deposit = static function (float $distance, int $channel) use ($observer, $film): float {
            [$share, $drift] = self::amounts($film, $observer->habits, $distance, 0.0);

            return $observer->filmDeposit(Hand::MIDDLE * $share, $channel, $drift);
        };
        $reaches = [];
        foreach ([0, 1, 2] as $channel) {
            if ($deposit(0.5, $channel) >= 0.3 * $deposit(0.5, $observer->key)) {
                // Amount of undivided paint that absorbs as much, told by its thickness.
                $amount = static fn (float $distance): float => $observer->filmDeposit($observer->look->thicknessAt($deposit($distance, $channel), $channel), $observer->key);
                $reaches[] = Observer::crossing($amount, 0.5 * $amount(0.5), 0.0, 40.0);
            }
        }
        $window = $observer->scene->layout->windowOf($observer->row, BlockKind::Drops) ?? throw new \LogicException('Drops have a window.');
        $water = self::water(new Hand($observer->scene, $window));
        $wash = $observer->filmDeposit(Hand::MIDDLE, $observer->key);
        $ring = 0.0;
        for ($r = 1.5; $r < 12; $r += 0.1) {
            $ring = max($ring, $observer->filmDeposit(Hand::MIDDLE * self::washShare($r, $water), $observer->key) / $wash - 1);
        }

        return ['apartMm' => count($reaches) < 2 ? null : max($reaches) - min($reaches), 'ring' => $ring, 'hollow' => 1 - $observer->filmDeposit(Hand::MIDDLE * self::washShare(0.5, $water), $observer->key) / $wash];
    }

    /**
     * What a drop of water does: radius, mm; how much paler it leaves the middle; the ring; the width of its border, mm.
     *
     * @return array{0: float, 1: float, 2: float, 3: float}
     */
    private static function water(Hand $hand): array
    {
        $strength = min(1.0, $hand->habits->spreadMm / 10.5);

        return [3.5 + 3.5 * $strength, max(0.0, 0.8 * $strength - 0.15), $hand->habits->rim > 0 ? $hand->habits->rim : self::SOFT_RING, $hand->habits->rim > 0 ? 0.6 : 2.0];
    }

    /** @param array{0: float, 1: float, 2: float, 3: float} $water */
    private static function washShare(float $distanceMm, array $water): float
    {
        [$radius, $hollow, $ring, $border] = $water;

        return 1 - $hollow / (1 + exp(($distanceMm - $radius) / $border * 2)) + $ring * exp(-(($distanceMm - $radius) / self::RING_MM) ** 2 / 2);
    }

    /**
     * Thickness at a distance from the drop as a share of the middle's, and how far the pigments have changed places there.
     *
     * @return array{0: float, 1: float}
     */
    private static function amounts(Film $film, Habits $habits, float $distanceMm, float $angle): array
    {
        $radius = $habits->spreadMm * (1 + 0.04 * sin(3 * $angle));
        if (count($film->shares) < 2) {
            return [WetSquare::share($distanceMm, $radius, $habits->borderMm), 0.0];
        }
        [$one, $other] = array_map(static fn (float $sign): float => WetSquare::share($distanceMm, $radius * (1 + $sign * self::APART * $habits->drift), $habits->borderMm), [1.0, -1.0]);
        $share = $film->shares[0] * $one + $film->shares[1] * $other;

        return [$share, $share < 1e-6 ? 0.0 : max(-1.0, min(1.0, $film->shares[0] * ($one / $share - 1) / min($film->shares)))];
    }
}
