<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation\Blocks;

use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Simulation\BlockStandIn;
use MarshTrial\Core\Simulation\Habits;
use MarshTrial\Core\Simulation\Hand;
use MarshTrial\Core\Simulation\Laid;
use MarshTrial\Core\Simulation\Observer;

/** Layers one over the other; one of them may move what lies below. */
final class GlazeLane extends BlockStandIn
{
    /** Half width of the seam where a layer ends on the one before, mm. */
    private const SEAM_MM = 0.4;

    public static function paint(Hand $hand): Laid
    {
        $cells = $hand->cells(CellRole::Glaze);
        $thickness = array_map(static fn (int $i): float => self::layers($hand->habits, $i + 1) * (1 + ($hand->load() - 1) / sqrt($i + 1)), array_keys($cells));
        $lane = $hand->painted;
        $width = $lane->width / count($cells);

        return new Laid([$lane], static function (float $x, float $y) use ($hand, $lane, $thickness, $width): float {
            $place = max(0.0, ($x - $lane->x) / $width);
            $i = min(count($thickness) - 1, (int) $place);
            $before = $i > 0 ? $thickness[$i - 1] : $thickness[0];
            $from = ($place - $i) * $width;

            return ($before + ($thickness[$i] - $before) * ($i === 0 ? 1.0 : Hand::step($from, self::SEAM_MM))) * $hand->unevenness($x, $y);
        });
    }

    public static function truth(Observer $observer, int $count): array
    {
        $habits = $observer->habits;

        return ['perLayer' => array_map(static fn (int $c): float => $observer->thinSlope($c) * $habits->layer, [0, 1, 2]), 'layerMoved' => $habits->moves > 0 && $habits->moves <= $count ? $habits->moves : null];
    }

    /** Thickness of layers one over the other; a layer that moves takes a quarter of what is below with it. */
    private static function layers(Habits $habits, int $count): float
    {
        $thickness = 0.0;
        for ($n = 1; $n <= $count; $n++) {
            $thickness = $thickness * ($n === $habits->moves ? 0.75 : 1.0) + $habits->layer;
        }

        return $thickness;
    }
}
