<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

use MarshTrial\Core\Imaging\Gaussian;
use MarshTrial\Core\Imaging\Patch;

/** How unevenly the pigment lies in a flat dry wash, at the scale of grains. */
final class Granulation
{
    private const FORMULA = 'grain = sqrt(max(0, s_paint² − s_paper²)) / mean deposit; s after a band pass of 0.1 to 0.5 mm on the deposit at 0.1 mm';

    /** Largest systematic part of the uncertainty: what paper and scanner noise may leave (own, simulated). */
    private const SYSTEMATIC = 0.008;

    /** Side of the square that counts as one independent sample of the band-passed map, mm (own). */
    private const INDEPENDENT_MM = 0.5;

    public static function rate(RowReadings $row, int $dpi, bool $jpeg): Rating
    {
        $property = 'granulation';
        $cells = ["r$row->row-wash", "r$row->row-paper"];
        $largest = $row->depositOf($row->wash)->largest();
        if ($row->key === null || ($largest !== null && $largest < BenchScale::LEAST_DEPOSIT)) {
            return Rating::without($row->row, $property, RatingStatus::NotTested, 'Nothing was painted in the wash’s window.', $cells);
        }
        if ($row->washMap === null || $row->paperMap === null) {
            return Rating::without($row->row, $property, RatingStatus::NotReached, sprintf('Grain needs %d dots per inch or more; this picture has %d.', BenchScale::GRAIN_LEAST_DPI, $dpi), $cells);
        }
        $deposit = $row->keyDeposit($row->wash);
        [$least, $most] = BenchScale::GRAIN_DEPTHS;
        if ($deposit === null || $deposit < $least || $deposit > $most) {
            return Rating::without($row->row, $property, RatingStatus::NotReached, sprintf('The wash has a deposit of %s; grain is measured from %.1f to %.1f.', $deposit === null ? 'more than can be read' : sprintf('%.2f', $deposit), $least, $most), $cells, ['deposit' => $deposit]);
        }
        $paint = self::scatter($row->washMap, $row->key, $row->paper->rgb->toArray()[$row->key]);
        $paper = self::scatter($row->paperMap, $row->key, $row->paper->rgb->toArray()[$row->key]);
        $grain = sqrt(max(0.0, $paint['s'] ** 2 - $paper['s'] ** 2)) / $paint['mean'];
        $visible = sqrt(max(0.0, $paint['dL'] ** 2 - $paper['dL'] ** 2));
        $area = $row->washMap->columns * $row->washMap->rows * $row->washMap->pitchMm ** 2;
        $relative = 1 / sqrt(2 * $area / self::INDEPENDENT_MM ** 2);
        // Where paper and paint scatter alike, the difference of their squares is the less sure.
        $paperShare = $paper['s'] / $paint['mean'];
        $uncertainty = sqrt(self::SYSTEMATIC ** 2 + ($relative * $grain) ** 2 + (0.2 * $paperShare ** 2 / max($grain, $paperShare)) ** 2);
        $numbers = [
            'sPaint' => $paint['s'], 'sPaper' => $paper['s'], 'meanDeposit' => $paint['mean'], 'rmsDeltaL' => $visible,
            'keyChannel' => ['red', 'green', 'blue'][$row->key], 'areaMm2' => $area, 'grainSizeMm' => $paint['size'],
        ];
        $remarks = $visible < BenchScale::GRAIN_VISIBLE_DL && $grain >= BenchScale::GRANULATION['none'] ? ['present but hardly visible'] : [];
        $rating = Rating::measured($row->row, $property, $grain, $uncertainty, BenchScale::GRANULATION, $deposit, $remarks, $cells, $numbers, self::FORMULA);
        if ($jpeg) {
            $highest = ($grain + $uncertainty) * (1 + BenchScale::GRAIN_JPEG_LOSS);

            return $rating->withClasses(
                BenchScale::classesWithin(BenchScale::GRANULATION, $grain - $uncertainty, $highest),
                BenchScale::classesWithin(BenchScale::GRANULATION, $grain - 1.96 * $uncertainty, $highest),
                ['at least: a JPEG loses fine grain'],
            );
        }

        return $rating;
    }

    /** @return array{s: float, mean: float, dL: float, size: float} band-passed scatter of the deposit, its mean, scatter of L*, grain size in mm */
    private static function scatter(Patch $patch, int $channel, float $paper): array
    {
        $values = $patch->channel($channel);
        $sorted = $values;
        sort($sorted);
        $median = $sorted[intdiv(count($sorted), 2)];
        $low = $sorted[(int) (0.16 * count($sorted))];
        $high = $sorted[(int) (0.84 * count($sorted))];
        // A speck lies far outside what even heavy grain does; it is replaced by the median, not cut out.
        $reach = max(2.5 * ($high - $low), 0.12 * $median);
        [$low, $high] = [max(1e-4, $median - $reach), $median + $reach];
        $deposit = $lightness = [];
        $g = $patch->g;
        $sum = 0.0;
        foreach ($values as $i => $v) {
            $keep = $v > $low && $v < $high;
            $d = -log(($keep ? $v : $median) / $paper);
            $deposit[] = $d;
            $sum += $d;
            $y = 0.2126390 * $patch->r[$i] + 0.7151687 * $g[$i] + 0.0721923 * $patch->b[$i];
            $lightness[] = $keep ? 116 * $y ** (1 / 3) - 16 : null;
        }
        $known = array_filter($lightness, static fn (?float $l): bool => $l !== null);
        $meanL = array_sum($known) / max(1, count($known));
        $lightness = array_map(static fn (?float $l): float => $l ?? $meanL, $lightness);

        $grains = self::band($deposit, $patch);

        return ['s' => self::rms($grains), 'mean' => $sum / count($deposit), 'dL' => self::rms(self::band($lightness, $patch)), 'size' => self::size($grains, $patch)];
    }

    /**
     * @param list<float> $values
     *
     * @return list<float>
     */
    private static function band(array $values, Patch $patch): array
    {
        [$fine, $coarse] = BenchScale::GRAIN_BAND_MM;

        return Gaussian::bandPass($values, $patch->columns, $patch->rows, $fine / $patch->pitchMm, $coarse / $patch->pitchMm);
    }

    /** @param list<float> $values */
    private static function rms(array $values): float
    {
        $square = 0.0;
        foreach ($values as $v) {
            $square += $v * $v;
        }

        return sqrt($square / count($values));
    }

    /**
     * Distance along a row at which the band-passed map resembles itself by half, mm: half the width of a usual grain.
     *
     * @param list<float> $map
     */
    private static function size(array $map, Patch $patch): float
    {
        $power = self::rms($map) ** 2;
        $before = 1.0;
        for ($lag = 1; $lag < 12; $lag++) {
            $sum = 0.0;
            $n = 0;
            for ($y = 0; $y < $patch->rows; $y += 2) {
                $base = $y * $patch->columns;
                for ($x = $base, $end = $base + $patch->columns - $lag; $x < $end; $x++) {
                    $sum += $map[$x] * $map[$x + $lag];
                    $n++;
                }
            }
            $now = $power > 0 ? $sum / $n / $power : 0.0;
            if ($now < 0.5) {
                return $patch->pitchMm * ($lag - 1 + ($before - 0.5) / ($before - $now));
            }
            $before = $now;
        }

        return 12 * $patch->pitchMm;
    }
}
