<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

use MarshTrial\Core\Capture\Claim;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Imaging\CellReading;
use MarshTrial\Core\Imaging\Gaussian;
use MarshTrial\Core\Imaging\GrainMap;
use MarshTrial\Core\Imaging\Median;

/** How unevenly the pigment lies in a flat dry wash, at the scale of grains. */
final class Granulation
{
    private const FORMULA = 'grain = sqrt(max(0, s_paint² − s_paper²)) / mean deposit; s after a band pass of 0.1 to 0.5 mm on the deposit at 0.1 mm';

    /** Largest systematic part of the uncertainty: what paper and scanner noise may leave (own, simulated). */
    private const SYSTEMATIC = 0.005;

    /** Step of the deposit over which a curve of tone is looked at. */
    private const GRAIN_STEP = 0.1;

    /** Only every second column and row of the filtered map is looked at; the scatter is the same. */
    private const STRIDE = 2;

    /** A square that scatters this many times as much is crossed by something else than grain (own). */
    private const CROSSED = 2.0;

    /** Side of the squares over which the usual scatter is found, mm (own). */
    private const BLOCK_MM = 2.4;

    /** Side of the square that counts as one independent sample of the band-passed map, mm (own). */
    private const INDEPENDENT_MM = 0.5;

    /**
     * @param GrainMap|null $washMap the wash in the row's key channel at 0.1 mm, null where the resolution does not allow it
     * @param GrainMap|null $paperMap the bare paper likewise
     * @param Sharpness|null $sharpness what the picture keeps of fine detail; null: all
     * @param Claim|null $claim what the device may have changed; null: it was calibrated
     * @param bool $inLuminance whether the maps show luminance instead
     */
    public static function rate(RowReadings $row, ?GrainMap $washMap, ?GrainMap $paperMap, int $dpi, ?Sharpness $sharpness = null, ?Claim $claim = null, bool $inLuminance = false): Rating
    {
        $property = 'granulation';
        $cells = ["r$row->row-wash", "r$row->row-paper"];
        $wash = $row->first(CellRole::Wash);
        if ($wash === null || $row->key === null || ! $row->isPainted($wash)) {
            return Rating::without($row->row, $property, RatingStatus::NotTested, 'Nothing was painted in the wash’s window.', $cells);
        }
        if ($washMap === null || $paperMap === null) {
            return Rating::without($row->row, $property, RatingStatus::NotReached, sprintf('Grain needs %d dots per inch or more; this picture has %d.', BenchScale::GRAIN_LEAST_DPI, $dpi), $cells);
        }
        $deposit = $row->keyDeposit($wash);
        [$least, $most] = BenchScale::GRAIN_DEPTHS;
        if ($deposit === null || $deposit < $least || $deposit > $most) {
            return Rating::without($row->row, $property, RatingStatus::NotReached, sprintf('The wash has a deposit of %s; grain is measured from %.1f to %.1f.', $deposit === null ? 'more than can be read' : sprintf('%.2f', $deposit), $least, $most), $cells, ['deposit' => $deposit]);
        }
        [$bare, $perAmount] = $inLuminance ? [$row->paper->rgb->luminance(), self::luminancePerAmount($row, $wash)] : [$row->paper->rgb->toArray()[$row->key], null];
        $paint = self::scatter($washMap, $bare);
        $paper = self::scatter($paperMap, $bare);
        // Where the deposit is that of luminance, what it grows by with the amount stands for it.
        $perAmount ??= $paint['mean'];
        $sharpness ??= new Sharpness;
        $grain = sqrt(max(0.0, $paint['s'] ** 2 - $paper['s'] ** 2)) / $perAmount * $sharpness->gain();
        $visible = self::lightnessPerDeposit($row, $wash) * $grain * $deposit;
        $area = $washMap->columns * $washMap->rows * $washMap->pitchMm ** 2;
        $relative = 1 / sqrt(2 * $area / self::INDEPENDENT_MM ** 2);
        // Where paper and paint scatter alike, the difference of their squares is the less sure.
        $paperShare = $paper['s'] / $perAmount;
        // A curve of tone stretches the grains otherwise than it does the whole deposit.
        $key = $row->key;
        $paperRgb = $row->paper->rgb->toArray();
        $more = LinearRgb::fromArray(array_map(static fn (float $v, float $p): float => $p * (max(1e-3, $v) / $p) ** (1 + self::GRAIN_STEP / $deposit), $wash->rgb->toArray(), $paperRgb));
        $ofTone = $grain * ($claim?->spread(static function (array $colours) use ($key, $deposit): float {
            [$here, $deeper, $bare] = array_map(static fn (LinearRgb $c): float => max(1e-4, $c->toArray()[$key]), $colours);

            return $deposit * log($here / $deeper) / self::GRAIN_STEP / max(0.1, log($bare / $here));
        }, [$wash->rgb, $more, $row->paper->rgb]) ?? 0.0);
        $uncertainty = sqrt(self::SYSTEMATIC ** 2 + $ofTone ** 2 + $sharpness->ofGrain($grain, $inLuminance) ** 2 + ($relative * $grain) ** 2 + (0.2 * $paperShare ** 2 / max($grain, $paperShare)) ** 2);
        $numbers = [
            'sPaint' => $paint['s'], 'sPaper' => $paper['s'], 'meanDeposit' => $paint['mean'], 'rmsDeltaL' => $visible,
            'keyChannel' => $row->keyName(), 'areaMm2' => $area, 'grainSizeMm' => self::size($paint['grains'], $washMap),
        ];
        $remarks = $visible < BenchScale::GRAIN_VISIBLE_DL && $grain >= BenchScale::GRANULATION['none'] ? ['present but hardly visible'] : [];
        if ($paint['uneven']) {
            $remarks[] = 'a backrun, bloom or streak crosses the wash; grain was read beside it';
        }
        if ($inLuminance) {
            $remarks[] = 'read from lightness, since the file’s compression thinned out its colours';
        }
        $rating = Rating::measured($row->row, $property, $grain, $uncertainty, BenchScale::GRANULATION, $deposit, $remarks, $cells, $numbers, self::FORMULA);
        if ($sharpness->isSoft()) {
            $highest = ($grain + $uncertainty) * (1 + BenchScale::GRAIN_SOFT_LOSS);

            return $rating->withClasses(
                BenchScale::classesWithin(BenchScale::GRANULATION, $grain - $uncertainty, $highest),
                BenchScale::classesWithin(BenchScale::GRANULATION, $grain - 1.96 * $uncertainty, $highest),
                ['at least: the picture is softer than grains'],
            );
        }

        return $rating;
    }

