<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

use MarshTrial\Core\Card\CellId;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Imaging\Gaussian;
use MarshTrial\Core\Imaging\GrainMap;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\RatingStatus;
use MarshTrial\Core\Rating\Scale;

/** How evenly a flat wash lies at the scale of streaks and blooms, and which way its streaks run. Grain does not count: what scatters like grain at a finer scale is taken off. */
final class Evenness
{
    public const FORMULA = 'mottle = sqrt(max(0, s_paint² − s_grain² − s_paper²)) / mean deposit; s after taking a plane away and a blur that leaves what is wider than 1.5 mm; s_grain what the measured grain leaves of it, by its size';

    /**
     * @param GrainMap|null $washMap the wash in the row's key channel at 0.5 mm
     * @param GrainMap|null $paperMap the bare paper likewise
     * @param Rating|null $granulation the wash's grain, where it was measured
     */
    public static function rate(RowReadings $row, ?GrainMap $washMap, ?GrainMap $paperMap, ?Rating $granulation = null): Rating
    {
        $property = 'evenness';
        $cells = [CellId::of($row->row, CellRole::Wash), CellId::of($row->row, CellRole::Paper)];
        $wash = $row->first(CellRole::Wash);
        if ($wash === null || $row->key === null || $washMap === null || $paperMap === null || ! $row->isPainted($wash)) {
            return Rating::without($row->scale, $row->row, $property, RatingStatus::NotTested, 'Nothing was painted in the wash’s window.', $cells);
        }
        $deposit = $row->keyDeposit($wash);
        if ($deposit === null) {
            return Rating::without($row->scale, $row->row, $property, RatingStatus::NotReached, 'The wash is so dark that its amount of paint cannot be read.', $cells);
        }
        $bare = $row->paper->rgb->toArray()[$row->key];
        [$paintAsIs, $paperAsIs] = [self::deposit($washMap, $bare), self::deposit($paperMap, $bare)];
        $paint = self::smoothed($row->scale, $paintAsIs, $washMap);
        $paper = self::smoothed($row->scale, $paperAsIs, $paperMap);
        [$ofGrain, $known] = $granulation?->value === null
            ? [$row->scale->blotch->leftOfSteps * max(0.0, self::ofSteps($paintAsIs, $washMap->columns) - self::ofSteps($paperAsIs, $paperMap->columns)), $row->scale->blotch->stepsKnown]
            : [self::ofGrain($row->scale, $granulation, $deposit), $row->scale->blotch->grainKnown];
        $ofGrain = min(self::variance($paint), $ofGrain);
        $blotch = sqrt(max(0.0, self::variance($paint) - $ofGrain - self::variance($paper))) / $deposit;
        $area = $washMap->columns * $washMap->rows * $washMap->pitchMm ** 2;
        $uncertainty = sqrt($row->scale->blotch->systematic ** 2 + ($blotch / sqrt(2 * $area / $row->scale->blotch->independentMm ** 2)) ** 2 + ($known * $ofGrain / $deposit / max($row->scale->blotch->systematic * $deposit, sqrt(self::variance($paint)))) ** 2);
        // Streaks are wider than blooms and grains: a further blur leaves them standing.
        $wide = Gaussian::blur($paint, $washMap->columns, $washMap->rows, $row->scale->blotch->streakSigmaMm / $washMap->pitchMm);
        [$directionDeg, $coherence] = self::direction($wide, $washMap->columns, $washMap->rows);
        $streaked = $coherence >= $row->scale->blotch->streakCoherence && $blotch >= $row->scale->blotch->classes['even'];

        return Rating::measured(
            $row->scale, $row->row, $property, $blotch, $uncertainty, $row->scale->blotch->classes, $deposit,
            $streaked ? [sprintf('streaks at %.0f degrees to the row', $directionDeg)] : [], $cells,
            ['sPaint' => sqrt(self::variance($paint)), 'sPaper' => sqrt(self::variance($paper)), 'sGrain' => sqrt($ofGrain), 'meanDeposit' => $deposit, 'streaked' => $streaked, 'streakDirectionDeg' => $directionDeg, 'coherence' => $coherence],
            self::FORMULA,
        );
    }

