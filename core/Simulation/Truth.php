<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Card\CardKind;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Card\Rect;
use MarshTrial\Core\Card\RowLabel;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\LinearRgb;

/** What a perfect observer would say of a scene. Written apart from the measuring code, on purpose. */
final class Truth
{
    /** Film thickness of the three painted steps of a fade strip. */
    public const FADE_THICKNESS = [1 => 1.55, 2 => 0.95, 3 => 0.34];

    private const REFERENCE_DEPTH = 0.92;

    /**
     * @param array<string, LinearRgb> $means noise-free mean colour per cell
     * @param array<int, Grains> $grains by row
     * @param \Closure(string, array<int, float>): array<int, float> $eye linear sRGB that the eye sees of a paint's scene colour
     *
     * @return array<string, mixed>
     */
    public static function of(Scene $scene, array $means, array $grains, \Closure $eye): array
    {
        $cells = [];
        foreach ($means as $id => $mean) {
            $cells[] = ['id' => $id, 'lab' => $mean->toLab()->toArray()];
        }
        $truth = ['format' => 'marsh-trial/card-truth', 'version' => 1, 'cells' => $cells];
        if ($scene->layout->kind === CardKind::Property) {
            $truth['rows'] = array_map(static fn (RowLabel $row): array => self::row($scene, $row->row, $means, $grains[$row->row] ?? null, self::film($scene, $row, $eye)), $scene->layout->rows);
        } elseif ($scene->layout->kind === CardKind::Fade) {
            $truth['doseMlxh'] = $scene->doseMlxh;
            $truth['fading'] = self::fading($scene);
        }

        return $truth;
    }

    /**
     * What the eye sees of a row's film.
     *
     * @param \Closure(string, array<int, float>): array<int, float> $eye
     *
     * @return \Closure(float, array<int, float>): array{0: float, 1: float, 2: float} thickness (0: none) and what lies beneath, to linear sRGB
     */
    private static function film(Scene $scene, RowLabel $row, \Closure $eye): \Closure
    {
        $film = $scene->films[$row->row];

        return static fn (float $thickness, array $backing): array => $eye("$row->specimen|$row->pigments", $thickness > 0
            ? $scene->appearance($film->k, $film->s, $thickness, $backing) : $scene->appearance([0, 0, 0], [1e-9, 1e-9, 1e-9], 0, $backing));
    }

    /**
     * @param array<string, LinearRgb> $means
     * @param \Closure(float, array<int, float>): array{0: float, 1: float, 2: float} $seen
     *
     * @return array<string, mixed>
     */
    private static function row(Scene $scene, int $row, array $means, ?Grains $grains, \Closure $seen): array
    {
        $film = $scene->films[$row];
        $key = $film->keyChannel();
        $deposit = static fn (CellRole $role): float => -log($means[$scene->layout->cellsOf($row, $role)[0]->id]->toArray()[$key] / $seen(0, $scene->paper)[$key]);
        $class = static function (float $value, array $limits, array $names): string {
            $i = 0;
            while ($i < count($limits) && $value >= $limits[$i]) {
                $i++;
            }

            return $names[$i];
        };
        $body = self::body($scene, $film, $seen);
        $out = ['row' => $row, 'body' => $body, 'classes' => ['transparency' => $class($body, [0.015, 0.03, 0.05], ['transparent', 'semi-transparent', 'semi-opaque', 'opaque'])]];
        if ($scene->layout->has(BlockKind::Lift)) {
            $out['residue'] = ['soft' => $deposit(CellRole::LiftSoft) / $deposit(CellRole::LiftNone), 'stiff' => $deposit(CellRole::LiftStiff) / $deposit(CellRole::LiftNone)];
            $out['classes']['staining'] = $class($out['residue']['soft'], [0.1, 0.3, 0.6], ['non-staining', 'low', 'medium', 'high']);
        }
        if ($scene->layout->has(BlockKind::Wash) && $grains !== null) {
            [$out['grain'], $out['grainSizeMm']] = self::grain($scene, $row, $grains);
            $out['blotch'] = self::blotch($scene, $row, $grains);
            $out['streakDeg'] = $film->streak > 0 ? $film->streakDeg : null;
            $out['classes']['granulation'] = $class($out['grain'], [0.04, 0.1, 0.2], ['none', 'slight', 'distinct', 'heavy']);
        }
        if ($scene->layout->has(BlockKind::Stroke)) {
            $path = self::path($scene, $row, $means, $seen);
            $out['clearSteps'] = self::clearSteps($path);
            $out['twoToneDeg'] = self::twoTone($scene, $row, $path[0], $seen);
        }

        return [...$out, 'blocks' => BlockTruth::of($scene, $row, $means)];
    }

