<?php

declare(strict_types=1);

namespace MarshTrial\Core\Capture;

use MarshTrial\Core\Card\TargetSheet;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Imaging\Light;
use MarshTrial\Core\Imaging\Linear;
use MarshTrial\Core\Imaging\PictureFault;
use MarshTrial\Core\Imaging\PixelGrid;
use MarshTrial\Core\Imaging\PlacedPiece;
use MarshTrial\Core\Imaging\Resampler;

/** Fits a calibration to the patches of a target. */
final class TargetFit
{
    /** Patches weaker in colour than this are greys, and a tone curve needs so many. */
    private const GREY_CHROMA = 5.0;

    private const LEAST_GREYS = 4;

    private const LEAST_FOR_S = 8;

    /** A target that fits no better than this on the whole is another one than its reference file tells of, dE00 (own). */
    private const MOST_RESIDUAL = 4.5;

    /** A patch that disagrees by this many times the usual, and by so much, dE00, is dirty or was swapped; most such patches, as a share (own). */
    private const ODD = [5.0, 4.0];

    private const MOST_ODD = 0.12;

    /** Agreement that tells which way round a target lies (own). */
    private const CLEAR = 0.8;

    /** Groups that are left out by turns. */
    private const FOLDS = 10;

    /**
     * Mean linear device value of every patch, light evened out.
     *
     * @return list<array{0: float, 1: float, 2: float}>
     *
     * @throws PictureFault when a patch is cut off or at the end of the scale
     */
    public static function read(PixelGrid $picture, PlacedPiece $placed, TargetSheet $sheet, ?Light $light): array
    {
        $resampler = new Resampler(new PixelGrid($picture->data, $picture->width, $picture->height, $picture->bytesPerSample, calibrated: [$picture->tables, null]), $placed->placement, $light);
        $out = [];
        for ($i = 0; $i < $sheet->count(); $i++) {
            $patch = $resampler->points($sheet->patch($i, TargetSheet::READ_MM), 0.25);
            $means = [];
            foreach ([$patch->r, $patch->g, $patch->b] as $c => $values) {
                sort($values);
                $n = count($values);
                // Saturated: the end of the scale, whatever the light makes of it.
                $local = $light?->at($sheet->patch($i)->centre()->x, $sheet->patch($i)->centre()->y)[$c] ?? 1.0;
                if ($values[intdiv($n, 2)] * $local >= 0.985 * max($picture->tables[$c])) {
                    throw PictureFault::saturatedPatch(self::placeOf($sheet, $i));
                }
                // Dust lies in the tails.
                $kept = array_slice($values, (int) (0.1 * $n), (int) (0.8 * $n));
                $means[] = array_sum($kept) / count($kept);
            }
            $out[] = [$means[0], $means[1], $means[2]];
        }

        return $out;
    }

    /**
     * @param list<array{0: float, 1: float, 2: float}> $device linear values of the patches
     * @param list<Lab> $reference as many, for D65
     *
     * @throws CoreException when the target is another one or lies the wrong way round
     */
    public static function target(array $device, array $reference, TargetSheet $sheet): Calibration
    {
        if (count($device) !== count($reference)) {
            throw new CoreException(sprintf('The reference file tells of %d patches and the target in the picture has %d.', count($reference), count($device)));
        }
        $agreement = self::agreement($device, $reference);
        foreach (self::turned($device, $sheet) as $how => $other) {
            if (self::agreement($other, $reference) > max(self::CLEAR, $agreement + 0.2)) {
                throw new CoreException("The target lies $how against its reference file. Mount it the other way round, or list the patches row by row from the corner with the ring.");
            }
        }
        [$calibration, $odd] = [self::fitted($device, $reference), []];
        // Patches that disagree are looked for anew without those found before: one that is far off bends all others.
        for ($round = 0; $round < 3; $round++) {
            $found = self::oddOnes($calibration, $device, $reference);
            if ($found === [] || count($found) > self::MOST_ODD * count($reference) || array_keys($found) === array_keys($odd)) {
                break;
            }
            $odd = $found;
            $calibration = self::fitted(array_values(array_diff_key($device, $odd)), array_values(array_diff_key($reference, $odd)));
        }
        if ($odd !== []) {
            $calibration = $calibration->remarking(array_map(static fn (int $i, float $off): string => sprintf('the patch in %s disagrees with its reference by dE00 %.0f and was left out: dirty, or swapped with another', self::placeOf($sheet, $i), $off), array_keys($odd), $odd));
        }
        if ($agreement < 0.5 || $calibration->meanResidual() > self::MOST_RESIDUAL) {
            throw new CoreException(sprintf('The target does not agree with its reference file (patches differ by dE00 %.1f on the whole). Is it the file of this target?', $calibration->meanResidual()));
        }

        return $calibration;
    }

