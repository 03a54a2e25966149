<?php

declare(strict_types=1);

namespace MarshTrial\Core\Imaging;

use MarshTrial\Core\Card\Rect;

/** Takes rectangles of the card out of a picture. */
final readonly class Resampler
{
    /** Code value, of 255, up to which a channel counts as at the lower end (own). */
    private const LOWER_END = 1;

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
        [$r, $g, $b] = $this->nearest($corners, $columns, $rows, $this->gains($area));

        return new Patch($columns, $rows, $pitchMm, $r, $g, $b);
    }

    /**
     * Share of pixels at the lower end of the scale, by device channel: what is darker still, or more vivid than the file's colours reach, ends up there.
     *
     * @return array{0: float, 1: float, 2: float} 0 to 1
     */
    public function atLowerEnd(Rect $area, float $pitchMm): array
    {
        [$columns, $rows, $corners] = $this->grid($area, $pitchMm, false);
        [[$au, $av], [$bu, $bv], [$cu, $cv]] = $corners;
        $bytes = $this->picture->bytesPerSample;
        $counts = [0, 0, 0];
        for ($j = 0; $j < $rows; $j++) {
            for ($i = 0; $i < $columns; $i++) {
                [$s, $t] = [$i / ($columns - 1), $j / ($rows - 1)];
                $at = ((int) ($av + $s * ($bv - $av) + $t * ($cv - $av)) * $this->picture->width + (int) ($au + $s * ($bu - $au) + $t * ($cu - $au))) * 3 * $bytes;
                foreach ([0, 1, 2] as $c) {
                    // The upper byte of 16 bits tells.
                    $counts[$c] += ord($this->picture->data[$at + $c * $bytes + $bytes - 1]) <= self::LOWER_END ? 1 : 0;
                }
            }
        }

        return array_map(static fn (int $n): float => $n / ($columns * $rows), $counts);
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
     * Linear sRGB of the nearest pixels, light evened out on the way.
     *
     * @param array<int, array{0: float, 1: float}> $corners
     * @param list<list<float>>|null $gains in the four corners, for every device channel
     *
     * @return array{0: list<float>, 1: list<float>, 2: list<float>}
     */
    private function nearest(array $corners, int $columns, int $rows, ?array $gains): array
    {
        [[$au, $av], [$bu, $bv], [$cu, $cv], [$du, $dv]] = $corners;
        [$tr, $tg, $tb] = $this->picture->tables;
        $data = $this->picture->data;
        $width = $this->picture->width;
        $wide = $this->picture->bytesPerSample === 2;
        [$one, $two, $three] = $gains ?? [[1.0, 1.0, 1.0, 1.0], [1.0, 1.0, 1.0, 1.0], [1.0, 1.0, 1.0, 1.0]];
        $primaries = $this->picture->columns;
        [[$rr, $rg, $rb], [$gr, $gg, $gb], [$br, $bg, $bb]] = $primaries ?? [[1.0, 0.0, 0.0], [0.0, 1.0, 0.0], [0.0, 0.0, 1.0]];
        $r = $g = $b = [];
        for ($j = 0; $j < $rows; $j++) {
            $t = $j / ($rows - 1);
            $u = $au + $t * ($cu - $au);
            $v = $av + $t * ($cv - $av);
            $stepU = ($bu + $t * ($du - $bu) - $u) / ($columns - 1);
            $stepV = ($bv + $t * ($dv - $bv) - $v) / ($columns - 1);
            $first = $one[0] + $t * ($one[2] - $one[0]);
            $stepFirst = ($one[1] + $t * ($one[3] - $one[1]) - $first) / ($columns - 1);
            $second = $two[0] + $t * ($two[2] - $two[0]);
            $stepSecond = ($two[1] + $t * ($two[3] - $two[1]) - $second) / ($columns - 1);
            $third = $three[0] + $t * ($three[2] - $three[0]);
            $stepThird = ($three[1] + $t * ($three[3] - $three[1]) - $third) / ($columns - 1);
            for ($i = 0; $i < $columns; $i++, $u += $stepU, $v += $stepV, $first += $stepFirst, $second += $stepSecond, $third += $stepThird) {
                $at = ((int) $v * $width + (int) $u) * 3;
                if ($wide) {
                    $at *= 2;
                    $red = $first * $tr[ord($data[$at]) | ord($data[$at + 1]) << 8];
                    $green = $second * $tg[ord($data[$at + 2]) | ord($data[$at + 3]) << 8];
                    $blue = $third * $tb[ord($data[$at + 4]) | ord($data[$at + 5]) << 8];
                } else {
                    $red = $first * $tr[ord($data[$at])];
                    $green = $second * $tg[ord($data[$at + 1])];
                    $blue = $third * $tb[ord($data[$at + 2])];
                }
                if ($primaries === null) {
                    $r[] = $red;
                    $g[] = $green;
                    $b[] = $blue;
                } else {
                    $r[] = $red * $rr + $green * $gr + $blue * $br;
                    $g[] = $red * $rg + $green * $gg + $blue * $bg;
                    $b[] = $red * $rb + $green * $gb + $blue * $bb;
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
}
