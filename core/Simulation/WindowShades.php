<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Card\Cell;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Card\Rect;
use MarshTrial\Core\Card\Window;

/** What every place of a window shows, as the hand painted it. */
final readonly class WindowShades
{
    /** Steps of drift, to either side, for which films are worked out. */
    private const DRIFT_STEPS = 10;

    public function __construct(private readonly Scene $scene, private readonly Ground $ground) {}

    /** @param list<Cell> $cells that lie in the window */
    public function of(Window $window, array $cells): \Closure
    {
        return match ($window->use) {
            'paper' => $this->bare($window),
            'stroke' => $this->stroke($window),
            'lift' => $this->lift($window),
            'swatch' => $this->swatch($window),
            'depth' => $this->fadeStep($window, $cells[0]->step ?? 1),
            'second-line' => $this->linePair($window),
            'own' => $this->edgeless($window, fn (float $x, float $y): float => (0.3 + 0.25 * ($window->row % 5)) * (1 + 0.02 * $this->scene->unevenness->at($x, $y))),
            default => $this->block($window, BlockKind::from($window->use)),
        };
    }

    private function bare(Window $window): \Closure
    {
        return fn (float $x, float $y): array => [Canvas::ON_PAPER, ...$this->ground->paperShade($window->piece, $x, $y)];
    }

    /** What shows through a pocket frame: an old swatch on its own sheet, words, a line, the frame's cut edge and its shadow. */
    private function swatch(Window $window): \Closure
    {
        $hand = $this->scene->swatch((int) array_search($window->piece, array_column($this->scene->layout->pieces, 'id'), true) + 1);
        $film = $this->scene->films[$window->row];
        $dose = $this->scene->doseUnder($window->piece);
        $table = $this->ground->table($film, $dose > 0 ? 'exposed' : '', $dose);
        $grains = $this->ground->grains($film, $window->row);

        return function (float $x, float $y) use ($window, $hand, $table, $grains, $film, $dose): array {
            $open = $this->ground->cover($hand->inOpening($x, $y));
            $frame = $open < 1.0 ? $this->ground->paperShade($window->piece, $x, $y) : [];
            $seen = [];
            if ($open > 0.0) {
                [$thickness, $inside] = $hand->laid($x, $y);
                $thickness *= $dose > 0 ? $film->leftAfter($thickness, $dose) : 1.0;
                $pen = $this->ground->cover($hand->inStroke($x, $y));
                $seen = Ground::point($table, $table->index($thickness * $grains->at($x, $y)), $this->ground->tooth($x, $y), $this->ground->cover($hand->inLine($x, $y)), $this->ground->cover($inside), Canvas::UNCLEAR);
                $light = $hand->light($x, $y);
                foreach (array_slice($seen, 1) as $n => $v) {
                    $seen[$n + 1] = ($v + 0.9 * $pen * ($this->ground->inkIn($n) - $v)) * $light;
                }
            }
            $out = [Canvas::UNCLEAR];
            foreach ($seen === [] ? $frame : array_slice($seen, 1) as $n => $v) {
                $out[] = $open >= 1.0 || $seen === [] ? $v : $open * $v + (1 - $open) * $frame[$n];
            }

            return $out;
        };
    }

    /** The graded stroke along the hand-ruled line. */
    private function stroke(Window $window): \Closure
    {
        $scene = $this->scene;
        $hand = $scene->hand;
        $film = $scene->films[$window->row];
        $painted = $window->painted ?? $window->area;
        $middle = $painted->centre()->y;
        $lineY = $middle + $hand->between(-0.8, 0.8);
        $slope = $hand->between(-0.006, 0.006);
        $lineHalf = $hand->between(1.8, 2.2);
        $from = $painted->x + $hand->between(-0.8, 0.8);
        $length = $painted->width + $hand->between(-0.8, 0.8);
        $half = $painted->height / 2 - 0.2 + $hand->between(-0.3, 0.3);
        $falling = log($film->full / $film->pale);
        $wobble = [$hand->between(0, 40), $hand->between(0, 40)];
        $table = $this->ground->table($film, $window->piece);
        $grains = $this->ground->grains($film, $window->row);
        $unevenness = $scene->unevenness;

        // What varies along one direction only is tabulated every 0.05 mm.
        $steps = (int) (20 * $window->area->width) + 2;
        $line = $lineHalves = $edge = $thickness = $starts = $ends = [];
        for ($i = 0; $i < $steps; $i++) {
            $x = $window->area->x + $i / 20;
            $line[] = $lineY + $slope * ($x - $painted->x);
            $lineHalves[] = $lineHalf + 0.06 * $unevenness->at($x + $wobble[0], $middle);
            $edge[] = $half + 0.35 * $unevenness->at($x + $wobble[1], $wobble[0]);
            $thickness[] = $film->full * exp(-$falling * min(1.0, max(0.0, ($x - $from) / $length))) * (1 + 0.02 * $unevenness->at($x + 7, $wobble[0]));
            $y = $window->area->y + $i / 20;
            $starts[] = $from + 0.4 * $unevenness->at($wobble[0], $y);
            $ends[] = $from + $length + 0.4 * $unevenness->at($wobble[1], $y);
        }
        [$left, $top] = [$window->area->x, $window->area->y];

        return function (float $x, float $y) use ($middle, $line, $lineHalves, $edge, $thickness, $starts, $ends, $left, $top, $table, $grains): array {
            $i = (int) (20 * ($x - $left));
            $j = (int) (20 * ($y - $top));
            $inInk = $lineHalves[$i] - abs($y - $line[$i]);
            $inside = min($edge[$i] - abs($y - $middle), $x - $starts[$j], $ends[$j] - $x);
            $wet = $this->ground->cover($inside);
            $here = $wet > 0 ? $thickness[$i] * $grains->at($x, $y) * ($inside < 2 ? 1 + 0.35 * exp(-$inside / 0.3) : 1.0) : 0.0;
            $onPaper = $inInk < -0.4 ? Canvas::ON_PAPER : Canvas::UNCLEAR;
            $ground = $inInk > 0.5 ? Canvas::ON_INK : $onPaper;

            return Ground::point($table, $table->index($here), $this->ground->tooth($x, $y), $this->ground->cover($inInk), $wet, $inside > 0.9 || $inside < -0.4 ? $ground : Canvas::UNCLEAR);
        };
    }

    private function lift(Window $window): \Closure
    {
        $film = $this->scene->films[$window->row];
        $painted = $window->painted ?? $window->area;
        $thickness = $this->scene->hand->between(0.82, 1.05);
        $third = $painted->width / 3;
        $left = [1.0, $film->leftBySoft, $film->leftByStiff];

        return $this->flat($window, function (float $x, float $y) use ($painted, $thickness, $third, $left): float {
            $place = ($x - $painted->x) / $third - 0.5;
            $i = min(2, max(0, (int) floor($place + 0.5)));
            // Over a millimetre and a half the lifted part runs into its neighbour.
            $edge = ($place + 0.5 - $i) * $third;
            $share = $left[$i];
            if ($i > 0 && $edge < 0.75) {
                $share += ($left[$i - 1] - $share) * (0.5 - $edge / 1.5);
            } elseif ($i < 2 && $third - $edge < 0.75) {
                $share += ($left[$i + 1] - $share) * (0.5 - ($third - $edge) / 1.5);
            }
            $rough = $i === 0 ? 0.02 : 0.10;

            return $thickness * $share * (1 + $rough * $this->scene->unevenness->at($x, $y));
        });
    }

    private function fadeStep(Window $window, int $step): \Closure
    {
        $scene = $this->scene;
        $film = $scene->films[$window->row];
        $thickness = Truth::FADE_THICKNESS[$step];
        $dose = 0.0;
        if ($window->piece === 'kept' && $scene->doseMlxh > 0) {
            $thickness *= 1 - $film->inLight->darkLoss;
        }
        if ($window->piece === 'exposed') {
            $dose = $scene->doseMlxh;
            $thickness *= (1 + $scene->hand->between(-0.04, 0.04)) * $film->leftAfter($thickness, $dose);
        }

        return $this->flat($window, fn (float $x, float $y): float => $thickness * (1 + 0.015 * $scene->unevenness->at($x, $y)), $dose);
    }

    /** Any other block: fields with edges, or paint that fades out by itself. */
    private function block(Window $window, BlockKind $kind): \Closure
    {
        $laid = $this->laid($window, $kind);
        if ($laid->driftAt !== null) {
            return $this->drifting($window, $laid->thicknessAt, $laid->driftAt, $laid->fields[0] ?? null);
        }
        if ($laid->fields === []) {
            return $this->edgeless($window, $laid->thicknessAt);
        }
        $fields = $laid->fields;
        $shades = array_map(fn (Rect $field, int $i): \Closure => $this->flat($window, $laid->thicknessAt, 0.0, $field, $laid->films[$i] ?? null), $fields, array_keys($fields));
        if (count($shades) === 1) {
            return $shades[0];
        }

        return static function (float $x, float $y) use ($fields, $shades): array {
            $i = 0;
            while ($i < count($fields) - 1 && $x > $fields[$i]->right() + 0.7) {
                $i++;
            }

            return $shades[$i]($x, $y);
        };
    }

    private function laid(Window $window, BlockKind $kind): Laid
    {
        $standIn = BlockStandIn::for($kind) ?? throw new \LogicException("No stand-in paints the block \"$kind->value\".");

        return $standIn::paint(new Hand($this->scene, $window));
    }

    /** Paint without an edge of its own. */
    private function edgeless(Window $window, \Closure $thicknessAt): \Closure
    {
        $film = $this->scene->films[$window->row];
        $table = $this->ground->table($film, $window->piece);
        $grains = $this->ground->grains($film, $window->row);

        return fn (float $x, float $y): array => Ground::point($table, $table->index($thicknessAt($x, $y) * $grains->at($x, $y)), $this->ground->tooth($x, $y), 0.0, 1.0, Canvas::ON_PAPER);
    }

    /** Paint whose pigments have drifted apart, in a rectangle or fading out by itself. */
    private function drifting(Window $window, \Closure $thicknessAt, \Closure $driftAt, ?Rect $painted): \Closure
    {
        $film = $this->scene->films[$window->row];
        $grains = $this->ground->grains($film, $window->row);

        return function (float $x, float $y) use ($painted, $film, $grains, $window, $driftAt, $thicknessAt): array {
            $inside = $painted === null ? INF : min($x - $painted->x, $painted->right() - $x, $y - $painted->y, $painted->bottom() - $y);
            if ($inside <= 0) {
                return [$inside < -0.4 ? Canvas::ON_PAPER : Canvas::UNCLEAR, ...$this->ground->paperShade($window->piece, $x, $y)];
            }
            $place = self::DRIFT_STEPS * max(-1.0, min(1.0, $driftAt($x, $y)));
            $low = (int) floor($place);
            $thickness = $thicknessAt($x, $y) * $grains->at($x, $y);
            $ground = $inside > 0.9 ? Canvas::ON_PAPER : Canvas::UNCLEAR;
            $out = [];
            // Between two steps of drift.
            foreach ([[$low, 1 - $place + $low], [$low + 1, $place - $low]] as [$step, $share]) {
                if ($share > 0) {
                    $table = $this->ground->table($film, $window->piece, 0.0, $step / self::DRIFT_STEPS);
                    foreach (Ground::point($table, $table->index($thickness), $this->ground->tooth($x, $y), 0.0, 1.0, $ground) as $n => $v) {
                        $out[$n] = ($out[$n] ?? 0.0) + $share * $v;
                    }
                }
            }
            $out[0] = $ground;

            return $out;
        };
    }

    /** Paint over a line, and a second line over the paint. */
    private function linePair(Window $window): \Closure
    {
        $scene = $this->scene;
        $film = $scene->films[$window->row];
        $laid = $this->laid($window, BlockKind::SecondLine);
        [$painted, $thicknessAt] = [$laid->fields[0], $laid->thicknessAt];
        $table = $this->ground->table($film, $window->piece);
        $grains = $this->ground->grains($film, $window->row);
        $random = SeededRandom::keyed("lines|{$scene->layout->uuid}|$window->row");
        $lines = array_map(static fn (CellRole $role): array => [
            $scene->layout->cellsOf($window->row, $role)[0]->area->centre()->y + $random->between(-0.6, 0.6), $random->between(1.8, 2.2),
        ], [CellRole::UnderPainted, CellRole::OverPainted]);
        // The second line is ruled with another pen.
        $pen = $random->between(0.75, 1.35);

        return function (float $x, float $y) use ($painted, $thicknessAt, $table, $grains, $lines, $pen): array {
            [$inUnder, $inOver] = array_map(static fn (array $line): float => $line[1] - abs($y - $line[0]), $lines);
            $inside = min($x - $painted->x, $painted->right() - $x, $y - $painted->y, $painted->bottom() - $y);
            $onLine = max($inUnder, $inOver);
            $ground = $onLine > 0.5 ? Canvas::ON_INK : ($onLine < -0.4 ? Canvas::ON_PAPER : Canvas::UNCLEAR);
            $out = Ground::point($table, $table->index($thicknessAt($x, $y) * $grains->at($x, $y)), $this->ground->tooth($x, $y), $this->ground->cover($inUnder), $this->ground->cover($inside), $inside > 0.9 || $inside < -0.4 ? $ground : Canvas::UNCLEAR);
            $over = $this->ground->cover($inOver);
            for ($n = 1; $over > 0 && $n < count($out); $n++) {
                $out[$n] += $over * ($pen * $this->ground->inkIn($n - 1) - $out[$n]);
            }

            return $out;
        };
    }

    /** A painted rectangle with ragged, slightly darker edges. */
    private function flat(Window $window, \Closure $thicknessAt, float $doseMlxh = 0.0, ?Rect $field = null, ?Film $film = null): \Closure
    {
        $scene = $this->scene;
        $film ??= $scene->films[$window->row];
        $painted = $field ?? $window->painted ?? $window->area;
        $centre = $painted->centre();
        $table = $this->ground->table($film, $window->piece, $doseMlxh);
        $grains = $this->ground->grains($scene->films[$window->row], $window->row);
        $phase = $scene->hand->between(0, 40);

        return function (float $x, float $y) use ($scene, $painted, $centre, $table, $grains, $phase, $thicknessAt): array {
            $inside = min(
                $painted->width / 2 - abs($x - $centre->x) + 0.3 * $scene->unevenness->at($phase, $y),
                $painted->height / 2 - abs($y - $centre->y) + 0.3 * $scene->unevenness->at($x, $phase),
            );
            $wet = $this->ground->cover($inside);
            $thickness = $wet > 0 ? $thicknessAt($x, $y) * (1 + 0.35 * exp(-$inside / 0.3)) * $grains->at($x, $y) : 0.0;

            return Ground::point($table, $table->index($thickness), $this->ground->tooth($x, $y), 0.0, $wet, $inside > 0.9 || $inside < -0.4 ? Canvas::ON_PAPER : Canvas::UNCLEAR);
        };
    }
}
