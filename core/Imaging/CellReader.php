<?php

declare(strict_types=1);

namespace MarshTrial\Core\Imaging;

use MarshTrial\Core\Card\Rect;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\LinearRgb;

/** Reads the colour of a cell, keeping dust, ink and ragged edges out but grains in. */
final readonly class CellReader
{
    /** Distance between samples, mm: finest, and coarsest as cells grow; about so many samples are enough for a mean (own). */
    private const PITCH_MM = [0.3, 0.5];

    private const SAMPLES = 350;

    /** Samples and finest distance, mm, where two cells are told apart by little and grains must average out (own). */
    private const FINE_SAMPLES = 1800;

    private const FINE_PITCH_MM = 0.18;

    /** Samples further from the median than this many robust standard deviations are dust (own). */
    private const DUST_SIGMAS = 6.0;

    /** Least distance from the median that can be dust, as a share of it, so that smooth paper loses nothing (own). */
    private const DUST_SHARE = 0.12;

    /** Outer lines that differ by more than this share from the middle are edge, not paint (own). */
    private const EDGE_SHARE = 0.10;

    /** Side of the blocks whose scatter gives the uncertainty, mm; wider than paper texture and grain (own). */
    private const BLOCK_MM = 1.2;

    /** Brighter than bare paper by this share is light mirrored in a glossy film (own). */
    private const GLARE = 1.12;

    /** A channel below this share of the brightest one may lie at the lower end of the scale (own). */
    private const NEAR_END = 0.15;

    /** How far below it red, green and blue may lie, as a share of the brightest channel: one standard deviation for a place that lies there wholly (own, simulated). */
    private const BEYOND = [0.12, 0.06, 0.02];

    public function __construct(private Resampler $card) {}

    /** @param float|null $paper luminance of the bare paper; samples well above it are glare */
    public function read(Rect $area, bool $fine = false, ?float $paper = null): CellReading
    {
        $glareAt = $paper === null ? INF : self::GLARE * $paper;
        $glare = 0;
        [$finest, $coarsest] = self::PITCH_MM;
        $size = $area->width * $area->height;
        $patch = $this->card->points($area, $fine
            ? min($coarsest, max(self::FINE_PITCH_MM, sqrt($size / self::FINE_SAMPLES)))
            : min($coarsest, max($finest, sqrt($size / self::SAMPLES))));
        [$reds, $greens, $blues] = [$patch->r, $patch->g, $patch->b];
        $luminance = $patch->luminance();
        [$top, $bottom] = $this->withoutEdges($luminance, $patch->columns, $patch->rows);
        $columns = $patch->columns;
        $inside = array_slice($luminance, $top * $columns, ($bottom - $top) * $columns);
        sort($inside);
        $count = count($inside);
        $median = $inside[intdiv($count, 2)];
        // Half the distance between the 16th and 84th percentiles is one standard deviation, whatever lies in the tails.
        $sigma = ($inside[(int) (0.84 * $count)] - $inside[(int) (0.16 * $count)]) / 2;
        $limit = max(self::DUST_SIGMAS * $sigma, self::DUST_SHARE * $median, 0.004);
        [$low, $high] = [$median - $limit, $median + $limit];

        $blockSide = max(2, (int) round(self::BLOCK_MM / $patch->pitchMm));
        $blocks = [];
        $across = intdiv($columns + $blockSide - 1, $blockSide);
        $sr = $sg = $sb = 0.0;
        $n = 0;
        for ($y = $top; $y < $bottom; $y++) {
            $key = intdiv($y - $top, $blockSide) * $across;
            $end = ($y + 1) * $columns;
            for ($from = $y * $columns; $from < $end; $from += $blockSide, $key++) {
                $to = $from + $blockSide < $end ? $from + $blockSide : $end;
                $count = 0;
                $r = $g = $b = 0.0;
                for ($i = $from; $i < $to; $i++) {
                    $v = $luminance[$i];
                    if ($v >= $low && $v <= $high) {
                        $count++;
                        $r += $reds[$i];
                        $g += $greens[$i];
                        $b += $blues[$i];
                    } elseif ($v > $glareAt) {
                        $glare++;
                    }
                }
                if (isset($blocks[$key])) {
                    [$c0, $r0, $g0, $b0] = $blocks[$key];
                    $blocks[$key] = [$c0 + $count, $r0 + $r, $g0 + $g, $b0 + $b];
                } else {
                    $blocks[$key] = [$count, $r, $g, $b];
                }
            }
        }
        $labs = [];
        foreach ($blocks as [$count, $r, $g, $b]) {
            $n += $count;
            $sr += $r;
            $sg += $g;
            $sb += $b;
            if ($count >= $blockSide * $blockSide / 3) {
                $labs[] = (new LinearRgb($r / $count, $g / $count, $b / $count))->toLab()->toArray();
            }
        }
        $mean = new LinearRgb($sr / $n, $sg / $n, $sb / $n);
        [$spread, $covariance] = self::scatter($labs);
        $leftOut = 1 - $n / count($luminance);
        $glareShare = $glare / count($luminance);
        $remarks = $leftOut > 0.03 ? [new CellRemark(CellFlag::LeftOut, $leftOut)] : [];
        if ($glareShare > 0.005 || $median > $glareAt) {
            $remarks[] = $median > $glareAt ? new CellRemark(CellFlag::MostlyGlare) : new CellRemark(CellFlag::Glare, $glareShare);
        }

        $lab = $mean->toLab();
        if (min($mean->r, $mean->g, $mean->b) < self::NEAR_END * max($mean->r, $mean->g, $mean->b)) {
            $beyond = $this->beyond($area, $mean, $lab);
            if ($beyond !== null) {
                [$share, $shift] = $beyond;
                $remarks[] = new CellRemark(CellFlag::Beyond, $share);
                foreach ($shift as $i => $a) {
                    foreach ($shift as $j => $b) {
                        $covariance[$i][$j] += $a * $b;
                    }
                }
            }
        }

        return new CellReading($mean, $lab, $spread, $covariance, $n, $leftOut, $area, $remarks, 0.0, $median > $glareAt ? 1.0 : $glareShare);
    }

    /**
     * What a place loses that lies partly beyond the lower end of the scale.
     *
     * @return array{0: float, 1: array{0: float, 1: float, 2: float}}|null share of it, and how far its colour may be off, L*, a*, b* (one standard deviation)
     */
    private function beyond(Rect $area, LinearRgb $mean, Lab $lab): ?array
    {
        $shares = $this->card->atLowerEnd($area, 0.5);
        if (max($shares) < 0.02) {
            return null;
        }
        $brightest = max($mean->r, $mean->g, $mean->b);
        $less = array_map(static fn (float $v, float $share, float $most): float => $v - $most * $share * $brightest, $mean->toArray(), $shares, self::BEYOND);
        $to = LinearRgb::fromArray($less)->toLab();

        return [max($shares), [$to->l - $lab->l, $to->a - $lab->a, $to->b - $lab->b]];
    }

    /**
     * First and last-but-one line of the cell after ragged lines at its upper and lower border are cut off.
     *
     * @param list<float> $luminance
     *
     * @return array{0: int, 1: int}
     */
    private function withoutEdges(array $luminance, int $columns, int $rows): array
    {
        $means = array_map(static fn (array $line): float => array_sum($line) / $columns, array_chunk($luminance, $columns));
        $sorted = $means;
        sort($sorted);
        $middle = $sorted[intdiv($rows, 2)];
        $limit = max(self::EDGE_SHARE * $middle, 0.006);
        $most = intdiv($rows, 3);
        $top = 0;
        while ($top < $most && abs($means[$top] - $middle) > $limit) {
            $top++;
        }
        $bottom = $rows;
        while ($rows - $bottom < $most && abs($means[$bottom - 1] - $middle) > $limit) {
            $bottom--;
        }

        return [$top, $bottom];
    }

    /**
     * Spread over the blocks and covariance of their mean.
     *
     * @param list<array{0: float, 1: float, 2: float}> $labs
     *
     * @return array{0: array{0: float, 1: float, 2: float}, 1: array{0: array{0: float, 1: float, 2: float}, 1: array{0: float, 1: float, 2: float}, 2: array{0: float, 1: float, 2: float}}}
     */
    private static function scatter(array $labs): array
    {
        $n = count($labs);
        $c = [[0.0, 0.0, 0.0], [0.0, 0.0, 0.0], [0.0, 0.0, 0.0]];
        if ($n < 2) {
            return [[0.0, 0.0, 0.0], $c];
        }
        $mean = [0.0, 0.0, 0.0];
        foreach ($labs as $lab) {
            foreach ($lab as $i => $v) {
                $mean[$i] += $v / $n;
            }
        }
        foreach ($labs as $lab) {
            for ($i = 0; $i < 3; $i++) {
                for ($j = 0; $j < 3; $j++) {
                    $c[$i][$j] += ($lab[$i] - $mean[$i]) * ($lab[$j] - $mean[$j]) / ($n - 1);
                }
            }
        }
        $spread = [sqrt($c[0][0]), sqrt($c[1][1]), sqrt($c[2][2])];
        foreach ($c as $i => $row) {
            foreach ($row as $j => $v) {
                $c[$i][$j] = $v / $n;
            }
        }

        return [$spread, $c];
    }
}