    /**
     * Colour of the film along the stroke, from its first sampled place to its last, in many equal parts of the logarithm of thickness.
     *
     * @param array<string, LinearRgb> $means
     * @param \Closure(float, array<int, float>): array{0: float, 1: float, 2: float} $film
     *
     * @return list<Lab>
     */
    private static function path(Scene $scene, int $row, array $means, \Closure $film): array
    {
        $key = $scene->films[$row]->keyChannel();
        $mean = static fn (int $step): float => ($means["r$row-stroke-$step-above"]->toArray()[$key] + $means["r$row-stroke-$step-below"]->toArray()[$key]) / 2;
        $thickness = static function (float $seen) use ($scene, $film, $key): float {
            [$low, $high] = [0.0, 8.0];
            for ($i = 0; $i < 60; $i++) {
                $middle = ($low + $high) / 2;
                [$low, $high] = $film($middle, $scene->paper)[$key] > $seen ? [$middle, $high] : [$low, $middle];
            }

            return $low;
        };
        [$from, $to] = [log($thickness($mean(1))), log($thickness($mean(10)))];
        $path = [];
        for ($i = 0; $i <= 500; $i++) {
            $path[] = LinearRgb::fromArray($film(exp($from + ($to - $from) * $i / 500), $scene->paper))->toLab();
        }

        return $path;
    }

    /** @param list<Lab> $path */
    private static function clearSteps(array $path): float
    {
        $last = 0;
        $steps = 1;
        foreach ($path as $i => $here) {
            if (Likeness::dE00($path[$last], $here) >= 5) {
                $steps++;
                $last = $i;
            }
        }

        return $steps + min(0.999, Likeness::dE00($path[$last], $path[count($path) - 1]) / 5);
    }

    /**
     * @param \Closure(float, array<int, float>): array{0: float, 1: float, 2: float} $film
     *
     * @return float|null null for greys
     */
    private static function twoTone(Scene $scene, int $row, Lab $masstone, \Closure $film): ?float
    {
        $key = $scene->films[$row]->keyChannel();
        $bare = $film(0, $scene->paper);
        $tint = null;
        // Beyond the stroke's own pale end the tint is its palest place.
        for ($x = 3.0; $x > 0.01; $x *= 0.995) {
            $seen = $film($x, $scene->paper);
            if (-log($seen[$key] / $bare[$key]) <= 0.3) {
                $tint = LinearRgb::fromArray($seen)->toLab();
                break;
            }
        }
        $hue = static fn (Lab $c): float => rad2deg(atan2($c->b, $c->a));
        if ($tint === null || min(hypot($tint->a, $tint->b), hypot($masstone->a, $masstone->b)) < 6) {
            return null;
        }

        return fmod($hue($tint) - $hue($masstone) + 900, 360) - 180;
    }

