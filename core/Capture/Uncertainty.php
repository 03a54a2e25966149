<?php

declare(strict_types=1);

namespace MarshTrial\Core\Capture;

use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Imaging\CellReading;
use MarshTrial\Core\Imaging\Light;
use MarshTrial\Core\Imaging\PlacedPiece;
use MarshTrial\Core\Rating\Scale;

/** How sure the colour of a cell is: its own scatter, the light that was taken out, the place, and the calibration. */
final class Uncertainty
{
    /** What a standard deviation in three directions is multiplied with to hold 95 % of distances (own, simulated). */
    private const RANDOM_95 = 1.8;

    /** How far a cell may lie from where it was read, mm (own). */
    private const PLACE_MM = 0.12;

    /** How well the light at the target is known against that at the card, share (own, simulated). */
    private const TARGET_LIGHT = 0.008;

    /** What holds 95 % of errors over one standard deviation in each of three directions (chi, three degrees of freedom). */
    private const OF_THREE_95 = 2.8;

    /** Distance over which the calibration's error becomes another one, dE*ab (own, simulated). */
    private const ALIKE_DE = 20.0;

    /** What a doubted calibration may be wrong by, per dE00 by which paper and print look wrong (own). */
    private const OF_DOUBT = 1.6;

    /** Widening where the picture's quality is beyond a limit (own). */
    private const POOR = 1.5;

    public static function of(CellReading $reading, PlacedPiece $piece, CapturedPicture $captured): CellReading
    {
        $lab = $reading->lab;
        // Light that is a share too bright moves a colour along this line.
        $share = $captured->lights === [] ? 0.0 : $captured->light->uncertainty;
        $line = [($lab->l + 16) / 3 * $share, $lab->a / 3 * $share, $lab->b / 3 * $share];
        // Half of a cell's spread over half its width is about the slope of colour within it.
        $place = self::PLACE_MM + $piece->residualMm + ($captured->photo ? $piece->offByThreeMm($reading->area->centre()) : 0.0);
        $slope = array_map(static fn (float $s): float => $captured->photo ? $s * min(1.0, $place / (0.29 * max($reading->area->width, $reading->area->height))) : 0.0, $reading->labSpread);
        $covariance = $reading->labCovariance;
        for ($i = 0; $i < 3; $i++) {
            for ($j = 0; $j < 3; $j++) {
                $covariance[$i][$j] = ($covariance[$i][$j] + $line[$i] * $line[$j]) * ($captured->poor ? self::POOR ** 2 : 1.0);
            }
            $covariance[$i][$i] += $slope[$i] ** 2;
        }
        $chroma = 1 + 0.045 * $lab->chroma();
        $lightness = 1 + 0.015 * ($lab->l - 50) ** 2 / sqrt(20 + ($lab->l - 50) ** 2);
        $random = $covariance[0][0] / $lightness ** 2 + ($covariance[1][1] + $covariance[2][2]) / $chroma ** 2;
        // What all cells of the picture share: how light at the target compares with light at the card.
        $shared = $captured->photo && in_array($captured->calibration->kind, [CalibrationKind::Target, CalibrationKind::Wedge], true) ? self::TARGET_LIGHT : 0.0;
        $common = $shared ** 2 * ((($lab->l + 16) / 3 / $lightness) ** 2 + ($lab->chroma() / 3 / $chroma) ** 2);
        $wider = $captured->poor ? self::POOR : 1.0;

        return $reading->with($covariance, sqrt(self::RANDOM_95 ** 2 * ($random + $common) + ($wider * $captured->calibration->uncertainty95($lab)) ** 2 + (self::OF_DOUBT * $captured->doubt) ** 2), $wider * $captured->calibration->own95($lab) / self::OF_THREE_95);
    }

    /**
     * What the calibration adds to the difference between two colours of one picture: little where they are alike, since it errs alike there.
     *
     * @param float $shared dE00, see CellReading
     *
     * @return float one standard deviation, dE00
     */
    public static function ofDifference(Lab $one, Lab $two, float $shared): float
    {
        return $shared <= 0 ? 0.0 : $shared * sqrt(2 * (1 - exp(-(Difference::between($one, $two)->dE76() / self::ALIKE_DE) ** 2 / 2)));
    }

    /** The same in dE*ab. */
    public static function ofDifference76(Lab $one, Lab $two, float $shared): float
    {
        $difference = Difference::between($one, $two);

        return self::ofDifference($one, $two, $shared) * $difference->dE76() / max(1e-9, $difference->dE00());
    }

    /** What the calibration adds to the turn of hue between two colours that are not alike, degrees (one standard deviation). */
    public static function ofTurnDeg(Lab $one, Lab $two, float $shared): float
    {
        // One unit of dE00 across the hue is 1 + 0.015 C*ab of dE*ab, about.
        $turn = static fn (Lab $c): float => rad2deg((1 + 0.015 * $c->chroma()) / max(Scale::current()->steps->leastChroma, $c->chroma()));

        return self::ofDifference($one, $two, $shared) / M_SQRT2 * hypot($turn($one), $turn($two));
    }
}
