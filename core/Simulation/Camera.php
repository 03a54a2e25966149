<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

use MarshTrial\Core\Card\Piece;

/**
 * A hand-held camera over a table: the pieces of the card (and a target below them) lie on the table, the lens bends, light falls unevenly.
 *
 * The lens is described from the picture inwards (straight = bent * (1 + k r2)), the other way round than where pictures are measured.
 */
final class Camera implements Optics
{
    private readonly int $width;

    private readonly int $height;

    private readonly float $pixelMm;

    /** @var array<string, Lying> by piece */
    private readonly array $lying;

    /** @var list<list<float>> table mm to camera, rows of a 3 by 3 matrix, pixels once divided */
    private readonly array $forward;

    /** @var list<list<float>> and back */
    private readonly array $back;

    private readonly float $middleX;

    private readonly float $middleY;

    private readonly float $spanMm;

    /** @var array<int, float> */
    private array $lights = [];

    public function __construct(Scene $scene, private readonly Shot $shot)
    {
        $area = array_sum(array_map(static fn (Piece $p): float => $p->outline->width * $p->outline->height, $scene->layout->pieces));
        $this->lying = $scene->lying();
        $corners = [];
        foreach ($scene->pieces() as $piece) {
            foreach ($piece->outline->polygon() as [$x, $y]) {
                $corners[] = $this->toTable($piece->id, $x, $y);
            }
        }
        [$x0, $x1, $y0, $y1] = self::bounds($corners);
        [$this->middleX, $this->middleY] = [($x0 + $x1) / 2, ($y0 + $y1) / 2];
        $this->spanMm = hypot($x1 - $x0, $y1 - $y0);
        $upright = abs(sin(deg2rad($shot->rollDeg))) > 0.7;
        [$this->width, $this->height] = $upright ? [$shot->shortPx, $shot->longPx] : [$shot->longPx, $shot->shortPx];
        $focal = $shot->focal * $shot->longPx;
        $distance = $focal * sqrt($area / ($shot->fill * $shot->longPx * $shot->shortPx));
        [$aimX, $aimY] = [$this->middleX, $this->middleY];
        // Aim at the middle of what is seen, and step back until everything is in the frame.
        for ($i = 0; $i < 400; $i++) {
            $matrix = $this->projection($focal, $distance, $aimX, $aimY);
            [$u0, $u1, $v0, $v1] = self::bounds(array_map(static fn (array $c): array => self::through($matrix, ...$c), $corners));
            [$seenX, $seenY] = self::through(self::inverse($matrix), ($u0 + $u1) / 2, ($v0 + $v1) / 2);
            $off = hypot($seenX - $aimX, $seenY - $aimY);
            [$aimX, $aimY] = [$seenX, $seenY];
            $fits = $u0 > 0.02 * $this->width && $v0 > 0.02 * $this->height && $u1 < 0.98 * $this->width && $v1 < 0.98 * $this->height;
            if ($fits && $off < 1) {
                break;
            }
            $distance *= $fits || $i < 5 ? 1.0 : 1.01;
        }
        $this->forward = $matrix;
        $this->back = self::inverse($matrix);
        $this->pixelMm = $distance / $focal;
    }

    public function width(): int
    {
        return $this->width;
    }

    public function height(): int
    {
        return $this->height;
    }

    public function pixelMm(): float
    {
        return $this->pixelMm;
    }

    public function toPicture(string $piece, float $x, float $y): array
    {
        [$u, $v] = self::through($this->forward, ...$this->toTable($piece, $x, $y));
        // The bent place whose straight one this is.
        [$bu, $bv] = [$u, $v];
        for ($i = 0; $i < 8; $i++) {
            $k = $this->bend($bu, $bv);
            $bu = $this->width / 2 + ($u - $this->width / 2) / $k;
            $bv = $this->height / 2 + ($v - $this->height / 2) / $k;
        }

        return [$bu, $bv];
    }

    public function toSheet(string $piece, int $u, int $v): array
    {
        $lying = $this->lying[$piece];
        [$dx, $dy] = $lying->fromPlace(...$this->onTable($u + 0.5, $v + 0.5));
        $bulge = $this->bulge($dx, $dy);

        return $lying->onSheet($dx / $bulge, $dy / $bulge);
    }

    public function light(int $u, int $v): float
    {
        $bu = intdiv($u, self::LIGHT_PX);
        $bv = intdiv($v, self::LIGHT_PX);

        return $this->lights[$bv * 65536 + $bu] ??= $this->lightAt(($bu + 0.5) * self::LIGHT_PX, ($bv + 0.5) * self::LIGHT_PX);
    }