    /** Scatter of the smoothed deposit without its plane over its mean, from the noise-free film on smooth paper. */
    private static function blotch(Scene $scene, int $row, Grains $grains): float
    {
        $film = $scene->films[$row];
        $key = $film->keyChannel();
        $cell = $scene->layout->cellsOf($row, CellRole::Wash)[0]->area;
        [$bare, $table] = self::inKeyChannel($scene, $film);
        $reach = 6;
        $map = [];
        for ($j = -$reach, $rows = (int) round(2 * $cell->height) + $reach; $j < $rows; $j++) {
            for ($i = -$reach, $columns = (int) round(2 * $cell->width) + $reach; $i < $columns; $i++) {
                $mean = 0.0;
                for ($p = 0; $p < 25; $p++) {
                    [$x, $y] = [$cell->x + 0.5 * $i + 0.1 * ($p % 5 + 0.5), $cell->y + 0.5 * $j + 0.1 * (intdiv($p, 5) + 0.5)];
                    $mean += $table[(int) min(1000, 0.875 * $scene->washFactor($film, $x, $y) * $grains->at($x, $y) / 0.005 + 0.5)] / 25;
                }
                $map[$j + $reach][$i + $reach] = -log($mean / $bare);
            }
        }
        $smooth = self::smoothed($map, 1.5, $reach);
        $n = count($smooth) * count($smooth[0]);
        $mean = array_sum(array_map(array_sum(...), $smooth)) / $n;
        // The plane by its normal equations, coordinates counted from the middle.
        $sxx = $syy = $sx = $sy = 0.0;
        foreach ($smooth as $j => $line) {
            foreach ($line as $i => $v) {
                [$x, $y] = [$i - (count($line) - 1) / 2, $j - (count($smooth) - 1) / 2];
                $sxx += $x * $x;
                $syy += $y * $y;
                $sx += $x * $v;
                $sy += $y * $v;
            }
        }
        $square = 0.0;
        foreach ($smooth as $j => $line) {
            foreach ($line as $i => $v) {
                $square += ($v - $mean - $sx / $sxx * ($i - (count($line) - 1) / 2) - $sy / $syy * ($j - (count($smooth) - 1) / 2)) ** 2;
            }
        }

        return sqrt($square / $n) / $mean;
    }

    /** @return array{0: float, 1: list<float>} bare paper, and the film by thickness in steps of 0.005, in the film's key channel */
    private static function inKeyChannel(Scene $scene, Film $film): array
    {
        $key = $film->keyChannel();

        return [
            $scene->appearance([0, 0, 0], [1e-9, 1e-9, 1e-9], 0, $scene->paper)[$key],
            array_map(static fn (int $i): float => $scene->appearance($film->k, $film->s, $i * 0.005, $scene->paper)[$key], range(0, 1000)),
        ];
    }

    /**
     * Light from the film's own body at reference depth, over its luminance on paper; the gloss is known here.
     *
     * @param \Closure(float, array<int, float>): array{0: float, 1: float, 2: float} $look
     */
    private static function body(Scene $scene, Film $film, \Closure $look): float
    {
        $bare = $look(0, $scene->paper);
        $key = $film->keyChannel();
        $low = 0.0;
        $high = 8.0;
        for ($i = 0; $i < 60; $i++) {
            $middle = ($low + $high) / 2;
            $seen = $look($middle, $scene->paper);
            if (-log($seen[$key] / $bare[$key]) < self::REFERENCE_DEPTH) {
                $low = $middle;
            } else {
                $high = $middle;
            }
        }
        $ink = [$scene->ink, $scene->ink, $scene->ink];
        $white = $look($low, $scene->paper);
        $black = $look($low, $ink);
        $own = [];
        for ($c = 0; $c < 3; $c++) {
            $beneath = (1 - $scene->gloss) * $scene->ink * ($white[$c] - $scene->gloss) / ($bare[$c] - $scene->gloss);
            $own[] = max(0.0, $black[$c] - $scene->gloss - $beneath);
        }

        return LinearRgb::fromArray([$own[0], $own[1], $own[2]])->luminance() / LinearRgb::fromArray($white)->luminance();
    }