    /**
     * @param list<array{0: float, 1: float, 2: float}> $device
     * @param list<Lab> $reference
     */
    private static function fitted(array $device, array $reference): Calibration
    {
        [$tone, $darkest] = self::tone($device, $reference);
        $bent = self::bent($device, $tone, $darkest);

        return new Calibration(CalibrationKind::Target, sprintf('colour target of %d patches in the picture', count($reference)), $tone, self::matrix($bent, $reference), self::crossChecked($bent, $reference), null, [], $darkest);
    }

    /**
     * Patches that disagree with all others.
     *
     * @param list<array{0: float, 1: float, 2: float}> $device
     * @param list<Lab> $reference
     *
     * @return array<int, float> by how much, dE00
     */
    private static function oddOnes(Calibration $calibration, array $device, array $reference): array
    {
        $off = array_map(static fn (array $d, Lab $true): float => Difference::ciede2000($true, $calibration->colourOf($d)), $device, $reference);
        $sorted = $off;
        sort($sorted);
        $limit = max(self::ODD[1], self::ODD[0] * $sorted[intdiv(count($sorted), 2)]);

        return array_filter($off, static fn (float $o): bool => $o > $limit);
    }

    /**
     * Greys only: the tone curve, channel by channel; the matrix stays the picture's own.
     *
     * @param list<array{0: float, 1: float, 2: float}> $device
     * @param list<Lab> $reference
     */
    public static function wedge(array $device, array $reference, PixelGrid $picture): Calibration
    {
        if (count($reference) < 1 || count($device) < count($reference)) {
            throw new CoreException(sprintf('The wedge in the picture has %d patches; values are given for %d.', count($device), count($reference)));
        }
        $device = array_slice($device, 0, count($reference));
        if (self::agreement($device, $reference) < 0.8 && count($reference) > 2) {
            throw new CoreException('The wedge does not run as its values do. Give the values from the side of the ring, row by row.');
        }
        [$tone, $darkest] = self::tone($device, $reference, true);
        // White stays white through the picture's own matrix.
        $columns = Calibration::asTold($picture)->columns;
        $residuals = [];
        foreach (self::bent($device, $tone, $darkest) as $i => $d) {
            $residuals[] = self::residual($reference[$i], $columns, $d);
        }

        return new Calibration(CalibrationKind::Wedge, sprintf('grey wedge of %d patches in the picture', count($reference)), $tone, $columns, $residuals, null, [], $darkest);
    }

