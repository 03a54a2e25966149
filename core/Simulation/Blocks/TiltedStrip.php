<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation\Blocks;

use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Card\Cell;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Card\Rect;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Simulation\BlockStandIn;
use MarshTrial\Core\Simulation\Habits;
use MarshTrial\Core\Simulation\Hand;
use MarshTrial\Core\Simulation\Laid;
use MarshTrial\Core\Simulation\Observer;

/** A wet strip on a slope, down which one pigment travels further than the other. */
final class TiltedStrip extends BlockStandIn
{
    public static function paint(Hand $hand): Laid
    {
        $strip = $hand->painted;

        return new Laid(
            [$strip],
            static fn (float $x, float $y): float => Hand::MIDDLE * (0.55 + 0.9 * ($x - $strip->x) / $strip->width) * $hand->unevenness($x, $y),
            $hand->habits->drift == 0.0 ? null : static fn (float $x, float $y): float => self::drift($hand->habits, $strip, $x),
        );
    }

    public static function truth(Observer $observer, int $count): array
    {
        return ['separation' => array_map(static fn (int $channel): float => self::separation($observer, $channel), [0, 1, 2])];
    }

    private static function drift(Habits $habits, Rect $strip, float $x): float
    {
        return $habits->drift * 2 * (($x - $strip->x) / $strip->width - 0.5);
    }

    /** Distance in (a*, b*) of the film as it is at the two outermost sampled places, at one amount in a channel. */
    private static function separation(Observer $observer, int $channel): float
    {
        $strip = $observer->scene->layout->windowOf($observer->row, BlockKind::Tilt)->painted ?? throw new \LogicException('A tilted strip is painted.');
        $cells = $observer->scene->layout->cellsOf($observer->row, CellRole::Tilt);
        [$one, $other] = array_map(
            static fn (Cell $cell): Lab => $observer->atAmount(self::drift($observer->habits, $strip, $cell->area->centre()->x), $channel, Hand::MIDDLE),
            [$cells[0], $cells[count($cells) - 1]],
        );

        return hypot($other->a - $one->a, $other->b - $one->b);
    }
}
