<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

use MarshTrial\Core\Capture\Claim;
use MarshTrial\Core\Capture\Uncertainty;
use MarshTrial\Core\Card\Blocks;
use MarshTrial\Core\Card\CellId;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Imaging\CellReading;
use MarshTrial\Core\Rating\Ladder;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\RatingStatus;
use MarshTrial\Core\Rating\Scale;

/** What a graded stroke from full strength to the palest says: clear steps, whether the pale end holds, and how the hue moves. */
final class Gradation
{
    public const STEPS_FORMULA = 'one plus the number of successive intervals of dE00 5 along the stroke, from full strength to the pale end';

    public const TWO_TONE_FORMULA = 'hue angle of the tint (where the key deposit is 0.3, or nearest to it) minus hue angle of the masstone';

    /** @param Claim|null $claim what the device may have changed; null: it was calibrated */
    public static function clearSteps(RowReadings $row, ?Claim $claim = null): Rating
    {
        $property = 'gradation';
        $cells = self::cells($row);
        if (! self::isPainted($row)) {
            return Rating::without($row->scale, $row->row, $property, RatingStatus::NotTested, 'Nothing was painted along the line.', $cells);
        }
        $fault = Order::fault($row->scale, array_map(static fn (StrokeStep $s): ?float => $s->deposit->largest(), $row->steps), false, 'place');
        if ($fault !== null) {
            return Rating::without($row->scale, $row->row, $property, RatingStatus::Undecidable, $fault, $cells);
        }
        $path = array_map(static fn (StrokeStep $s): LinearRgb => $s->onPaper->rgb, $row->steps);
        $value = self::walk($row->scale, $path);
        $last = $row->steps[count($row->steps) - 1]->onPaper;
        $toPaper = Difference::ciede2000($last->lab, $row->paper->lab);
        $lost = $toPaper < $row->scale->steps->paleEndLost;
        // What happens between moves marks along the stroke; only its two ends make it longer or shorter.
        $first = $row->steps[0]->onPaper;
        $ofCalibration = hypot(
            Uncertainty::ofDifference($first->lab, $last->lab, max($first->shared, $last->shared)),
            $claim?->spread(self::lengthOf(...), $path) ?? 0.0,
        );
        $uncertainty = hypot(hypot($row->scale->steps->systematicDe, $ofCalibration), hypot(self::scatter($first), self::scatter($last))) / $row->scale->steps->clear;
        $remarks = $lost ? ['the pale end is lost: it cannot be told from the paper'] : [];
        if ($first->isBeyond()) {
            $remarks[] = 'at least: the full strength is more vivid than the picture’s colours reach';
        }

        return Rating::measured(
            $row->scale, $row->row, $property, $value, $uncertainty, self::counts(), null, $remarks, $cells,
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
            return Rating::without($row->scale, $row->row, $property, RatingStatus::NotTested, 'Nothing was painted along the line.', $cells);
        }
        $masstone = $row->steps[0]->onPaper;
        [$tint, $deposit, $nearest] = self::tint($row);
        if (min($masstone->lab->chroma(), $tint->chroma()) < $row->scale->steps->leastChroma) {
            return Rating::without($row->scale, $row->row, $property, RatingStatus::NotReached, sprintf('Masstone or tint has too little chroma (below %.0f) for a hue to be spoken of.', $row->scale->steps->leastChroma), $cells, ['masstoneChroma' => $masstone->lab->chroma(), 'tintChroma' => $tint->chroma()]);
        }
        $turn = $masstone->lab->hueTurnTo($tint);
        $ofCalibration = hypot(
            Uncertainty::ofTurnDeg($masstone->lab, $tint, max($masstone->shared, $nearest->shared)),
            $claim?->spread(static fn (array $c): float => $c[0]->toLab()->hueTurnTo($c[1]->toLab()), [$masstone->rgb, $tint->toXyz()->toLinearRgb()]) ?? 0.0,
        );
        $uncertainty = sqrt(2 * $row->scale->steps->systematicHueDeg ** 2 + self::hueScatter($row->scale, $masstone, $masstone->lab) ** 2 + self::hueScatter($row->scale, $nearest, $tint) ** 2 + $ofCalibration ** 2);

        $remarks = abs($turn) < 2 * $uncertainty ? ['no turn of hue can be told'] : [];
        if ($masstone->isBeyond()) {
            $remarks[] = 'the full strength is more vivid than the picture’s colours reach, and its hue less certain for it';
        }

        return Rating::measured(
            $row->scale, $row->row, $property, $turn, $uncertainty, [], $deposit, $remarks, $cells,
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
    private static function walk(Scale $scale, array $path): float
    {
        $from = $path[0]->toLab();
        $end = $path[count($path) - 1]->toLab();
        $count = 0;
        for ($i = 1; $i < count($path); $i++) {
            for ($t = 1; $t <= $scale->steps->between; $t++) {
                // Between two places the amount of paint changes evenly, so the logarithms of the channels do.
                $here = self::between($path[$i - 1], $path[$i], $t / $scale->steps->between)->toLab();
                if (Difference::ciede2000($from, $here) >= $scale->steps->clear) {
                    $from = $here;
                    $count++;
                }
            }
        }

        return 1 + $count + min(0.999, Difference::ciede2000($from, $end) / $scale->steps->clear);
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
            if (abs($deposit - $row->scale->depths->tint) < $away) {
                [$away, $nearest] = [abs($deposit - $row->scale->depths->tint), $step];
            }
        }
        $at = Ladder::at($row->scale, $row->scale->depths->tint, $places, ['l', 'a', 'b']);

        return $at === null
            ? [$nearest->onPaper->lab, $row->key === null ? null : $nearest->deposit->in($row->key), $nearest->onPaper]
            : [new Lab($at['l'], $at['a'], $at['b']), $row->scale->depths->tint, $nearest->onPaper];
    }

    /** Standard error of a cell's mean colour, about dE. */
    public static function scatter(CellReading $reading): float
    {
        return sqrt(max(0.0, $reading->labCovariance[0][0] + $reading->labCovariance[1][1] + $reading->labCovariance[2][2]));
    }

    private static function hueScatter(Scale $scale, CellReading $reading, Lab $at): float
    {
        return rad2deg(sqrt(max(0.0, $reading->labCovariance[1][1] + $reading->labCovariance[2][2]) / 2) / max($scale->steps->leastChroma, $at->chroma()));
    }

    /** @return list<string> */
    private static function cells(RowReadings $row): array
    {
        $out = [CellId::of($row->row, CellRole::Paper)];
        for ($step = 1; $step <= Blocks\GradedStroke::STEPS; $step++) {
            array_push($out, ...CellId::besideLine($row->row, $step));
        }

        return $out;
    }
}
