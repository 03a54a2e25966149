<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

use MarshTrial\Core\Card\CellId;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Imaging\Gaussian;
use MarshTrial\Core\Imaging\GrainMap;
use MarshTrial\Core\Optics\Deposit;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\RatingStatus;
use MarshTrial\Core\Rating\Scale;

/** What water does at an edge: how far a touch spreads in wet paper, and how softly an edge pulls out. */
final class WetEdge
{
    public const SPREAD_FORMULA = 'diameter of the circle as large as what has half the deposit of the middle or more; softness: from the circle of 80 % to that of 20 %';

    public const SOFTENED_FORMULA = 'distance over which the deposit falls from 80 to 20 % of the band’s, mean over the height of the place';

    /** Width over which a blurred step of sigma 1, and a step under a running mean of width 1, fall from 80 to 20 %. */
    private const STEP_BY_BLUR = 1.683;

    private const STEP_BY_MEAN = 0.6;

    public static function spread(RowReadings $row, ?GrainMap $map): Rating
    {
        $property = 'spread';
        $cells = [CellId::of($row->row, CellRole::WetSquare), CellId::of($row->row, CellRole::Paper)];
        $deposits = $map === null || $row->key === null ? [] : Deposit::ofMap($map->values, $row->paper->rgb->toArray()[$row->key]);
        if ($map === null || $deposits === [] || self::high($deposits) < $row->scale->depths->least) {
            return Rating::without($row->scale, $row->row, $property, RatingStatus::NotTested, 'Nothing was painted in the wet-in-wet square.', $cells);
        }
        $smooth = Gaussian::blur($deposits, $map->columns, $map->rows, $row->scale->water->sigmaMm / $map->pitchMm);
        $centre = self::centre($smooth, $map);
        // First from the very middle, then from all that surely lies inside the border.
        $middle = self::meanAround($deposits, $map, $centre, 1.0);
        $middle = self::meanAround($deposits, $map, $centre, max(1.0, 0.4 * self::radius($smooth, $map, 0.5 * $middle)));
        if (self::atBorder($smooth, $map, 0.5 * $middle) > $row->scale->water->cutOff) {
            return Rating::without($row->scale, $row->row, $property, RatingStatus::NotReached, 'The paint ran to the border of the square; its spread is larger than can be read there.', $cells, ['middleDeposit' => $middle], self::SPREAD_FORMULA);
        }
        $spread = 2 * self::radius($smooth, $map, 0.5 * $middle);
        $seen = self::radius($smooth, $map, 0.2 * $middle) - self::radius($smooth, $map, 0.8 * $middle);
        $softness = sqrt(max(0.0, $seen ** 2 - (self::STEP_BY_BLUR * $row->scale->water->sigmaMm) ** 2));
        $lopsided = self::longOverWide($smooth, $map, 0.5 * $middle);

        return Rating::measured(
            $row->scale, $row->row, $property, $spread, hypot(2 * $row->scale->water->systematicMm, 0.06 * $softness), [], $middle, $lopsided > $row->scale->water->lopsided ? ['spreads much further one way than the other'] : [], $cells,
            ['softnessMm' => $softness, 'uncertaintyOfSoftnessMm' => hypot($row->scale->water->systematicMm, 0.08 * $softness), 'longOverWide' => $lopsided, 'middleDeposit' => $middle, 'keyChannel' => $row->keyName()], self::SPREAD_FORMULA,
        );
    }

    public static function softened(RowReadings $row, ?GrainMap $map): Rating
    {
        $property = 'softened edge';
        $cells = [CellId::of($row->row, CellRole::SoftEdge), CellId::of($row->row, CellRole::Paper)];
        $deposits = $map === null || $row->key === null ? [] : Deposit::ofMap($map->values, $row->paper->rgb->toArray()[$row->key]);
        if ($map === null || $deposits === [] || self::high($deposits) < $row->scale->depths->least) {
            return Rating::without($row->scale, $row->row, $property, RatingStatus::NotTested, 'Nothing was painted in the window of the soft edge.', $cells);
        }
        $profile = [];
        for ($i = 0; $i < $map->columns; $i++) {
            $sum = 0.0;
            for ($j = 0; $j < $map->rows; $j++) {
                $sum += $deposits[$j * $map->columns + $i];
            }
            $profile[] = $sum / $map->rows;
        }
        // The band lies at the left end; its middle part is what the edge falls from.
        $band = array_slice($profile, 4, 24);
        sort($band);
        $level = $band[12];
        $fall = array_map(static fn (float $share): ?float => self::lastAbove($row->scale, $profile, $share * $level), [0.8, 0.2]);
        if ($level < $row->scale->depths->least || $fall[0] === null || $fall[1] === null) {
            return Rating::without($row->scale, $row->row, $property, RatingStatus::NotReached, 'The band is too pale, or its edge runs out of the window.', $cells, ['bandDeposit' => $level], self::SOFTENED_FORMULA);
        }
        $width = sqrt(max(0.0, ($fall[1] - $fall[0]) ** 2 - (self::STEP_BY_MEAN * (2 * $row->scale->water->smooth + 1) * $row->scale->water->pitchMm) ** 2));
        $rim = max(array_slice($profile, 24)) / $level - 1;
        $rating = Rating::measured(
            $row->scale, $row->row, $property, $width, hypot($row->scale->water->systematicMm, 0.08 * $width), $row->scale->water->softenedEdge, $level, [], $cells,
            ['bandDeposit' => $level, 'gradientPerMm' => 0.6 * $level / max($row->scale->water->pitchMm, $width), 'rimShare' => $rim, 'keyChannel' => $row->keyName()], self::SOFTENED_FORMULA,
        );

        return $rim < $row->scale->water->rim ? $rating : $rating->withClasses(['hard line'], ['hard line'], ['a darker rim stays where the edge was']);
    }