    /** How fast the logarithm of luminance falls with the logarithm of the amount: what grains in a picture whose colours were thinned out still show. */
    public static function luminancePerAmount(RowReadings $row, CellReading $wash): float
    {
        $deposit = $row->depositOf($wash);
        $falls = array_map(static fn (float $v, int $c): float => $v * ($deposit->in($c) ?? 3.0), $wash->rgb->toArray(), [0, 1, 2]);

        return LinearRgb::fromArray($falls)->luminance() / max(1e-4, $wash->rgb->luminance());
    }

    /** How much L* changes with the amount of this paint, at the depth of the wash: a grain is more or less of the same. */
    private static function lightnessPerDeposit(RowReadings $row, CellReading $reading): float
    {
        $paper = $row->paper->rgb->toArray();
        $wash = $reading->rgb->toArray();
        $at = static fn (float $amount): float => LinearRgb::fromArray(array_map(
            static fn (float $p, float $w): float => $p * (max(1e-4, $w) / $p) ** $amount, $paper, $wash,
        ))->toLab()->l;

        return abs($at(1.05) - $at(0.95)) / (0.1 * max(1e-6, $row->keyDeposit($reading) ?? INF));
    }

    /** @return array{s: float, mean: float, grains: list<float>, uneven: bool} band-passed scatter of the deposit, its mean, the band-passed map, and whether something crosses it */
    private static function scatter(GrainMap $map, float $paper): array
    {
        $values = $map->values;
        $count = count($values);
        // Every seventh sample tells the middle and the usual spread well enough.
        $sorted = [];
        for ($i = 0; $i < $count; $i += 7) {
            $sorted[] = $values[$i];
        }
        sort($sorted);
        $some = count($sorted);
        $median = $sorted[intdiv($some, 2)];
        $low = $sorted[(int) (0.16 * $some)];
        $high = $sorted[(int) (0.84 * $some)];
        // A speck lies far outside what even heavy grain does; it is replaced by the median, not cut out.
        $reach = max(2.5 * ($high - $low), 0.12 * $median);
        [$low, $high] = [max(1e-4, $median - $reach), $median + $reach];
        $deposit = [];
        $sum = 0.0;
        foreach ($values as $v) {
            $d = -log(($v > $low && $v < $high ? $v : $median) / $paper);
            $deposit[] = $d;
            $sum += $d;
        }
        [$fine, $coarse] = BenchScale::GRAIN_BAND_MM;
        $grains = Gaussian::bandPass($deposit, $map->columns, $map->rows, $fine / $map->pitchMm, $coarse / $map->pitchMm, self::STRIDE);

        [$usual, $most] = self::usual($grains, $map);

        return ['s' => $usual, 'mean' => $sum / $count, 'grains' => $grains, 'uneven' => $most > self::CROSSED * $usual + 0.02];
    }

