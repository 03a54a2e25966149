<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

use MarshTrial\Core\Card\CardCode;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\Fiducial;
use MarshTrial\Core\Card\FiducialShape;
use MarshTrial\Core\Card\Piece;
use MarshTrial\Core\Card\Rect;
use MarshTrial\Core\Card\TargetSheet;

/** What is printed on a sheet or left on it by hands: words, marks and code, the target’s patches, pencil and splashes. */
final readonly class Prints
{
    /** Side of the squares in which printed words are looked for, mm. */
    private const TILE_MM = 1.2;

    /** Paper of the target's carrier. */
    public const CARRIER = [0.83, 0.83, 0.82];

    public function __construct(private Scene $scene, private Canvas $canvas, private Ground $ground) {}

    /** Words, lines and whatever else is printed between the windows. */
    public function printWords(Piece $piece): void
    {
        $print = $this->scene->print;
        if ($print === null) {
            return;
        }
        // Windows, marks and code are drawn by themselves.
        $others = [$piece->codeArea, ...array_map(static fn (Fiducial $m): Rect => Rect::around($m->centre->x, $m->centre->y, $m->sizeMm, $m->sizeMm), $piece->marks)];
        foreach ($this->scene->layout->windows as $window) {
            $others[] = $window->area;
        }
        $shade = fn (float $x, float $y): array => $this->ground->inked($this->ground->paperShade($piece->id, $x, $y), $print->cover($x, $y));
        $o = $piece->outline;
        for ($y = $o->y; $y < $o->bottom(); $y += self::TILE_MM) {
            for ($x = $o->x; $x < $o->right(); $x += self::TILE_MM) {
                $tile = new Rect($x, $y, min(self::TILE_MM, $o->right() - $x), min(self::TILE_MM, $o->bottom() - $y));
                if (! $print->isBlank($tile) && array_filter($others, static fn (Rect $r): bool => $r->holds($tile)) === []) {
                    $this->canvas->render($piece, $tile, [], $shade);
                }
            }
        }
    }

    /** What hands leave between the windows of a sheet that was really used: pencil, and a splash now and then. */
    public function scribble(Piece $piece): void
    {
        if ($this->scene->print === null) {
            return;
        }
        $random = SeededRandom::keyed("scribble|{$this->scene->layout->uuid}|$piece->id");
        $o = $piece->outline;
        for ($n = $random->whole(2, 6); $n > 0; $n--) {
            [$x, $y, $length] = [$random->between($o->x + 12, $o->right() - 40), $random->between($o->y + 16, $o->bottom() - 14), $random->between(6, 24)];
            [$slope, $wave] = [$random->between(-0.1, 0.1), $random->between(0.2, 1.2)];
            $this->canvas->render($piece, new Rect($x, $y - 3, $length, 6), [], function (float $px, float $py) use ($piece, $x, $y, $slope, $wave): ?array {
                $off = abs($py - $y - $slope * ($px - $x) - $wave * sin(2.2 * ($px - $x)));

                return $off > 0.25 ? null : $this->ground->inked($this->ground->paperShade($piece->id, $px, $py), 0.45 * (1 - $off / 0.25));
            });
        }
        $films = array_values($this->scene->films);
        for ($n = $films === [] ? 0 : $random->whole(0, 3); $n > 0; $n--) {
            $table = $this->ground->table($films[$random->whole(0, count($films) - 1)], $piece->id);
            [$x, $y, $radius, $at] = [$random->between($o->x + 12, $o->right() - 12), $random->between($o->y + 16, $o->bottom() - 14), $random->between(0.4, 1.6), $table->index($random->between(0.2, 1.2))];
            $this->canvas->render($piece, Rect::around($x, $y, 2 * $radius + 0.4, 2 * $radius + 0.4), [], fn (float $px, float $py): array => Ground::point($table, $at, $this->ground->tooth($px, $py), 0.0, $this->ground->cover($radius - hypot($px - $x, $py - $y)), Canvas::UNCLEAR));
        }
    }

    /** @param \Closure(float, float): list<float> $paper the bare sheet by place */
    public function printMarks(Piece $piece, CardCode $code, \Closure $paper): void
    {
        $bleed = $this->scene->print->bleedMm ?? 0.0;
        foreach ($piece->marks as $mark) {
            $radius = $mark->sizeMm / 2 + $bleed;
            $hole = $mark->shape === FiducialShape::Ring ? $mark->sizeMm / 4 - $bleed : -1.0;
            $this->canvas->render($piece, Rect::around($mark->centre->x, $mark->centre->y, 2 * $radius + 1, 2 * $radius + 1), [], function (float $x, float $y) use ($mark, $radius, $hole, $paper): array {
                $distance = hypot($x - $mark->centre->x, $y - $mark->centre->y);

                return $this->ground->inked($paper($x, $y), min($this->ground->cover($radius - $distance), $this->ground->cover($distance - $hole)));
            });
        }
        $bits = $code->bits();
        $area = $piece->codeArea;
        $module = CardLayout::CODE_MODULE_MM;
        $around = new Rect($area->x - $bleed, $area->y - $bleed, $area->width + 2 * $bleed, $area->height + 2 * $bleed);
        $this->canvas->render($piece, $around, [], function (float $x, float $y) use ($bits, $area, $module, $paper, $bleed): array {
            $cover = 0.0;
            // Ink of a module beside this place may have run here.
            foreach ($bleed > 0 ? [-$bleed, 0.0, $bleed] : [0.0] as $dx) {
                foreach ($bleed > 0 ? [-$bleed, 0.0, $bleed] : [0.0] as $dy) {
                    $column = (int) floor(($x + $dx - $area->x) / $module);
                    $row = (int) floor(($y + $dy - $area->y) / $module);
                    if ($column >= 0 && $row >= 0 && $column < CardCode::COLUMNS && $row < CardCode::ROWS) {
                        $cover = max($cover, (float) $bits[$row * CardCode::COLUMNS + $column]);
                    }
                }
            }

            return $this->ground->inked($paper($x, $y), $cover);
        });
    }

    /** @param list<array{0: float, 1: float, 2: float}> $patches */
    public function layTarget(TargetSheet $target, array $patches): void
    {
        $this->printMarks($target->piece, $target->code(), static fn (): array => self::CARRIER);
        foreach ($patches as $i => $device) {
            $this->canvas->render($target->piece, $target->patch($i), [], static fn (): array => [Canvas::UNCLEAR, ...$device]);
        }
    }
}