    /**
     * Scatter of the band-passed deposit over its mean, and the distance along the row at which it resembles itself by half, from the
     * noise-free film on smooth paper.
     *
     * @return array{0: float, 1: float}
     */
    private static function grain(Scene $scene, int $row, Grains $grains): array
    {
        $film = $scene->films[$row];
        $key = $film->keyChannel();
        $cell = $scene->layout->cellsOf($row, CellRole::Wash)[0]->area;
        $area = new Rect($cell->x - 2, $cell->y - 2, $cell->width + 4, $cell->height + 4);
        [$bare, $table] = self::inKeyChannel($scene, $film);
        $columns = (int) round($area->width * 10);
        $rows = (int) round($area->height * 10);
        $map = [];
        $sum = 0.0;
        for ($j = 0; $j < $rows; $j++) {
            for ($i = 0; $i < $columns; $i++) {
                $mean = 0.0;
                for ($p = 0; $p < 9; $p++) {
                    $thickness = 0.875 * $grains->at($area->x + 0.1 * $i + 0.0333 * ($p % 3 + 0.5), $area->y + 0.1 * $j + 0.0333 * (intdiv($p, 3) + 0.5));
                    $mean += $table[(int) min(1000, $thickness / 0.005 + 0.5)] / 9;
                }
                $map[$j][$i] = -log($mean / $bare);
                $sum += $map[$j][$i];
            }
        }
        // Each blur shortens the map by its reach; trimming the other by as much keeps them aligned.
        $fine = self::smoothed($map, 1.0, 20);
        $coarse = self::smoothed($map, 5.0, 20);
        $alike = [];
        for ($lag = 0; $lag <= 8; $lag++) {
            $sumOfProducts = $n = 0.0;
            foreach ($fine as $j => $line) {
                for ($i = 0; $i + $lag < count($line); $i++, $n++) {
                    $sumOfProducts += ($line[$i] - $coarse[$j][$i]) * ($line[$i + $lag] - $coarse[$j][$i + $lag]);
                }
            }
            $alike[] = $sumOfProducts / $n;
        }
        $size = 0.8;
        for ($lag = 1; $lag <= 8; $lag++) {
            if ($alike[$lag] < $alike[0] / 2) {
                $size = 0.1 * ($lag - 1 + ($alike[$lag - 1] - $alike[0] / 2) / ($alike[$lag - 1] - $alike[$lag]));
                break;
            }
        }

        return [sqrt($alike[0]) / ($sum / ($rows * $columns)), $size];
    }

    /**
     * Blur by weighted sums; only places at least $reach from the border remain.
     *
     * @param array<int, array<int, float>> $map
     *
     * @return array<int, array<int, float>>
     */
    private static function smoothed(array $map, float $sigma, int $reach): array
    {
        $weights = [];
        for ($k = -$reach; $k <= $reach; $k++) {
            $weight = exp(-($k ** 2) / (2 * $sigma ** 2));
            if ($weight > 1e-5) {
                $weights[$k] = $weight;
            }
        }
        $total = array_sum($weights);
        for ($direction = 0; $direction < 2; $direction++) {
            $turned = [];
            foreach ($map as $j => $line) {
                for ($i = $reach, $end = count($line) - $reach; $i < $end; $i++) {
                    $sum = 0.0;
                    foreach ($weights as $k => $weight) {
                        $sum += $weight * $line[$i + $k];
                    }
                    $turned[$i - $reach][$j] = $sum / $total;
                }
            }
            $map = $turned;
        }

        return $map;
    }

    /** @return list<array<string, mixed>> */
    private static function fading(Scene $scene): array
    {
        $distance = static fn (Lab $a, Lab $b): float => sqrt(($a->l - $b->l) ** 2 + ($a->a - $b->a) ** 2 + ($a->b - $b->b) ** 2);
        $out = [];
        foreach ($scene->layout->rows as $row) {
            $film = $scene->films[$row->row];
            $aged = $film->absorptionAfter($scene->doseMlxh);
            foreach (self::FADE_THICKNESS as $depth => $thickness) {
                $left = $thickness * $film->leftAfter($thickness, $scene->doseMlxh);
                $seen = static fn (array $k, float $x, array $paper): Lab => LinearRgb::fromArray($scene->appearance($k, $film->s, $x, $paper))->toLab();
                $kept = $seen($film->k, $thickness, $scene->paperOf('kept'));
                $out[] = [
                    'row' => $row->row,
                    'depth' => $depth,
                    'raw' => $distance($kept, $seen($aged, $left, $scene->paperOf('exposed'))),
                    'corrected' => $distance($kept, $seen($aged, $left, $scene->paperOf('kept'))),
                ];
            }
        }

        return $out;
    }
}
