<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

use MarshTrial\Core\Capture\Claim;
use MarshTrial\Core\Capture\Uncertainty;
use MarshTrial\Core\Card\Blocks;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Imaging\CellReading;

/** What a graded stroke from full strength to the palest says: clear steps, whether the pale end holds, and how the hue moves. */
final class Gradation
{
    private const STEPS_FORMULA = 'one plus the number of successive intervals of dE00 5 along the stroke, from full strength to the pale end';

    private const TWO_TONE_FORMULA = 'hue angle of the tint (where the key deposit is 0.3, or nearest to it) minus hue angle of the masstone';

    /** What the stroke's length is uncertain by, dE00, beyond the scatter of the cells at its ends (own, simulated). */
    public const SYSTEMATIC_DE = 0.2;

    /** Hue of a place, degrees, beyond the scatter of its cell (own, simulated). */
    private const SYSTEMATIC_HUE_DEG = 0.3;

    /** Places between two sampled ones at which the stroke is looked up. */
    private const FINE = 40;

    /** @param Claim|null $claim what the device may have changed; null: it was calibrated */
    public static function clearSteps(RowReadings $row, ?Claim $claim = null): Rating
    {
        $property = 'gradation';
        $cells = self::cells($row);
        if (! self::isPainted($row)) {
            return Rating::without($row->row, $property, RatingStatus::NotTested, 'Nothing was painted along the line.', $cells);
        }
        $fault = Order::fault(array_map(static fn (StrokeStep $s): ?float => $s->deposit->largest(), $row->steps), false, 'place');
        if ($fault !== null) {
            return Rating::without($row->row, $property, RatingStatus::Undecidable, $fault, $cells);
        }
        $path = array_map(static fn (StrokeStep $s): LinearRgb => $s->onPaper->rgb, $row->steps);
        $value = self::walk($path);
        $last = $row->steps[count($row->steps) - 1]->onPaper;
        $toPaper = Difference::ciede2000($last->lab, $row->paper->lab);
        $lost = $toPaper < BenchScale::PALE_END_LOST;
        // What happens between moves marks along the stroke; only its two ends make it longer or shorter.
        $first = $row->steps[0]->onPaper;
        $ofCalibration = hypot(
            Uncertainty::ofDifference($first->lab, $last->lab, max($first->shared, $last->shared)),
            $claim?->spread(self::lengthOf(...), $path) ?? 0.0,
        );
        $uncertainty = hypot(hypot(self::SYSTEMATIC_DE, $ofCalibration), hypot(self::scatter($first), self::scatter($last))) / BenchScale::CLEAR_STEP;
        $remarks = $lost ? ['the pale end is lost: it cannot be told from the paper'] : [];
        if ($first->isBeyond()) {
            $remarks[] = 'at least: the full strength is more vivid than the picture’s colours reach';
        }

        return Rating::measured(
            $row->row, $property, $value, $uncertainty, self::counts(), null, $remarks, $cells,
            ['clearSteps' => (int) floor($value), 'lastIntervalShare' => $value - floor($value), 'paleEndDE00ToPaper' => $toPaper, 'paleEndLost' => $lost, 'fullStrengthDeposit' => $row->key === null ? null : $row->steps[0]->deposit->in($row->key), 'uncertaintyOfCalibrationDE00' => $ofCalibration],
            self::STEPS_FORMULA,
        );
    }

    /** @param Claim|null $claim what the device may have changed; null: it was calibrated */
    public static function twoTone(RowReadings $row, ?Claim $claim = null): Rating
    {
        $property = 'two-tone';
        $cells = self::cells($row);
        if (! self::isPainted($row)) {
            return Rating::without($row->row, $property, RatingStatus::NotTested, 'Nothing was painted along the line.', $cells);
        }
        $masstone = $row->steps[0]->onPaper;
        [$tint, $deposit, $nearest] = self::tint($row);
        if (min($masstone->lab->chroma(), $tint->chroma()) < BenchScale::LEAST_CHROMA) {
            return Rating::without($row->row, $property, RatingStatus::NotReached, sprintf('Masstone or tint has too little chroma (below %.0f) for a hue to be spoken of.', BenchScale::LEAST_CHROMA), $cells, ['masstoneChroma' => $masstone->lab->chroma(), 'tintChroma' => $tint->chroma()]);
        }
        $turn = $masstone->lab->hueTurnTo($tint);
        $ofCalibration = hypot(
            Uncertainty::ofTurnDeg($masstone->lab, $tint, max($masstone->shared, $nearest->shared)),
            $claim?->spread(static fn (array $c): float => $c[0]->toLab()->hueTurnTo($c[1]->toLab()), [$masstone->rgb, $tint->toXyz()->toLinearRgb()]) ?? 0.0,
        );
        $uncertainty = sqrt(2 * self::SYSTEMATIC_HUE_DEG ** 2 + self::hueScatter($masstone, $masstone->lab) ** 2 + self::hueScatter($nearest, $tint) ** 2 + $ofCalibration ** 2);

        $remarks = abs($turn) < 2 * $uncertainty ? ['no turn of hue can be told'] : [];
        if ($masstone->isBeyond()) {
            $remarks[] = 'the full strength is more vivid than the picture’s colours reach, and its hue less certain for it';
        }

        return Rating::measured(
            $row->row, $property, $turn, $uncertainty, [], $deposit, $remarks, $cells,
            ['masstoneHueDeg' => $masstone->lab->hueDeg(), 'tintHueDeg' => $tint->hueDeg(), 'masstoneChroma' => $masstone->lab->chroma(), 'tintChroma' => $tint->chroma(), 'towards' => Difference::between($masstone->lab, $tint)->words(), 'uncertaintyOfCalibrationDeg' => $ofCalibration],
            self::TWO_TONE_FORMULA,
        );
    }

