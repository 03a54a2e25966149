<?php

declare(strict_types=1);

namespace MarshTrial\Core\Capture;

use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\Piece;
use MarshTrial\Core\Card\TargetSheet;
use MarshTrial\Core\Imaging\Light;
use MarshTrial\Core\Imaging\Linear;
use MarshTrial\Core\Imaging\Median;
use MarshTrial\Core\Imaging\PixelGrid;
use MarshTrial\Core\Imaging\PlacedPiece;

/**
 * The light over a picture, from the bare paper between the windows of all pieces.
 *
 * The logarithm of the paper's value is a surface of the second degree over the picture (of the third, and smoothed, where a shadow lies) plus a step from piece to piece (their papers may
 * differ: one has been in the sun), plus what is left, smoothed. So light that runs across two pieces is told from papers that differ.
 */
final readonly class LightMap
{
    /** Distance between samples and side of each, mm. */
    private const PITCH_MM = 7.0;

    /** The same on a pocket frame, which has little paper of its own. */
    private const POCKET_PITCH_MM = 4.0;

    /** A sample whose pixels differ by more than so many times the usual scatter, and by more than this share, is no bare paper: print, pencil, an edge (own). */
    private const PRINTED = [2.5, 0.02];

    /** Least number of samples that say anything of the light. */
    private const LEAST = 12;

    /** Light that varies by less than this share is left alone: it is the paper's own unevenness. */
    private const EVEN = 0.012;

    /** The same of a scan, as a ratio, from few places. */
    private const EVEN_SCAN = 1.025;

    /** Over how much of the sheet what is left is smoothed, mm, and how many samples it takes to believe it. */
    private const SMOOTH_MM = 12.0;

    private const BELIEF = 0.3;

    /** Root mean square that a surface of the second degree may leave, share. */
    private const SMOOTH = 0.006;

    private function __construct(
        /** @var array<string, Light> by piece; empty where light is even */
        public array $lights,
        /** @var array<string, array{0: float, 1: float, 2: float}> device value of each piece's paper in mean light */
        public array $papers,
        /** Brightest over darkest place of the card's pieces. */
        public float $ratio,
        /** Steepest change that the smooth surface does not explain, share per cm. */
        public float $steepest,
        /** Largest change of light that the smooth surface does not explain, share: a soft shadow, which is taken out too. */
        public float $shadow,
        /** Noise of a single pixel of paper, share of its value. */
        public float $noise,
        /** Square of what neighbouring pixels of paper differ by over that of pixels four apart: 1 for noise of single pixels, little where it was smoothed away. */
        public float $roughness,
        /** Share of paper pixels at the end of the scale. */
        public float $clipped,
        /** Uncertainty of the light at a place, share (one standard deviation). */
        public float $uncertainty,
    ) {}

    /**
     * @param array<string, PlacedPiece> $pieces the card's, and perhaps a target
     * @param bool $scan light is likely even: a few places tell, and more are looked at only if they differ
     */
    public static function of(PixelGrid $picture, CardLayout $layout, array $pieces, bool $scan = false): self
    {
        if ($layout->kind->isUnderPocketFrames()) {
            return self::sampled($picture, $layout, $pieces, self::POCKET_PITCH_MM);
        }
        if ($scan) {
            $map = self::sampled($picture, $layout, $pieces, 4 * self::PITCH_MM);
            if ($map->ratio < self::EVEN_SCAN) {
                return new self([], $map->papers, $map->ratio, 0.0, 0.0, $map->noise, $map->roughness, $map->clipped, $map->uncertainty);
            }
        }

        return self::sampled($picture, $layout, $pieces, self::PITCH_MM);
    }

    /** @param array<string, PlacedPiece> $pieces */
    private static function sampled(PixelGrid $picture, CardLayout $layout, array $pieces, float $pitchMm): self
    {
        $samples = $noises = [];
        $clipped = $taken = 0;
        foreach ($pieces as $id => $placed) {
            foreach (PaperSamples::places($placed->piece, $layout, $pitchMm) as [$x, $y]) {
                $sample = PaperSamples::sample($picture, $placed, $x, $y);
                if ($sample !== null) {
                    [$rgb, $noise, $ends, $count, $u, $v] = $sample;
                    $samples[] = [$id, $x, $y, $u, $v, $rgb];
                    $noises[] = $noise;
                    $clipped += $ends;
                    $taken += $count;
                }
            }
        }
        $ids = array_keys($pieces);
        if (count($samples) < self::LEAST) {
            return new self([], array_fill_keys($ids, [1.0, 1.0, 1.0]), 1.0, 0.0, 0.0, 0.0, 1.0, 0.0, 0.0);
        }
        $usual = Median::upper($noises);
        $plain = array_filter($noises, static fn (float $n): bool => $n <= max(self::PRINTED[0] * $usual, self::PRINTED[1]));
        if (count($plain) >= self::LEAST) {
            $samples = array_values(array_intersect_key($samples, $plain));
        }

        return self::fitted($samples, $pieces, $ids, [$usual, PaperSamples::roughness($picture, $samples)], $clipped / max(1, $taken), [$picture->width, $picture->height]);
    }

    /**
     * @param list<array{0: string, 1: float, 2: float, 3: float, 4: float, 5: array{0: float, 1: float, 2: float}}> $samples
     * @param array<string, PlacedPiece> $pieces
     * @param list<string> $ids
     * @param array{0: float, 1: float} $noise of a pixel, and its roughness
     * @param array{0: int, 1: int} $size
     */
    private static function fitted(array $samples, array $pieces, array $ids, array $noise, float $clipped, array $size, bool $bent = false): self
    {
        // The steps from piece to piece come first, then the surface.
        $terms = static function (float $u, float $v, string $id) use ($ids, $size, $bent): array {
            [$x, $y] = [2 * $u / $size[0] - 1, 2 * $v / $size[1] - 1];
            $row = array_map(static fn (string $other): float => $other === $id ? 1.0 : 0.0, array_slice($ids, 1));
            array_push($row, 1.0, $x, $y, $x * $x, $x * $y, $y * $y, ...$bent ? [$x ** 3, $x * $x * $y, $x * $y * $y, $y ** 3] : []);

            return $row;
        };
        $rows = array_map(static fn (array $s): array => $terms($s[3], $s[4], $s[0]), $samples);
        $fits = $rests = [];
        for ($c = 0; $c < 3; $c++) {
            $values = array_map(static fn (array $s): float => log(max(1e-4, $s[5][$c])), $samples);
            $weights = array_fill(0, count($values), 1.0);
            $rest = [];
            for ($round = 0; $round < 3; $round++) {
                $fit = Linear::leastSquares($rows, $values, $weights, 1e-6);
                $rest = [];
                foreach ($rows as $i => $row) {
                    $left = $values[$i];
                    foreach ($row as $k => $factor) {
                        $left -= $factor * $fit[$k];
                    }
                    $rest[] = $left;
                }
                $spread = max(0.004, 1.5 * Median::upper(array_map(abs(...), $rest)));
                $weights = array_map(static fn (float $r): float => 1 / (1 + ($r / (2 * $spread)) ** 2), $rest);
            }
            $fits[] = $fit;
            $rests[] = $rest;
        }
        $rms = sqrt(array_sum(array_map(static fn (float $r): float => min(0.2, abs($r)) ** 2, $rests[1])) / count($samples));

        // A shadow bends light more than a window's distance does.
        if ($rms > self::SMOOTH && ! $bent) {
            return self::fitted($samples, $pieces, $ids, $noise, $clipped, $size, true);
        }

        return self::built($samples, $pieces, $ids, $terms, $fits, $rests, $bent, $noise, $clipped);
    }

    /**
     * @param list<array{0: string, 1: float, 2: float, 3: float, 4: float, 5: array{0: float, 1: float, 2: float}}> $samples
     * @param array<string, PlacedPiece> $pieces
     * @param list<string> $ids
     * @param list<list<float>> $fits
     * @param list<list<float>> $rests
     * @param array{0: float, 1: float} $noise
     */
    private static function built(array $samples, array $pieces, array $ids, \Closure $terms, array $fits, array $rests, bool $useRest, array $noise, float $clipped): self
    {
        $byPiece = [];
        foreach ($samples as $i => [$id, $x, $y]) {
            $byPiece[$id][] = [$x, $y, $rests[0][$i], $rests[1][$i], $rests[2][$i]];
        }
        $value = static function (PlacedPiece $placed, float $x, float $y, bool $rest) use ($terms, $fits, $byPiece): array {
            [$u, $v] = $placed->placement->map($x, $y);
            $row = $terms($u, $v, $placed->piece->id);
            $sum = [0.0, 0.0, 0.0, 0.0];
            foreach ($rest ? $byPiece[$placed->piece->id] ?? [] : [] as [$sx, $sy, $r, $g, $b]) {
                $d = (($sx - $x) ** 2 + ($sy - $y) ** 2) / (2 * self::SMOOTH_MM ** 2);
                if ($d < 6) {
                    $w = exp(-$d);
                    $sum[0] += $w;
                    $sum[1] += $w * $r;
                    $sum[2] += $w * $g;
                    $sum[3] += $w * $b;
                }
            }
            $out = [];
            foreach ($fits as $c => $fit) {
                $out[] = array_sum(array_map(static fn (float $a, float $k): float => $a * $k, $row, $fit)) + $sum[$c + 1] / ($sum[0] + self::BELIEF);
            }

            return $out;
        };
        // Mean light is that of the card; every piece's paper is what it would be in it.
        $own = array_values(array_filter($ids, static fn (string $id): bool => $id !== TargetSheet::PIECE)) ?: $ids;
        $grids = [];
        $sum = [0.0, 0.0, 0.0];
        $count = 0;
        foreach ($pieces as $id => $placed) {
            $o = $placed->piece->outline;
            for ($j = 0, $rows = (int) ceil($o->height / Light::NODE_MM); $j <= $rows; $j++) {
                for ($i = 0, $columns = (int) ceil($o->width / Light::NODE_MM); $i <= $columns; $i++) {
                    $v = $value($placed, $o->x + $i * Light::NODE_MM, $o->y + $j * Light::NODE_MM, $useRest);
                    $step = array_search($id, $ids, true);
                    foreach ($fits as $c => $fit) {
                        $v[$c] -= $step > 0 ? $fit[$step - 1] : 0.0;
                    }
                    $grids[$id][$j][$i] = $v;
                    if (in_array($id, $own, true)) {
                        $sum = [$sum[0] + $v[0], $sum[1] + $v[1], $sum[2] + $v[2]];
                        $count++;
                    }
                }
            }
        }
        $mean = array_map(static fn (float $s): float => $s / $count, $sum);
        $papers = $lights = [];
        [$least, $most] = [INF, -INF];
        foreach ($ids as $n => $id) {
            $papers[$id] = array_map(static fn (float $m, array $fit): float => exp($m + ($n > 0 ? $fit[$n - 1] : 0.0)), $mean, $fits);
            $nodes = [];
            foreach ($grids[$id] as $j => $line) {
                foreach ($line as $i => $v) {
                    $nodes[$j][$i] = [exp($v[0] - $mean[0]), exp($v[1] - $mean[1]), exp($v[2] - $mean[2])];
                    if (in_array($id, $own, true)) {
                        $least = min($least, $v[1]);
                        $most = max($most, $v[1]);
                    }
                }
            }
            $lights[$id] = new Light($pieces[$id]->piece->outline, array_map(array_values(...), array_values($nodes)));
        }
        $ratio = exp($most - $least);

        return new self(
            $ratio - 1 < self::EVEN && ! $useRest ? [] : $lights, $papers, $ratio, self::steepest($byPiece), self::shadow($byPiece), $noise[0], $noise[1], $clipped,
            // A sample's own scatter, over those that bear on a place.
            min(0.05, max(0.0015, 0.5 * Median::upper(array_map(static fn (array $s, float $r): float => abs($r), $samples, $rests[1])))),
        );
    }

    /**
     * What nine tenths of the samples stay below, over and above what is usual: a shadow covers many of them.
     *
     * @param array<string, list<array{0: float, 1: float, 2: float, 3: float, 4: float}>> $byPiece
     */
    private static function shadow(array $byPiece): float
    {
        unset($byPiece[TargetSheet::PIECE]);
        $rests = array_map(static fn (array $s): float => abs($s[3]), array_merge(...array_values($byPiece)));
        sort($rests);

        return $rests[(int) (0.9 * (count($rests) - 1))] ?? 0.0;
    }

    /**
     * Steepest step between neighbours that the smooth surface does not explain, share per cm.
     *
     * @param array<string, list<array{0: float, 1: float, 2: float, 3: float, 4: float}>> $byPiece
     */
    private static function steepest(array $byPiece): float
    {
        $steps = [];
        foreach ($byPiece as $id => $samples) {
            if ($id === TargetSheet::PIECE) {
                continue;
            }
            foreach ($samples as $i => [$x, $y, , $g]) {
                // They lie line by line.
                for ($k = $i + 1; $k < count($samples) && $samples[$k][1] - $y < 1.6 * self::PITCH_MM; $k++) {
                    $distance = hypot($samples[$k][0] - $x, $samples[$k][1] - $y);
                    if ($distance < 1.6 * self::PITCH_MM) {
                        $steps[] = abs($samples[$k][3] - $g) / max(0.5, $distance / 10);
                    }
                }
            }
        }
        rsort($steps);

        // A single sample may lie on print; a shadow's edge crosses many.
        return $steps[min(count($steps) - 1, 8)] ?? 0.0;
    }
}
