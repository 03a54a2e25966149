<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

use MarshTrial\Core\Capture\Claim;
use MarshTrial\Core\Capture\Sharpness;
use MarshTrial\Core\Card\CellId;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Imaging\CellReading;
use MarshTrial\Core\Imaging\Gaussian;
use MarshTrial\Core\Imaging\GrainMap;
use MarshTrial\Core\Imaging\Median;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\RatingStatus;
use MarshTrial\Core\Rating\Scale;

/** How unevenly the pigment lies in a flat dry wash, at the scale of grains. */
final class Granulation
{
    public const FORMULA = 'graininess = sqrt(max(0, s_paint² − s_paper²)) / mean deposit; s after a band pass of 0.1 to 0.5 mm on the deposit at 0.1 mm';

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
        $cells = [CellId::of($row->row, CellRole::Wash), CellId::of($row->row, CellRole::Paper)];
        $wash = $row->first(CellRole::Wash);
        if ($wash === null || $row->key === null || ! $row->isPainted($wash)) {
            return Rating::without($row->scale, $row->row, $property, RatingStatus::NotTested, 'Nothing was painted in the wash’s window.', $cells);
        }
        if ($washMap === null || $paperMap === null) {
            return Rating::without($row->scale, $row->row, $property, RatingStatus::NotReached, sprintf('Grain needs %d dots per inch or more; this picture has %d.', $row->scale->grain->leastDpi, $dpi), $cells);
        }
        $deposit = $row->keyDeposit($wash);
        [$least, $most] = $row->scale->grain->depths;
        if ($deposit === null || $deposit < $least || $deposit > $most) {
            return Rating::without($row->scale, $row->row, $property, RatingStatus::NotReached, sprintf('The wash has a deposit of %s; grain is measured from %.1f to %.1f.', $deposit === null ? 'more than can be read' : sprintf('%.2f', $deposit), $least, $most), $cells, ['deposit' => $deposit]);
        }
        [$bare, $perAmount] = $inLuminance ? [$row->paper->rgb->luminance(), self::luminancePerAmount($row, $wash)] : [$row->paper->rgb->toArray()[$row->key], null];
        $paint = self::scatter($row->scale, $washMap, $bare);
        $paper = self::scatter($row->scale, $paperMap, $bare);
        // Where the deposit is that of luminance, what it grows by with the amount stands for it.
        $perAmount ??= $paint['mean'];
        $sharpness ??= new Sharpness;
        $grain = sqrt(max(0.0, $paint['s'] ** 2 - $paper['s'] ** 2)) / $perAmount * $sharpness->gain($row->scale);
        $visible = self::lightnessPerDeposit($row, $wash) * $grain * $deposit;
        $area = $washMap->columns * $washMap->rows * $washMap->pitchMm ** 2;
        $relative = 1 / sqrt(2 * $area / $row->scale->grain->independentMm ** 2);
        // Where paper and paint scatter alike, the difference of their squares is the less sure.
        $paperShare = $paper['s'] / $perAmount;
        // A curve of tone stretches the grains otherwise than it does the whole deposit.
        $key = $row->key;
        $paperRgb = $row->paper->rgb->toArray();
        $more = LinearRgb::fromArray(array_map(static fn (float $v, float $p): float => $p * (max(1e-3, $v) / $p) ** (1 + $row->scale->grain->toneStep / $deposit), $wash->rgb->toArray(), $paperRgb));
        $ofTone = $grain * ($claim?->spread(static function (array $colours) use ($key, $deposit, $row): float {
            [$here, $deeper, $bare] = array_map(static fn (LinearRgb $c): float => max(1e-4, $c->toArray()[$key]), $colours);

            return $deposit * log($here / $deeper) / $row->scale->grain->toneStep / max(0.1, log($bare / $here));
        }, [$wash->rgb, $more, $row->paper->rgb]) ?? 0.0);
        $uncertainty = sqrt($row->scale->grain->systematic ** 2 + $ofTone ** 2 + $sharpness->ofGrain($row->scale, $grain, $inLuminance) ** 2 + ($relative * $grain) ** 2 + (0.2 * $paperShare ** 2 / max($grain, $paperShare)) ** 2);
        $numbers = [
            'sPaint' => $paint['s'], 'sPaper' => $paper['s'], 'meanDeposit' => $paint['mean'], 'rmsDeltaL' => $visible,
            'keyChannel' => $row->keyName(), 'areaMm2' => $area, 'grainSizeMm' => self::size($row->scale, $paint['grains'], $washMap),
        ];
        $remarks = $visible < $row->scale->grain->visibleDl && $grain >= $row->scale->grain->classes['none'] ? ['present but hardly visible'] : [];
        if ($paint['uneven']) {
            $remarks[] = 'a backrun, bloom or streak crosses the wash; grain was read beside it';
        }
        if ($inLuminance) {
            $remarks[] = 'read from lightness, since the file’s compression thinned out its colours';
        }
        $rating = Rating::measured($row->scale, $row->row, $property, $grain, $uncertainty, $row->scale->grain->classes, $deposit, $remarks, $cells, $numbers, self::FORMULA);
        if ($sharpness->isSoft($row->scale)) {
            $highest = ($grain + $uncertainty) * (1 + $row->scale->grain->softLoss);

            return $rating->withClasses(
                Scale::classesWithin($row->scale->grain->classes, $grain - $uncertainty, $highest),
                Scale::classesWithin($row->scale->grain->classes, $grain - Scale::COVERAGE_95 * $uncertainty, $highest),
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
    private static function scatter(Scale $scale, GrainMap $map, float $paper): array
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
        [$fine, $coarse] = $scale->grain->bandMm;
        $grains = Gaussian::bandPass($deposit, $map->columns, $map->rows, $fine / $map->pitchMm, $coarse / $map->pitchMm, $scale->grain->stride);

        [$usual, $most] = self::usual($scale, $grains, $map);

        return ['s' => $usual, 'mean' => $sum / $count, 'grains' => $grains, 'uneven' => $most > $scale->grain->crossed * $usual + 0.02];
    }

    /**
     * Scatter that is usual over the place: the median over squares, so that a backrun that crosses some of them does not count as grain.
     *
     * @param list<float> $grains every second column and row of the map
     *
     * @return array{0: float, 1: float} and the most in any square
     */
    private static function usual(Scale $scale, array $grains, GrainMap $map): array
    {
        $columns = intdiv($map->columns + $scale->grain->stride - 1, $scale->grain->stride);
        $side = max(4, (int) round($scale->grain->blockMm / ($scale->grain->stride * $map->pitchMm)));
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
        $n = ($scale->grain->blockMm / $scale->grain->independentMm) ** 2;

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
    private static function size(Scale $scale, array $grains, GrainMap $map): float
    {
        $columns = intdiv($map->columns + $scale->grain->stride - 1, $scale->grain->stride);
        $pitch = $scale->grain->stride * $map->pitchMm;
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