    /**
     * The deposit that the darkest thirtieth of the place exceeds: specks do not make paint.
     *
     * @param list<float> $deposits
     */
    private static function high(array $deposits): float
    {
        sort($deposits);

        return $deposits[(int) (0.967 * count($deposits))];
    }

    /**
     * Middle of what is clearly painted, in samples.
     *
     * @param list<float> $deposits
     *
     * @return array{0: float, 1: float}
     */
    private static function centre(array $deposits, GrainMap $map): array
    {
        $half = self::high($deposits) / 2;
        $x = $y = $n = 0.0;
        foreach ($deposits as $i => $d) {
            if ($d >= $half) {
                $x += $i % $map->columns;
                $y += intdiv($i, $map->columns);
                $n++;
            }
        }

        return [$x / $n, $y / $n];
    }

    /**
     * Mean within a distance of the middle.
     *
     * @param list<float> $deposits
     * @param array{0: float, 1: float} $centre
     */
    private static function meanAround(array $deposits, GrainMap $map, array $centre, float $reachMm): float
    {
        $sum = $n = 0.0;
        foreach ($deposits as $i => $d) {
            if (hypot($i % $map->columns - $centre[0], intdiv($i, $map->columns) - $centre[1]) <= $reachMm / $map->pitchMm) {
                $sum += $d;
                $n++;
            }
        }

        return $sum / max(1.0, $n);
    }

    /**
     * Radius of the circle as large as what has a deposit or more, mm.
     *
     * @param list<float> $deposits
     */
    private static function radius(array $deposits, GrainMap $map, float $level): float
    {
        return sqrt(count(array_filter($deposits, static fn (float $d): bool => $d >= $level)) / M_PI) * $map->pitchMm;
    }

    /**
     * Share of the outermost samples that have a deposit or more.
     *
     * @param list<float> $deposits
     */
    private static function atBorder(array $deposits, GrainMap $map, float $level): float
    {
        $over = $n = 0;
        foreach ($deposits as $i => $d) {
            [$x, $y] = [$i % $map->columns, intdiv($i, $map->columns)];
            if ($x === 0 || $y === 0 || $x === $map->columns - 1 || $y === $map->rows - 1) {
                $n++;
                $over += $d >= $level ? 1 : 0;
            }
        }

        return $over / max(1, $n);
    }

    /**
     * Length over width of what has a deposit or more, from its second moments.
     *
     * @param list<float> $deposits
     */
    private static function longOverWide(array $deposits, GrainMap $map, float $level): float
    {
        $n = $x = $y = $xx = $yy = $xy = 0.0;
        foreach ($deposits as $i => $d) {
            if ($d >= $level) {
                [$u, $v] = [$i % $map->columns, intdiv($i, $map->columns)];
                [$n, $x, $y, $xx, $yy, $xy] = [$n + 1, $x + $u, $y + $v, $xx + $u * $u, $yy + $v * $v, $xy + $u * $v];
            }
        }
        if ($n < 3) {
            return 1.0;
        }
        [$a, $b, $c] = [$xx / $n - ($x / $n) ** 2, $yy / $n - ($y / $n) ** 2, $xy / $n - $x * $y / $n ** 2];
        $turn = hypot(($a - $b) / 2, $c);

        return sqrt((($a + $b) / 2 + $turn) / max(1e-9, ($a + $b) / 2 - $turn));
    }

    /**
     * Distance of the last place that is above a level, mm; null where the profile ends above it.
     *
     * @param list<float> $profile
     */
    private static function lastAbove(Scale $scale, array $profile, float $level): ?float
    {
        $smooth = self::runningMean($scale, $profile);
        for ($i = count($smooth) - 1; $i > 0; $i--) {
            if ($smooth[$i] < $level && $smooth[$i - 1] >= $level) {
                return $scale->water->pitchMm * ($i - 1 + ($smooth[$i - 1] - $level) / ($smooth[$i - 1] - $smooth[$i]));
            }
            if ($smooth[$i] >= $level) {
                return null;
            }
        }

        return null;
    }

    /**
     * @param list<float> $profile
     *
     * @return list<float>
     */
    private static function runningMean(Scale $scale, array $profile): array
    {
        $out = [];
        foreach (array_keys($profile) as $i) {
            $part = array_slice($profile, max(0, $i - $scale->water->smooth), min($i, $scale->water->smooth) + $scale->water->smooth + 1);
            $out[] = array_sum($part) / count($part);
        }

        return $out;
    }
}
