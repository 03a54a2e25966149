<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Card\CardKind;
use MarshTrial\Core\Card\CellId;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Card\RowLabel;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\LinearRgb;

/**
 * What a perfect observer would say of a scene. Written apart from the measuring code, on purpose.
 *
 * @phpstan-type TruthInChannel array{
 *     body: float, classes: array{transparency: string, staining?: string, granulation?: string},
 *     residue?: array{soft: float, stiff: float}, grain?: float, grainSizeMm?: float, blotch?: float,
 *     twoToneDeg?: float|null,
 * }
 * @phpstan-type TruthFading array{
 *     row: int, depth: int, raw: float, corrected: float, kept: array{float, float, float},
 *     faded: array{float, float, float}, browns: bool,
 * }
 * @phpstan-type TruthRow array{
 *     row: int, key: int, channels: array{TruthInChannel|null, TruthInChannel|null, TruthInChannel|null},
 *     streakDeg: float|null, backrun: float, clearSteps?: float,
 *     blocks: array<string, array<string, float|int|list<float>|string|null>>,
 * }
 * @phpstan-type TruthDetail array{
 *     format: 'marsh-trial/card-truth', version: int,
 *     cells: list<array{id: string, lab: array{float, float, float}}>, doseMlxh?: float,
 *     fading?: list<TruthFading>, rows?: list<TruthRow>,
 * }
 */
final class Truth
{
    /** Film thickness of the three painted steps of a fade strip. */
    public const FADE_THICKNESS = [1 => 2.4, 2 => 0.95, 3 => 0.34];

    private const REFERENCE_DEPTH = 0.92;

    /** Mean thickness of a flat wash. */
    private const WASH = 0.875;

    /** A channel that is this far behind the one that absorbs most is not the key one. */
    private const ALIKE = 0.6;

    private const LIMITS = [
        'transparency' => ['transparent' => 0.015, 'semi-transparent' => 0.03, 'semi-opaque' => 0.05, 'opaque' => INF],
        'staining' => ['non-staining' => 0.1, 'low' => 0.3, 'medium' => 0.6, 'high' => INF],
        'granulation' => ['none' => 0.04, 'slight' => 0.1, 'distinct' => 0.2, 'heavy' => INF],
    ];

    /**
     * @param array<string, LinearRgb> $means noise-free mean colour per cell
     * @param array<int, Grains> $grains by row
     *
     * @return TruthDetail
     */
    public static function of(Scene $scene, array $means, array $grains): array
    {
        $cells = [];
        foreach ($means as $id => $mean) {
            $cells[] = ['id' => $id, 'lab' => $mean->toLab()->toArray()];
        }
        $truth = ['format' => 'marsh-trial/card-truth', 'version' => 2, 'cells' => $cells];
        if ($scene->layout->kind === CardKind::Property) {
            $truth['rows'] = array_map(static fn (RowLabel $row): array => self::row($scene, $row->row, $means, $grains[$row->row] ?? null), $scene->layout->rows);
        } elseif ($scene->layout->kind === CardKind::Fade) {
            $truth['doseMlxh'] = $scene->doseMlxh;
            $truth['fading'] = self::fading($scene);
        }

        return $truth;
    }

    /**
     * @param array<string, LinearRgb> $means
     *
     * @return TruthRow
     */
    private static function row(Scene $scene, int $row, array $means, ?Grains $grains): array
    {
        $look = $scene->look($row);
        $key = $look->key();
        $depths = array_map(static fn (int $c): float => $look->deposit($look->thicknessAt(self::REFERENCE_DEPTH, $key), $c), [0, 1, 2]);
        $maps = $scene->layout->has(BlockKind::Wash) && $grains !== null ? [self::thickness($scene, $row, $grains, 0.1, 2.0), self::thickness($scene, $row, $grains, 0.5, 3.0)] : null;
        $path = $scene->layout->has(BlockKind::Stroke) ? self::path($row, $means, $look) : null;
        $channels = [];
        foreach ([0, 1, 2] as $c) {
            // Of channels that absorb nearly alike any may be measured in.
            $channels[] = $depths[$c] < self::ALIKE * self::REFERENCE_DEPTH ? null : self::inChannel($scene, $row, $c, $means, $look, $maps, $path);
        }
        $out = ['row' => $row, 'key' => $key, 'channels' => $channels, 'streakDeg' => $look->film->streak > 0 ? $look->film->streakDeg : null, 'backrun' => $look->film->backrun];
        if ($path !== null) {
            $out['clearSteps'] = self::clearSteps($path);
        }

        return [...$out, 'blocks' => (new Observer($scene, $row, $means))->blocks()];
    }

