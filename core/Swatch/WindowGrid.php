<?php

declare(strict_types=1);

namespace MarshTrial\Core\Swatch;

use MarshTrial\Core\Card\Rect;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Imaging\Median;
use MarshTrial\Core\Imaging\Patch;
use MarshTrial\Core\Imaging\Resampler;
use MarshTrial\Core\Rating\Scale\Swatch;

/** What shows in the window of a pocket frame: a fine grid of points, in which ink is told from paint, and coarser squares of what is no ink. */
final readonly class WindowGrid
{
    /** Share of a square that must be free of ink for it to say anything. */
    private const FREE = 0.6;

    /** @var list<array{0: float, 1: float, 2: float}|null> linear RGB of the squares, line by line; null: mostly ink */
    public array $squares;

    private function __construct(
        public Swatch $scale,
        public Rect $area,
        public Patch $points,
        /** @var list<float> of the points */
        public array $luminance,
        /** By point, "1" where a pen, a letter or a hair runs, or the line beneath. */
        public string $ink,
        public int $columns,
        public int $rows,
    ) {
        $this->squares = $this->squared();
    }

    public static function of(Swatch $scale, Resampler $frame, Rect $window): self
    {
        $area = Rect::around($window->centre()->x, $window->centre()->y, $window->width - 2 * $scale->insetMm, $window->height - 2 * $scale->insetMm);
        $points = $frame->points($area, $scale->pitchMm);
        $luminance = $points->luminance();

        return new self($scale, $area, $points, $luminance, ThinMarks::in($scale, $luminance, $points->columns, $points->rows), (int) ($area->width / $scale->blockMm), (int) ($area->height / $scale->blockMm));
    }

    /** The same with more that is ink. @param string $more by point, "1" for ink */
    public function without(string $more): self
    {
        return new self($this->scale, $this->area, $this->points, $this->luminance, $this->ink | $more, $this->columns, $this->rows);
    }

    /** Place of a square's corner, mm on the frame. */
    public function rect(int $column, int $row, int $columns = 1, int $rows = 1): Rect
    {
        return new Rect($this->area->x + $column * $this->scale->blockMm, $this->area->y + $row * $this->scale->blockMm, $columns * $this->scale->blockMm, $rows * $this->scale->blockMm);
    }

    /** Share of the window that is ink, 0 to 1. */
    public function inked(): float
    {
        return substr_count($this->ink, '1') / strlen($this->ink);
    }

    /** Share of a part of it that is far darker than its middle: written on. */
    public function writtenIn(Rect $part): float
    {
        $values = [];
        foreach (range((int) (($part->y - $this->area->y) / $this->scale->pitchMm), (int) (($part->bottom() - $this->area->y) / $this->scale->pitchMm)) as $row) {
            array_push($values, ...array_slice($this->luminance, max(0, $row) * $this->points->columns + max(0, (int) (($part->x - $this->area->x) / $this->scale->pitchMm)), (int) ($part->width / $this->scale->pitchMm)));
        }
        $limit = $values === [] ? 0.0 : Median::of($values) * exp(-2 * $this->scale->mark[0]);

        return count(array_filter($values, static fn (float $v): bool => $v < $limit)) / max(1, count($values));
    }

    /**
     * The squares around one, those off the window left out.
     *
     * @return list<int>
     */
    public function around(int $i): array
    {
        [$x, $y] = [$i % $this->columns, intdiv($i, $this->columns)];
        $out = [];
        for ($dy = -1; $dy <= 1; $dy++) {
            for ($dx = -1; $dx <= 1; $dx++) {
                if (($dx !== 0 || $dy !== 0) && $x + $dx >= 0 && $x + $dx < $this->columns && $y + $dy >= 0 && $y + $dy < $this->rows) {
                    $out[] = ($y + $dy) * $this->columns + $x + $dx;
                }
            }
        }

        return $out;
    }

    /**
     * Middle colour of some squares.
     *
     * @param list<int> $which not empty, none of them ink
     */
    public function median(array $which): LinearRgb
    {
        $of = array_map(fn (int $i): array => $this->squares[$i] ?? [0.0, 0.0, 0.0], $which);

        return new LinearRgb(Median::of(array_column($of, 0)), Median::of(array_column($of, 1)), Median::of(array_column($of, 2)));
    }

    /** @return list<array{0: float, 1: float, 2: float}|null> */
    private function squared(): array
    {
        $p = $this->points;
        $of = $this->scale->blockMm / $this->scale->pitchMm;
        $all = $free = array_fill(0, $this->columns * $this->rows, 0);
        $red = $green = $blue = array_fill(0, $this->columns * $this->rows, 0.0);
        foreach ($this->luminance as $i => $y) {
            [$column, $row] = [(int) ($i % $p->columns / $of), (int) (intdiv($i, $p->columns) / $of)];
            if ($column >= $this->columns || $row >= $this->rows) {
                continue;
            }
            $k = $row * $this->columns + $column;
            $all[$k]++;
            if ($this->ink[$i] === '0') {
                $free[$k]++;
                $red[$k] += $p->r[$i];
                $green[$k] += $p->g[$i];
                $blue[$k] += $p->b[$i];
            }
        }

        return array_map(static fn (int $n, int $of, float $r, float $g, float $b): ?array => $n === 0 || $n < self::FREE * $of ? null : [$r / $n, $g / $n, $b / $n], $free, $all, $red, $green, $blue);
    }
}
