<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

use MarshTrial\Core\Card\Block;
use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Card\Blocks;
use MarshTrial\Core\Card\Cell;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Card\Rect;
use MarshTrial\Core\Card\Window;

/** Says how thick the film lies in every place of a block, as a practised but human hand would lay it. */
final class BlockPainter
{
    /** Thickness in the middle of blot, touch, band, salted wash and tilted strip. */
    public const MIDDLE = 0.9;

    /** How far equal loads of the hand differ. */
    private const HAND = 0.025;

    /** Half width of the seam where a layer ends on the one before, mm. */
    private const SEAM_MM = 0.4;

    private readonly Chance $hand;

    private function __construct(private readonly Scene $scene, private readonly Window $window)
    {
        $this->hand = Chance::keyed("block|{$scene->layout->uuid}|$window->row|$window->use");
    }

    /**
     * Where paint was laid with an edge to it (none: it has no edge), and how thick it is by place.
     *
     * @return array{0: list<Rect>, 1: \Closure(float, float): float}
     */
    public static function of(Scene $scene, Window $window, BlockKind $kind): array
    {
        $painter = new self($scene, $window);
        $habits = $scene->habits[$window->row];
        $painted = $window->painted ?? $window->area;

        return match ($kind) {
            BlockKind::Ladder => $painter->fields(CellRole::Ladder, array_map(static fn (float $share): float => $share * $habits->strength, Blocks\SteppedLadder::concentrations(count($painter->cells(CellRole::Ladder))))),
            BlockKind::Blot => $painter->blot($habits),
            BlockKind::Glaze => [[$painted], $painter->glaze($habits, $painted)],
            BlockKind::WetSquare => [[], $painter->touch($habits, $painted)],
            BlockKind::SoftEdge => [[], $painter->pulled($habits, $painted)],
            BlockKind::Salt => [[$painted], $painter->salted($habits, $painted)],
            BlockKind::Rewet => [[$painted], $painter->even($habits->rewet)],
            BlockKind::Tilt => [[$painted], $painter->tilted($painted)],
            default => [[$painted], $painter->even(self::MIDDLE * $painter->load())],
        };
    }

    /** Drift at a place of a flat wash whose pigments gather in clumps. */
    public static function clumped(Scene $scene, Habits $habits, float $x, float $y): float
    {
        return $habits->clump * $scene->unevenness->at($x + 17, $y + 5);
    }

    /** Thickness of layers one over the other; a layer that moves takes a quarter of what is below with it. */
    public static function layers(Habits $habits, int $count): float
    {
        $thickness = 0.0;
        for ($n = 1; $n <= $count; $n++) {
            $thickness = $thickness * ($n === $habits->moves ? 0.75 : 1.0) + $habits->layer;
        }

        return $thickness;
    }

    /** Share of the middle's thickness at a distance from a touch in wet paper. */
    public static function touchShare(Habits $habits, float $distanceMm, float $radiusMm): float
    {
        return 1 / (1 + exp(($distanceMm - $radiusMm) / $habits->borderMm * 2)) * (1 + exp(-2 * $radiusMm / $habits->borderMm));
    }

    /** Share of the band's thickness at a distance beyond its edge. */
    public static function pulledShare(Habits $habits, float $beyondMm): float
    {
        $rim = $habits->rim * exp(-(($beyondMm + 0.5) / 0.5) ** 2 / 2);

        return ($beyondMm <= 0 ? 1.0 : exp(-$beyondMm / $habits->pullMm)) + $rim;
    }

    private function load(): float
    {
        return 1 + $this->hand->between(-1.7, 1.7) * self::HAND;
    }

    /** @return list<Cell> */
    private function cells(CellRole $role): array
    {
        return $this->scene->layout->cellsOf($this->window->row, $role);
    }

    private function unevenness(float $x, float $y): float
    {
        return 1 + 0.02 * $this->scene->unevenness->at($x, $y);
    }

    /** @return \Closure(float, float): float */
    private function even(float $thickness): \Closure
    {
        return fn (float $x, float $y): float => $thickness * $this->unevenness($x, $y);
    }

    /**
     * @param list<float> $thickness one per cell of the role
     *
     * @return array{0: list<Rect>, 1: \Closure(float, float): float}
     */
    private function fields(CellRole $role, array $thickness): array
    {
        $cells = $this->cells($role);
        $rects = array_map(static fn (Cell $c): Rect => Rect::around($c->area->centre()->x, $c->area->centre()->y, $c->area->width + 2 * Block::FIELD_MARGIN_MM, $c->area->height + 2 * Block::FIELD_MARGIN_MM), $cells);
        $thickness = array_map(fn (float $t): float => $t * $this->load(), $thickness);

        return [$rects, function (float $x, float $y) use ($rects, $thickness): float {
            foreach ($rects as $i => $rect) {
                if ($x <= $rect->right() + 1) {
                    return $thickness[$i] * $this->unevenness($x, $y);
                }
            }

            return $thickness[count($thickness) - 1];
        }];
    }