    /**
     * What depends on the channel in which amounts are taken.
     *
     * @param array<string, LinearRgb> $means
     * @param array{0: list<list<float>>, 1: list<list<float>>}|null $maps thickness of the wash, finely and coarsely
     * @param list<Lab>|null $path
     *
     * @return TruthInChannel
     */
    private static function inChannel(Scene $scene, int $row, int $c, array $means, Appearance $look, ?array $maps, ?array $path): array
    {
        $bare = $look->rgb(0.0)[$c];
        $deposit = static fn (CellRole $role): float => -log(max(1e-3, $means[$scene->layout->cellsOf($row, $role)[0]->id]->toArray()[$c]) / $bare);
        $at = $look->thicknessAt(self::REFERENCE_DEPTH, $c);
        $out = ['body' => $look->ownLight($at) / LinearRgb::fromArray($look->rgb($at))->luminance()];
        $out['classes'] = ['transparency' => self::class('transparency', $out['body'])];
        if ($scene->layout->has(BlockKind::Lift)) {
            $none = $deposit(CellRole::LiftNone);
            $out['residue'] = ['soft' => $deposit(CellRole::LiftSoft) / $none, 'stiff' => $deposit(CellRole::LiftStiff) / $none];
            $out['classes']['staining'] = self::class('staining', $out['residue']['soft']);
        }
        if ($maps !== null) {
            $table = $look->table(8.0)[$c];
            [$fine, $coarse] = array_map(static fn (array $map): array => array_map(static fn (array $line): array => array_map(static fn (float $t): float => -log(max(1e-3, $table[(int) min(count($table) - 1, $t / FilmTable::STEP + 0.5)]) / $bare), $line), $map), $maps);
            [$out['grain'], $out['grainSizeMm']] = self::grain($fine);
            $out['blotch'] = self::blotch($coarse);
            $out['classes']['granulation'] = self::class('granulation', $out['grain']);
        }
        if ($path !== null) {
            $out['twoToneDeg'] = self::twoTone($look, $path[0], $c);
        }

        return $out;
    }

    public static function class(string $property, float $value): string
    {
        foreach (self::LIMITS[$property] as $class => $limit) {
            if ($value < $limit) {
                return $class;
            }
        }
        throw new \LogicException('The last class has no limit.');
    }

    /**
     * Mean thickness of the wash on a grid with a margin: its streaks and backruns alone on a coarse grid, its grains alone on a fine one.
     *
     * @return list<list<float>>
     */
    private static function thickness(Scene $scene, int $row, Grains $grains, float $pitch, float $margin): array
    {
        $film = $scene->films[$row];
        $cell = $scene->layout->cellsOf($row, CellRole::Wash)[0]->area;
        $painted = $scene->layout->windowOf($row, BlockKind::Wash)?->painted;
        $n = $pitch < 0.3 ? 3 : 5;
        $map = [];
        for ($j = 0, $rows = (int) round(($cell->height + 2 * $margin) / $pitch); $j < $rows; $j++) {
            $line = [];
            for ($i = 0, $columns = (int) round(($cell->width + 2 * $margin) / $pitch); $i < $columns; $i++) {
                $mean = 0.0;
                for ($p = 0; $p < $n * $n; $p++) {
                    [$x, $y] = [$cell->x - $margin + $pitch * ($i + ($p % $n + 0.5) / $n), $cell->y - $margin + $pitch * ($j + (intdiv($p, $n) + 0.5) / $n)];
                    $mean += self::WASH * ($n === 5 ? $scene->washFactor($film, $x, $y, $painted) : $grains->at($x, $y));
                }
                $line[] = $mean / $n ** 2;
            }
            $map[] = $line;
        }

        return $map;
    }