    private function lightAt(float $u, float $v): float
    {
        $shot = $this->shot;
        [$x, $y] = $this->onTable($u, $v);
        $along = (($x - $this->middleX) * cos(deg2rad($shot->brighterDeg)) + ($y - $this->middleY) * sin(deg2rad($shot->brighterDeg))) / $this->spanMm;
        $r2 = (($u - $this->width / 2) ** 2 + ($v - $this->height / 2) ** 2) / (($this->width ** 2 + $this->height ** 2) / 4);
        $light = $shot->uneven ** $along * (1 - $shot->vignette * $r2);
        if ($shot->shadow > 0) {
            // Across the card, a little aslant, taking the lower right part.
            $t = (($x - $this->middleX) * 0.8 + ($y - $this->middleY) * 0.6) / $shot->shadowEdgeMm;
            $light *= 1 - $shot->shadow / (1 + exp(-4 * $t));
        }

        // Towards the horizon of a strongly tilted view the table has no end.
        return is_finite($light) ? max(0.02, min(4.0, $light)) : 1.0;
    }

    /** @return array{0: float, 1: float} mm on the table */
    private function onTable(float $u, float $v): array
    {
        $k = $this->bend($u, $v);

        return self::through($this->back, $this->width / 2 + ($u - $this->width / 2) * $k, $this->height / 2 + ($v - $this->height / 2) * $k);
    }

    private function bend(float $u, float $v): float
    {
        return 1 - $this->shot->lens * (($u - $this->width / 2) ** 2 + ($v - $this->height / 2) ** 2) / (($this->width ** 2 + $this->height ** 2) / 4);
    }

    /** @return array{0: float, 1: float} */
    private function toTable(string $piece, float $x, float $y): array
    {
        $lying = $this->lying[$piece];
        [$dx, $dy] = $lying->fromMiddle($x, $y);
        $bulge = $this->bulge($dx, $dy);

        return $lying->onTable($dx * $bulge, $dy * $bulge);
    }

    /**
     * @param list<array{0: float, 1: float}> $points
     *
     * @return array{0: float, 1: float, 2: float, 3: float} least and greatest x, least and greatest y
     */
    private static function bounds(array $points): array
    {
        [$xs, $ys] = [array_column($points, 0), array_column($points, 1)];

        return [min($xs), max($xs), min($ys), max($ys)];
    }

    /** A sheet that bulges is seen as if its middle were spread out; from the middle of the piece, mm. */
    private function bulge(float $dx, float $dy): float
    {
        return $this->shot->bulgeMm > 0.0 ? 1 + $this->shot->bulgeMm / 350 * (1 - min(1.0, ($dx ** 2 + $dy ** 2) / 170 ** 2)) : 1.0;
    }

    /** @return list<list<float>> */
    private function projection(float $focal, float $distance, float $aimX, float $aimY): array
    {
        [$tilt, $side, $roll] = [deg2rad($this->shot->tiltDeg), deg2rad($this->shot->towardsDeg), deg2rad($this->shot->rollDeg)];
        // Turn to the side, tilt about the x axis, turn back, then roll.
        $rotation = self::product(self::turn($roll - $side), self::product([[1, 0, 0], [0, cos($tilt), -sin($tilt)], [0, sin($tilt), cos($tilt)]], self::turn($side)));
        $camera = [];
        foreach ($rotation as $i => $row) {
            $camera[] = [$row[0], $row[1], -$row[0] * $aimX - $row[1] * $aimY + ($i === 2 ? $distance : 0.0)];
        }

        return self::product([[$focal, 0, $this->width / 2], [0, $focal, $this->height / 2], [0, 0, 1]], $camera);
    }

    /** @return list<list<float>> */
    private static function turn(float $angle): array
    {
        return [[cos($angle), -sin($angle), 0.0], [sin($angle), cos($angle), 0.0], [0.0, 0.0, 1.0]];
    }

    /**
     * @param array<int, array<int, float|int>> $a
     * @param array<int, array<int, float|int>> $b
     *
     * @return list<list<float>>
     */
    private static function product(array $a, array $b): array
    {
        $out = [];
        for ($i = 0; $i < 3; $i++) {
            $out[] = array_map(static fn (int $j): float => $a[$i][0] * $b[0][$j] + $a[$i][1] * $b[1][$j] + $a[$i][2] * $b[2][$j], [0, 1, 2]);
        }

        return $out;
    }

    /**
     * @param list<list<float>> $m
     *
     * @return list<list<float>>
     */
    private static function inverse(array $m): array
    {
        $minor = static fn (int $i, int $j): float => $m[($i + 1) % 3][($j + 1) % 3] * $m[($i + 2) % 3][($j + 2) % 3] - $m[($i + 1) % 3][($j + 2) % 3] * $m[($i + 2) % 3][($j + 1) % 3];
        $det = $m[0][0] * $minor(0, 0) + $m[0][1] * $minor(0, 1) + $m[0][2] * $minor(0, 2);

        return array_map(static fn (int $i): array => array_map(static fn (int $j): float => $minor($j, $i) / $det, [0, 1, 2]), [0, 1, 2]);
    }

    /**
     * @param list<list<float>> $m
     *
     * @return array{0: float, 1: float}
     */
    private static function through(array $m, float $x, float $y): array
    {
        $w = $m[2][0] * $x + $m[2][1] * $y + $m[2][2];

        return [($m[0][0] * $x + $m[0][1] * $y + $m[0][2]) / $w, ($m[1][0] * $x + $m[1][1] * $y + $m[1][2]) / $w];
    }
}
