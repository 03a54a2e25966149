<?php

declare(strict_types=1);

namespace MarshTrial\Core\Imaging;

use MarshTrial\Core\Capture\Light;
use MarshTrial\Core\Card\Rect;

/** Takes rectangles of the card out of a picture. */
final readonly class Resampler
{
    /** @param Light|null $light how unevenly light falls on this piece; null: evenly */
    public function __construct(private PixelGrid $picture, public Placement $placement, private ?Light $light = null) {}

    /**
     * One channel of linear sRGB: the mean over the square of one pitch around every grid point, pixels weighted by their overlap.
     *
     * @param int $channel 0 red, 1 green, 2 blue
     */
    public function areaMeans(Rect $area, float $pitchMm, int $channel): GrainMap
    {
        [$columns, $rows, $corners, $footprint] = $this->grid($area, $pitchMm, true);
        $primaries = $this->picture->columns;
        $gains = $this->gains($area);
        if ($primaries === null) {
            return new GrainMap($columns, $rows, $pitchMm, self::evened($gains[$channel] ?? null, $columns, $rows, $this->boxes($corners, $columns, $rows, $footprint, $channel)));
        }
        $means = [];
        foreach ([0, 1, 2] as $device) {
            if (abs($primaries[$device][$channel]) < 1e-9) {
                continue;
            }
            foreach (self::evened($gains[$device] ?? null, $columns, $rows, $this->boxes($corners, $columns, $rows, $footprint, $device)) as $i => $v) {
                $means[$i] = ($means[$i] ?? 0.0) + $primaries[$device][$channel] * $v;
            }
        }

        return new GrainMap($columns, $rows, $pitchMm, $means);
    }

    /** Nearest pixel at every grid point: enough for means, quick. */
    public function points(Rect $area, float $pitchMm): Patch
    {
        [$columns, $rows, $corners] = $this->grid($area, $pitchMm, false);
        [$r, $g, $b] = $this->nearest($corners, $columns, $rows);
        $gains = $this->gains($area);
        if ($gains !== null) {
            [$r, $g, $b] = [self::evened($gains[0], $columns, $rows, $r), self::evened($gains[1], $columns, $rows, $g), self::evened($gains[2], $columns, $rows, $b)];
        }
        if ($this->picture->columns !== null) {
            [$r, $g, $b] = $this->toSrgb($r, $g, $b);
        }

        return new Patch($columns, $rows, $pitchMm, $r, $g, $b);
    }

    /**
     * What evens the light out in the corners of an area, line by line; null where light is even.
     *
     * @return list<list<float>>|null four for every device channel
     */
    private function gains(Rect $area): ?array
    {
        if ($this->light === null) {
            return null;
        }
        $gains = [];
        foreach ([[$area->x, $area->y], [$area->right(), $area->y], [$area->x, $area->bottom()], [$area->right(), $area->bottom()]] as [$x, $y]) {
            foreach ($this->light->at($x, $y) as $device => $light) {
                $gains[$device][] = 1 / $light;
            }
        }

        return array_values($gains);
    }

    /**
     * Takes uneven light out of samples of one device channel.
     *
     * @param list<float>|null $gains in the four corners
     * @param list<float> $values
     *
     * @return list<float>
     */
    private static function evened(?array $gains, int $columns, int $rows, array $values): array
    {
        if ($gains === null) {
            return $values;
        }
        [$a, $b, $c, $d] = $gains;
        $i = 0;
        for ($row = 0; $row < $rows; $row++) {
            $t = $row / ($rows - 1);
            $gain = $a + $t * ($c - $a);
            $step = ($b + $t * ($d - $b) - $gain) / ($columns - 1);
            for ($column = 0; $column < $columns; $column++, $i++, $gain += $step) {
                $values[$i] *= $gain;
            }
        }

        return $values;
    }

    /**
     * @return array{0: int, 1: int, 2: list<array{0: float, 1: float}>, 3: float} columns, rows, the four corner points and the footprint in pixels
     */
    private function grid(Rect $area, float $pitchMm, bool $average): array
    {
        $columns = max(2, (int) floor($area->width / $pitchMm + 1e-6));
        $rows = max(2, (int) floor($area->height / $pitchMm + 1e-6));
        $half = $pitchMm / 2;
        $x0 = $area->x + $half;
        $y0 = $area->y + $half;
        $x1 = $x0 + ($columns - 1) * $pitchMm;
        $y1 = $y0 + ($rows - 1) * $pitchMm;
        // Inside one cell the map is affine to well below a pixel, so only the corners are mapped exactly.
        $corners = [$this->placement->map($x0, $y0), $this->placement->map($x1, $y0), $this->placement->map($x0, $y1), $this->placement->map($x1, $y1)];
        $scale = $this->placement->scaleAt($x0, $y0);
        $footprint = $average ? max(1.0, $pitchMm * $scale) : 0.0;
        foreach ($corners as [$u, $v]) {
            if ($u - $footprint < 0 || $v - $footprint < 0 || $u + $footprint > $this->picture->width - 2 || $v + $footprint > $this->picture->height - 2) {
                throw PictureFault::cutOff();
            }
        }

        return [$columns, $rows, $corners, $footprint];
    }

    /**
     * @param array<int, array{0: float, 1: float}> $corners
     *
     * @return array{0: list<float>, 1: list<float>, 2: list<float>}
     */
    private function nearest(array $corners, int $columns, int $rows): array
    {
        [[$au, $av], [$bu, $bv], [$cu, $cv], [$du, $dv]] = $corners;
        [$tr, $tg, $tb] = $this->picture->tables;
        $data = $this->picture->data;
        $width = $this->picture->width;
        $wide = $this->picture->bytesPerSample === 2;
        $r = $g = $b = [];
        for ($j = 0; $j < $rows; $j++) {
            $t = $j / ($rows - 1);
            $u = $au + $t * ($cu - $au);
            $v = $av + $t * ($cv - $av);
            $stepU = ($bu + $t * ($du - $bu) - $u) / ($columns - 1);
            $stepV = ($bv + $t * ($dv - $bv) - $v) / ($columns - 1);
            for ($i = 0; $i < $columns; $i++, $u += $stepU, $v += $stepV) {
                $at = ((int) $v * $width + (int) $u) * 3;
                if ($wide) {
                    $at *= 2;
                    $r[] = $tr[ord($data[$at]) | ord($data[$at + 1]) << 8];
                    $g[] = $tg[ord($data[$at + 2]) | ord($data[$at + 3]) << 8];
                    $b[] = $tb[ord($data[$at + 4]) | ord($data[$at + 5]) << 8];
                } else {
                    $r[] = $tr[ord($data[$at])];
                    $g[] = $tg[ord($data[$at + 1])];
                    $b[] = $tb[ord($data[$at + 2])];
                }
            }
        }

        return [$r, $g, $b];
    }

    /**
     * @param array<int, array{0: float, 1: float}> $corners
     *
     * @return list<float>
     */
    private function boxes(array $corners, int $columns, int $rows, float $footprint, int $channel): array
    {
        [[$au, $av], [$bu, $bv], [$cu, $cv], [$du, $dv]] = $corners;
        $table = $this->picture->tables[$channel];
        $data = $this->picture->data;
        $width = $this->picture->width;
        $wide = $this->picture->bytesPerSample === 2;
        $half = $footprint / 2;
        $norm = 1 / ($footprint * $footprint);
        $out = [];
        for ($j = 0; $j < $rows; $j++) {
            $t = $j / ($rows - 1);
            $u = $au + $t * ($cu - $au);
            $v = $av + $t * ($cv - $av);
            $stepU = ($bu + $t * ($du - $bu) - $u) / ($columns - 1);
            $stepV = ($bv + $t * ($dv - $bv) - $v) / ($columns - 1);
            for ($i = 0; $i < $columns; $i++, $u += $stepU, $v += $stepV) {
                $left = $u - $half;
                $right = $u + $half;
                $top = $v - $half;
                $bottom = $v + $half;
                $sum = 0.0;
                for ($y = (int) $top; $y < $bottom; $y++) {
                    $wy = ($y + 1 < $bottom ? $y + 1 : $bottom) - ($y > $top ? $y : $top);
                    $line = 0.0;
                    for ($x = (int) $left, $at = ($y * $width + $x) * 3 + $channel; $x < $right; $x++, $at += 3) {
                        $w = ($x + 1 < $right ? $x + 1 : $right) - ($x > $left ? $x : $left);
                        $line += $w * $table[$wide ? ord($data[2 * $at]) | ord($data[2 * $at + 1]) << 8 : ord($data[$at])];
                    }
                    $sum += $wy * $line;
                }
                $out[] = $sum * $norm;
            }
        }

        return $out;
    }

    /**
     * Device primaries to linear sRGB.
     *
     * @param list<float> $r
     * @param list<float> $g
     * @param list<float> $b
     *
     * @return array{0: list<float>, 1: list<float>, 2: list<float>}
     */
    private function toSrgb(array $r, array $g, array $b): array
    {
        [[$rr, $rg, $rb], [$gr, $gg, $gb], [$br, $bg, $bb]] = $this->picture->columns ?? [[1, 0, 0], [0, 1, 0], [0, 0, 1]];
        $out = [[], [], []];
        foreach ($r as $i => $red) {
            [$green, $blue] = [$g[$i], $b[$i]];
            $out[0][] = $red * $rr + $green * $gr + $blue * $br;
            $out[1][] = $red * $rg + $green * $gg + $blue * $bg;
            $out[2][] = $red * $rb + $green * $gb + $blue * $bb;
        }

        return $out;
    }
}