    /**
     * Colour of the film along the stroke, from its first sampled place to its last, in many equal parts of the logarithm of thickness.
     *
     * @param array<string, LinearRgb> $means
     *
     * @return list<Lab>
     */
    private static function path(int $row, array $means, Appearance $look): array
    {
        // The thickness of a place is found where the channels still change at the deep end: in luminance.
        $luminance = static function (int $step) use ($means, $row): float {
            [$above, $below] = CellId::besideLine($row, $step);

            return ($means[$above]->luminance() + $means[$below]->luminance()) / 2;
        };
        $thickness = static function (float $seen) use ($look): float {
            [$low, $high] = [0.0, 8.0];
            for ($i = 0; $i < 40; $i++) {
                $middle = ($low + $high) / 2;
                [$low, $high] = LinearRgb::fromArray($look->rgb($middle))->luminance() > $seen ? [$middle, $high] : [$low, $middle];
            }

            return max(1e-3, $low);
        };
        [$from, $to] = [log($thickness($luminance(1))), log($thickness($luminance(10)))];
        $path = [];
        for ($i = 0; $i <= 400; $i++) {
            $path[] = $look->lab(exp($from + ($to - $from) * $i / 400));
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

    /** @return float|null null for greys */
    private static function twoTone(Appearance $look, Lab $masstone, int $channel): ?float
    {
        $tint = $look->lab($look->thicknessAt(0.3, $channel));
        $hue = static fn (Lab $c): float => rad2deg(atan2($c->b, $c->a));
        if (min(hypot($tint->a, $tint->b), hypot($masstone->a, $masstone->b)) < 6) {
            return null;
        }

        return fmod($hue($tint) - $hue($masstone) + 900, 360) - 180;
    }

    /**
     * Scatter of the smoothed deposit without its plane over its mean.
     *
     * @param list<list<float>> $map deposit every 0.5 mm, 3 mm beyond the cell on all sides
     */
    private static function blotch(array $map): float
    {
        $smooth = self::smoothed($map, 1.5, 6);
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

    /**
     * Scatter of the band-passed deposit over its mean, and the distance along the row at which it resembles itself by half.
     *
     * @param list<list<float>> $map deposit every 0.1 mm, 2 mm beyond the cell on all sides
     *
     * @return array{0: float, 1: float}
     */
    public static function grain(array $map): array
    {
        $mean = array_sum(array_map(array_sum(...), $map)) / (count($map) * count($map[0]));
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

        return [sqrt($alike[0]) / $mean, $size];
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

    /** @return list<TruthFading> what light did to every row and depth of a fade card */
    public static function fading(Scene $scene): array
    {
        $distance = static fn (Lab $a, Lab $b): float => sqrt(($a->l - $b->l) ** 2 + ($a->a - $b->a) ** 2 + ($a->b - $b->b) ** 2);
        $out = [];
        foreach ($scene->layout->rows as $row) {
            $look = $scene->look($row->row);
            $lab = static fn (float $x, string $piece, float $dose): Lab => LinearRgb::fromArray($look->rgb($x, $piece, $dose))->toLab();
            foreach (self::FADE_THICKNESS as $depth => $thickness) {
                $left = $thickness * $look->film->leftAfter($thickness, $scene->doseMlxh);
                $kept = $lab($thickness * ($scene->doseMlxh > 0 ? 1 - $look->film->inLight->darkLoss : 1.0), 'kept', 0.0);
                $raw = $lab($left, 'exposed', $scene->doseMlxh);
                $corrected = $lab($left, 'kept', $scene->doseMlxh);
                $out[] = [
                    'row' => $row->row, 'depth' => $depth, 'raw' => $distance($kept, $raw), 'corrected' => $distance($kept, $corrected),
                    'kept' => $kept->toArray(), 'faded' => $corrected->toArray(), 'browns' => $look->film->inLight->brownPerMlxh * $scene->doseMlxh > 0.02,
                ];
            }
        }

        return $out;
    }
}