    /** @return list<float> */
    private static function deposit(GrainMap $map, float $bare): array
    {
        return array_map(static fn (float $v): float => -log(max(1e-4, $v) / $bare), $map->values);
    }

    /**
     * Half the mean square of steps from place to place along the rows: the variance of what changes within the pitch, as grains do and blooms do not.
     *
     * @param list<float> $deposit
     */
    private static function ofSteps(array $deposit, int $columns): float
    {
        $square = $count = 0;
        foreach ($deposit as $i => $v) {
            if ($i % $columns > 0) {
                $square += ($v - $deposit[$i - 1]) ** 2;
                $count++;
            }
        }

        return $count === 0 ? 0.0 : $square / $count / 2;
    }

    /**
     * Deposit without its plane, blurred.
     *
     * @param list<float> $deposit
     *
     * @return list<float>
     */
    private static function smoothed(Scale $scale, array $deposit, GrainMap $map): array
    {
        return Gaussian::blur(self::withoutPlane($deposit, $map->columns, $map->rows), $map->columns, $map->rows, $scale->blotch->sigmaMm / $map->pitchMm);
    }

    /** Variance of the deposit that grains leave after the blur: the more the larger they are. */
    private static function ofGrain(Scale $scale, ?Rating $granulation, float $deposit): float
    {
        if ($granulation?->value === null || $granulation->uncertainty === null) {
            return 0.0;
        }
        [[$small, $least], [$large, $most]] = $scale->blotch->grainLeft;
        $size = $granulation->numbers['grainSizeMm'] ?? $small;
        $share = max($least, min($most, $least + ($size - $small) / ($large - $small) * ($most - $least)));

        return $share * ($granulation->value * $deposit) ** 2;
    }

    /**
     * Least squares over an even grid: its two slopes follow each by itself.
     *
     * @param list<float> $values
     *
     * @return list<float>
     */
    private static function withoutPlane(array $values, int $columns, int $rows): array
    {
        $mean = array_sum($values) / count($values);
        $cx = ($columns - 1) / 2;
        $cy = ($rows - 1) / 2;
        $sx = $sy = 0.0;
        foreach ($values as $i => $v) {
            $sx += ($i % $columns - $cx) * $v;
            $sy += (intdiv($i, $columns) - $cy) * $v;
        }
        $slopeX = $columns < 2 ? 0.0 : $sx / ($rows * $columns * ($columns ** 2 - 1) / 12);
        $slopeY = $rows < 2 ? 0.0 : $sy / ($columns * $rows * ($rows ** 2 - 1) / 12);
        foreach ($values as $i => $v) {
            $values[$i] = $v - $mean - $slopeX * ($i % $columns - $cx) - $slopeY * (intdiv($i, $columns) - $cy);
        }

        return $values;
    }

    /** @param list<float> $values */
    private static function variance(array $values): float
    {
        return array_sum(array_map(static fn (float $v): float => $v * $v, $values)) / count($values);
    }

    /**
     * Which way lines run, from the structure tensor of the map: degrees from the row's direction, 0 to below 180, and how much of
     * the change goes one way (0 none, 1 all).
     *
     * @param list<float> $values
     *
     * @return array{0: float, 1: float}
     */
    private static function direction(array $values, int $columns, int $rows): array
    {
        $xx = $yy = $xy = 0.0;
        for ($y = 1; $y < $rows - 1; $y++) {
            for ($x = 1; $x < $columns - 1; $x++) {
                $at = $y * $columns + $x;
                $gx = $values[$at + 1] - $values[$at - 1];
                $gy = $values[$at + $columns] - $values[$at - $columns];
                $xx += $gx * $gx;
                $yy += $gy * $gy;
                $xy += $gx * $gy;
            }
        }
        $across = rad2deg(0.5 * atan2(2 * $xy, $xx - $yy));
        $coherence = $xx + $yy > 0 ? hypot($xx - $yy, 2 * $xy) / ($xx + $yy) : 0.0;

        return [fmod($across + 270, 180), $coherence];
    }
}