    /** @return array{0: list<Rect>, 1: \Closure(float, float): float} */
    private function blot(Habits $habits): array
    {
        $thickness = self::MIDDLE * $this->load();
        [$left, $blotted] = [$this->cells(CellRole::BlotNone)[0]->area, $this->cells(CellRole::BlotWet)[0]->area];
        $seam = ($left->right() + $blotted->x) / 2;
        $whole = new Rect($left->x - 2, $left->y - 2, $blotted->right() - $left->x + 4, $left->height + 4);

        return [[$whole], fn (float $x, float $y): float => $thickness * (1 + ($habits->leftByBlot - 1) * self::step($x - $seam, 1.0)) * $this->unevenness($x, $y)];
    }

    /** @return \Closure(float, float): float */
    private function glaze(Habits $habits, Rect $lane): \Closure
    {
        $cells = $this->cells(CellRole::Glaze);
        $thickness = array_map(fn (int $i): float => self::layers($habits, $i + 1) * (1 + ($this->load() - 1) / sqrt($i + 1)), array_keys($cells));
        $width = $lane->width / count($cells);

        return function (float $x, float $y) use ($lane, $thickness, $width): float {
            $place = max(0.0, ($x - $lane->x) / $width);
            $i = min(count($thickness) - 1, (int) $place);
            $before = $i > 0 ? $thickness[$i - 1] : $thickness[0];
            $from = ($place - $i) * $width;

            return ($before + ($thickness[$i] - $before) * ($i === 0 ? 1.0 : self::step($from, self::SEAM_MM))) * $this->unevenness($x, $y);
        };
    }

    /** @return \Closure(float, float): float */
    private function touch(Habits $habits, Rect $square): \Closure
    {
        $centre = $square->centre();
        [$x0, $y0] = [$centre->x + $this->hand->between(-0.8, 0.8), $centre->y + $this->hand->between(-0.8, 0.8)];
        $phase = $this->hand->between(0, 6.28);

        return function (float $x, float $y) use ($habits, $x0, $y0, $phase): float {
            $radius = $habits->spreadMm * (1 + 0.05 * sin(3 * atan2($y - $y0, $x - $x0) + $phase));

            return self::MIDDLE * self::touchShare($habits, hypot($x - $x0, $y - $y0), $radius) * $this->unevenness($x, $y);
        };
    }

    /** @return \Closure(float, float): float */
    private function pulled(Habits $habits, Rect $band): \Closure
    {
        return function (float $x, float $y) use ($habits, $band): float {
            $beyond = $x - $band->right() + 0.4 * $this->scene->unevenness->at(3, $y);
            // The band's other borders are of no interest and simply end.
            $inside = min($x - $band->x, $y - $band->y, $band->bottom() - $y);

            return $inside < 0 ? 0.0 : self::MIDDLE * self::pulledShare($habits, $beyond) * $this->unevenness($x, $y);
        };
    }

    /** @return \Closure(float, float): float */
    private function salted(Habits $habits, Rect $wash): \Closure
    {
        $stars = [];
        $wanted = $habits->stars * $wash->width * $wash->height;
        while ($wanted > 0) {
            $radius = $this->hand->between(0.5, 1.1);
            $stars[] = [$this->hand->between($wash->x + 1, $wash->right() - 1), $this->hand->between($wash->y + 1, $wash->bottom() - 1), $radius];
            $wanted -= M_PI * $radius ** 2;
        }

        return function (float $x, float $y) use ($stars): float {
            $share = 1.0;
            foreach ($stars as [$sx, $sy, $radius]) {
                $share = min($share, 0.15 + 0.85 * self::step(hypot($x - $sx, $y - $sy) - $radius, 0.15));
            }

            return self::MIDDLE * $share * $this->unevenness($x, $y);
        };
    }

    /** @return \Closure(float, float): float */
    private function tilted(Rect $strip): \Closure
    {
        return fn (float $x, float $y): float => self::MIDDLE * (0.55 + 0.9 * ($x - $strip->x) / $strip->width) * $this->unevenness($x, $y);
    }

    /** From 0 to 1 over a seam of the given half width, mm. */
    private static function step(float $beyondMm, float $halfMm): float
    {
        return min(1.0, max(0.0, 0.5 + $beyondMm / (2 * $halfMm)));
    }
}