    /**
     * Scatter that is usual over the place: the median over squares, so that a backrun that crosses some of them does not count as grain.
     *
     * @param list<float> $grains every second column and row of the map
     *
     * @return array{0: float, 1: float} and the most in any square
     */
    private static function usual(array $grains, GrainMap $map): array
    {
        $columns = intdiv($map->columns + self::STRIDE - 1, self::STRIDE);
        $side = max(4, (int) round(self::BLOCK_MM / (self::STRIDE * $map->pitchMm)));
        $across = max(1, intdiv($columns, $side));
        $down = max(1, intdiv(intdiv(count($grains), $columns), $side));
        $squares = array_fill(0, $across * $down, [0.0, 0]);
        foreach ($grains as $i => $v) {
            [$x, $y] = [min($across - 1, intdiv($i % $columns, $side)), min($down - 1, intdiv(intdiv($i, $columns), $side))];
            $squares[$y * $across + $x][0] += $v * $v;
            $squares[$y * $across + $x][1]++;
        }
        $means = array_map(static fn (array $s): float => $s[0] / max(1, $s[1]), $squares);
        // The median of a mean of squares over n independent samples lies below its mean.
        $n = (self::BLOCK_MM / self::INDEPENDENT_MM) ** 2;

        return [sqrt(Median::of($means)) / (1 - 2 / (9 * $n)) ** 1.5, sqrt(max($means))];
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
     * @param list<float> $grains every second column and row of the map
     */
    private static function size(array $grains, GrainMap $map): float
    {
        $columns = intdiv($map->columns + self::STRIDE - 1, self::STRIDE);
        $pitch = self::STRIDE * $map->pitchMm;
        $power = self::rms($grains) ** 2;
        $before = 1.0;
        for ($lag = 1; $lag < 6; $lag++) {
            $sum = 0.0;
            $n = 0;
            for ($line = 0, $end = count($grains); $line < $end; $line += $columns) {
                for ($x = $line, $last = $line + $columns - $lag; $x < $last; $x++) {
                    $sum += $grains[$x] * $grains[$x + $lag];
                    $n++;
                }
            }
            $now = $power > 0 ? $sum / $n / $power : 0.0;
            if ($now < 0.5) {
                return $pitch * ($lag - 1 + ($before - 0.5) / ($before - $now));
            }
            $before = $now;
        }

        return 6 * $pitch;
    }
}