    private static function isPainted(RowReadings $row): bool
    {
        return $row->isPainted($row->steps[0]->onPaper);
    }

    /**
     * Length of a path, dE00.
     *
     * @param non-empty-list<LinearRgb> $path
     */
    private static function lengthOf(array $path): float
    {
        $labs = array_map(static fn (LinearRgb $c): Lab => $c->toLab(), $path);

        return array_sum(array_map(Difference::ciede2000(...), array_slice($labs, 0, -1), array_slice($labs, 1)));
    }

    /**
     * @param list<LinearRgb> $path
     *
     * @return float one plus the intervals, the last of them as a share
     */
    private static function walk(array $path): float
    {
        $from = $path[0]->toLab();
        $end = $path[count($path) - 1]->toLab();
        $count = 0;
        for ($i = 1; $i < count($path); $i++) {
            for ($t = 1; $t <= self::FINE; $t++) {
                // Between two places the amount of paint changes evenly, so the logarithms of the channels do.
                $here = self::between($path[$i - 1], $path[$i], $t / self::FINE)->toLab();
                if (Difference::ciede2000($from, $here) >= BenchScale::CLEAR_STEP) {
                    $from = $here;
                    $count++;
                }
            }
        }

        return 1 + $count + min(0.999, Difference::ciede2000($from, $end) / BenchScale::CLEAR_STEP);
    }

    private static function between(LinearRgb $one, LinearRgb $other, float $t): LinearRgb
    {
        // A channel that is hardly there, or below nothing, has no logarithm to speak of.
        $mixed = array_map(static fn (float $a, float $b): float => min($a, $b) < 0.005 ? $a + $t * ($b - $a) : $a * ($b / $a) ** $t, $one->toArray(), $other->toArray());

        return new LinearRgb($mixed[0], $mixed[1], $mixed[2]);
    }

    /** @return array<string, float> a class for every count: "4 clear steps" holds from 4 to below 5 */
    public static function counts(): array
    {
        $limits = [];
        for ($n = 1; $n <= 30; $n++) {
            $limits[$n === 1 ? 'one step' : "$n clear steps"] = $n + 1.0;
        }

        return $limits;
    }

    /** @return array{0: Lab, 1: float|null, 2: CellReading} colour where the key deposit is 0.3, its deposit, and the reading nearest to it */
    private static function tint(RowReadings $row): array
    {
        $places = [];
        $nearest = $row->steps[0];
        $away = INF;
        foreach ($row->steps as $step) {
            $deposit = $row->key === null ? null : $step->deposit->in($row->key);
            if ($deposit === null) {
                continue;
            }
            [$l, $a, $b] = $step->onPaper->lab->toArray();
            $places[] = ['deposit' => $deposit, 'l' => $l, 'a' => $a, 'b' => $b];
            if (abs($deposit - BenchScale::TINT_DEPTH) < $away) {
                [$away, $nearest] = [abs($deposit - BenchScale::TINT_DEPTH), $step];
            }
        }
        $at = Ladder::at(BenchScale::TINT_DEPTH, $places, ['l', 'a', 'b']);

        return $at === null
            ? [$nearest->onPaper->lab, $row->key === null ? null : $nearest->deposit->in($row->key), $nearest->onPaper]
            : [new Lab($at['l'], $at['a'], $at['b']), BenchScale::TINT_DEPTH, $nearest->onPaper];
    }

    /** Standard error of a cell's mean colour, about dE. */
    public static function scatter(CellReading $reading): float
    {
        return sqrt(max(0.0, $reading->labCovariance[0][0] + $reading->labCovariance[1][1] + $reading->labCovariance[2][2]));
    }

    private static function hueScatter(CellReading $reading, Lab $at): float
    {
        return rad2deg(sqrt(max(0.0, $reading->labCovariance[1][1] + $reading->labCovariance[2][2]) / 2) / max(BenchScale::LEAST_CHROMA, $at->chroma()));
    }

    /** @return list<string> */
    private static function cells(RowReadings $row): array
    {
        $out = ["r$row->row-paper"];
        for ($step = 1; $step <= Blocks\GradedStroke::STEPS; $step++) {
            array_push($out, "r$row->row-stroke-$step-above", "r$row->row-stroke-$step-below");
        }

        return $out;
    }
}