    /**
     * Tone curves from the greys; one that only scales where there are too few.
     *
     * @param list<array{0: float, 1: float, 2: float}> $device
     * @param list<Lab> $reference
     *
     * @return array{0: list<list<float>>, 1: float} and the darkest value they were fitted to
     */
    private static function tone(array $device, array $reference, bool $allAreGrey = false): array
    {
        $greys = array_keys(array_filter($reference, static fn (Lab $l): bool => $allAreGrey || ($l->chroma() < self::GREY_CHROMA && $l->l > 8)));
        $tone = [];
        $darkest = 1.0;
        foreach ([0, 1, 2] as $c) {
            $rows = $values = $weights = [];
            foreach ($greys as $i) {
                $wanted = $reference[$i]->toXyz()->toLinearRgb()->toArray()[$c];
                if ($device[$i][$c] > 1e-4 && $wanted > 1e-4) {
                    $x = log($device[$i][$c]);
                    $rows[] = [1.0, $x, $x * $x, $x ** 3];
                    $values[] = log($wanted);
                    // Errors of the logarithm count as the eye sees them.
                    $weights[] = $wanted ** (2 / 3);
                    $darkest = min($darkest, $device[$i][$c]);
                }
            }
            if (count($rows) < self::LEAST_GREYS) {
                $gain = $values === [] ? 0.0 : array_sum(array_map(static fn (float $v, array $r): float => $v - $r[1], $values, $rows)) / count($values);
                $tone[] = [$gain, 1.0, 0.0];
            } else {
                // A curve in the shape of an S takes a third power, and greys enough to tell it.
                $tone[] = Linear::leastSquares(count($rows) < self::LEAST_FOR_S ? array_map(static fn (array $r): array => array_slice($r, 0, 3), $rows) : $rows, $values, $weights, 1e-4);
            }
        }

        return [$tone, $darkest];
    }

    /**
     * @param list<array{0: float, 1: float, 2: float}> $device
     * @param list<list<float>> $tone
     *
     * @return list<array{0: float, 1: float, 2: float}>
     */
    private static function bent(array $device, array $tone, float $darkest): array
    {
        return array_map(static fn (array $d): array => [Calibration::curve($tone[0], $d[0], $darkest), Calibration::curve($tone[1], $d[1], $darkest), Calibration::curve($tone[2], $d[2], $darkest)], $device);
    }

    /**
     * The matrix that leaves the least differences in L*a*b*, strong colours counting less as they do to the eye: least squares first, then
     * Gauss-Newton.
     *
     * @param list<array{0: float, 1: float, 2: float}> $device
     * @param list<Lab> $reference
     *
     * @return list<array{0: float, 1: float, 2: float}> columns
     */
    private static function matrix(array $device, array $reference): array
    {
        $columns = [[], [], []];
        foreach ([0, 1, 2] as $c) {
            $wanted = array_map(static fn (Lab $l): float => $l->toXyz()->toLinearRgb()->toArray()[$c], $reference);
            $weights = array_map(static fn (Lab $l): float => 1 / (0.02 + $l->toXyz()->y) ** 1.3, $reference);
            foreach (Linear::leastSquares($device, $wanted, $weights, 1e-9) as $d => $v) {
                $columns[$d][$c] = $v;
            }
        }
        for ($round = 0; $round < 3; $round++) {
            $rows = $values = [];
            foreach ($device as $i => $d) {
                $wanted = $reference[$i];
                $stretch = 1 / (1 + 0.045 * $wanted->chroma());
                $at = static fn (array $columns): array => Calibration::through($columns, $d)->toLab()->toArray();
                $now = $at($columns);
                $slopes = [];
                for ($k = 0; $k < 9; $k++) {
                    $moved = $columns;
                    $moved[intdiv($k, 3)][$k % 3] += 1e-4;
                    $then = $at($moved);
                    $slopes[] = [($then[0] - $now[0]) / 1e-4, ($then[1] - $now[1]) / 1e-4, ($then[2] - $now[2]) / 1e-4];
                }
                foreach ([1.0, $stretch, $stretch] as $axis => $w) {
                    $rows[] = array_map(static fn (array $s): float => $w * $s[$axis], $slopes);
                    $values[] = $w * ($wanted->toArray()[$axis] - $now[$axis]);
                }
            }
            foreach (Linear::leastSquares($rows, $values, null, 1e-3) as $k => $change) {
                $columns[intdiv($k, 3)][$k % 3] += $change;
            }
        }

        return array_map(static fn (array $c): array => [$c[0], $c[1], $c[2]], $columns);
    }

