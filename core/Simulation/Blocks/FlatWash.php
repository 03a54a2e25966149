<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation\Blocks;

use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Simulation\BlockStandIn;
use MarshTrial\Core\Simulation\Habits;
use MarshTrial\Core\Simulation\Hand;
use MarshTrial\Core\Simulation\Laid;
use MarshTrial\Core\Simulation\Observer;
use MarshTrial\Core\Simulation\Scene;

/** A flat wash in which pigments gather in clumps. */
final class FlatWash extends BlockStandIn
{
    public static function paint(Hand $hand): Laid
    {
        $film = $hand->scene->films[$hand->window->row];
        $thickness = $hand->scene->hand->between(0.75, 1.0);

        return new Laid(
            [$hand->painted],
            static fn (float $x, float $y): float => $thickness * $hand->scene->washFactor($film, $x, $y, $hand->window->painted),
            $hand->habits->clump > 0 ? static fn (float $x, float $y): float => self::drift($hand->scene, $hand->habits, $x, $y) : null,
        );
    }

    public static function truth(Observer $observer, int $count): array
    {
        return ['separation' => array_map(static fn (int $channel): float => self::scatter($observer, $channel), [0, 1, 2])];
    }

    private static function drift(Scene $scene, Habits $habits, float $x, float $y): float
    {
        return $habits->clump * $scene->unevenness->at($x + 17, $y + 5);
    }

    /** Scatter of (a*, b*) over the wash's sampled place at one amount in a channel, of the film without grains, as a blur of half a millimetre leaves it. */
    private static function scatter(Observer $observer, int $channel): float
    {
        if ($observer->habits->clump <= 0) {
            return 0.0;
        }
        $colours = array_map(static fn (int $i): Lab => $observer->atAmount($i / 10, $channel, 0.875), range(-10, 10));
        $cell = $observer->scene->layout->cellsOf($observer->row, CellRole::Wash)[0]->area;
        $as = $bs = [];
        for ($y = $cell->y; $y < $cell->bottom(); $y += 0.8) {
            for ($x = $cell->x; $x < $cell->right(); $x += 0.8) {
                // Nine by nine places around, weighted as a Gaussian of half a millimetre.
                $drift = $weights = 0.0;
                for ($i = -4; $i <= 4; $i++) {
                    for ($j = -4; $j <= 4; $j++) {
                        $weight = exp(-($i ** 2 + $j ** 2) / 8);
                        $drift += $weight * self::drift($observer->scene, $observer->habits, $x + 0.25 * $i, $y + 0.25 * $j);
                        $weights += $weight;
                    }
                }
                $place = 10 + 10 * max(-0.999, min(0.999, $drift / $weights));
                $seen = $colours[(int) $place]->towards($colours[(int) $place + 1], $place - (int) $place);
                $as[] = $seen->a;
                $bs[] = $seen->b;
            }
        }
        $variance = static function (array $of): float {
            $mean = array_sum($of) / count($of);

            return array_sum(array_map(static fn (float $v): float => ($v - $mean) ** 2, $of)) / count($of);
        };

        return sqrt($variance($as) + $variance($bs));
    }
}