    /**
     * How wrong every patch is when it does not help to make the matrix.
     *
     * @param list<array{0: float, 1: float, 2: float}> $device
     * @param list<Lab> $reference
     *
     * @return list<array{lab: array{0: float, 1: float, 2: float}, dE00: float}>
     */
    private static function crossChecked(array $device, array $reference): array
    {
        $out = [];
        for ($fold = 0; $fold < self::FOLDS; $fold++) {
            $kept = array_filter(array_keys($device), static fn (int $i): bool => $i % self::FOLDS !== $fold);
            $columns = self::matrix(array_values(array_map(static fn (int $i): array => $device[$i], $kept)), array_values(array_map(static fn (int $i): Lab => $reference[$i], $kept)));
            foreach ($device as $i => $d) {
                if ($i % self::FOLDS === $fold) {
                    $out[$i] = self::residual($reference[$i], $columns, $d);
                }
            }
        }
        ksort($out);

        return array_values($out);
    }

    /**
     * @param list<array{0: float, 1: float, 2: float}> $columns
     * @param array{0: float, 1: float, 2: float} $toned
     *
     * @return array{lab: array{0: float, 1: float, 2: float}, dE00: float}
     */
    private static function residual(Lab $true, array $columns, array $toned): array
    {
        return ['lab' => $true->toArray(), 'dE00' => Difference::ciede2000($true, Calibration::through($columns, $toned)->toLab())];
    }

    /**
     * Correlation of lightness and of the two colour differences between picture and reference, the least of them.
     *
     * @param list<array{0: float, 1: float, 2: float}> $device
     * @param list<Lab> $reference
     */
    private static function agreement(array $device, array $reference): float
    {
        $seen = array_map(static fn (array $d): array => [log($d[0] + $d[1] + $d[2] + 1e-3), log($d[0] + 1e-3) - log($d[1] + 1e-3), log($d[2] + 1e-3) - log($d[1] + 1e-3)], $device);
        $told = array_map(static function (Lab $l): array {
            [$r, $g, $b] = array_map(static fn (float $v): float => max(0.0, $v) + 1e-3, $l->toXyz()->toLinearRgb()->toArray());

            return [log($r + $g + $b), log($r) - log($g), log($b) - log($g)];
        }, $reference);
        $least = 1.0;
        foreach ([0, 1, 2] as $k) {
            [$x, $y] = [array_column($seen, $k), array_column($told, $k)];
            [$mx, $my] = [array_sum($x) / count($x), array_sum($y) / count($y)];
            $xy = $xx = $yy = 0.0;
            foreach ($x as $i => $v) {
                $xy += ($v - $mx) * ($y[$i] - $my);
                $xx += ($v - $mx) ** 2;
                $yy += ($y[$i] - $my) ** 2;
            }
            // A wedge has no colour to agree on.
            if ($yy / count($y) > 0.01) {
                $least = min($least, $xy / sqrt(max(1e-12, $xx * $yy)));
            }
        }

        return $least;
    }

    /**
     * The patches as they would be read if the target lay otherwise.
     *
     * @param list<array{0: float, 1: float, 2: float}> $device
     *
     * @return array<string, list<array{0: float, 1: float, 2: float}>>
     */
    private static function turned(array $device, TargetSheet $sheet): array
    {
        [$columns, $rows] = [$sheet->columns, $sheet->rows];
        $by = static fn (callable $index): array => array_map(static fn (int $i): array => $device[$index(intdiv($i, $columns), $i % $columns)], range(0, count($device) - 1));

        return [
            'upside down' => array_reverse($device),
            'mirrored from left to right' => $by(static fn (int $r, int $c): int => $r * $columns + $columns - 1 - $c),
            'mirrored from top to bottom' => $by(static fn (int $r, int $c): int => ($rows - 1 - $r) * $columns + $c),
        ];
    }

    private static function placeOf(TargetSheet $sheet, int $i): string
    {
        return sprintf('row %d, column %d', intdiv($i, $sheet->columns) + 1, $i % $sheet->columns + 1);
    }
}
