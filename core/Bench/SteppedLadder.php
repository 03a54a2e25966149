<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

use MarshTrial\Core\Card\Blocks;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Imaging\CellReading;
use MarshTrial\Core\Optics\Deposit;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\RatingStatus;

/** Separate steps mixed from counted drops: clear steps, and tinting strength. */
final class SteppedLadder
{
    public const STEPS_FORMULA = 'steps that differ by dE00 5 or more from the last one counted, full strength being the first';

    public const STRENGTH_FORMULA = 'slope of the deposit against the share of paint in the mixture, at the low end and through the origin, in the key channel';

    public static function clearSteps(RowReadings $row): Rating
    {
        $property = 'stepped gradation';
        $steps = $row->fields(CellRole::Ladder);
        $cells = $row->cellIds(CellRole::Ladder);
        if (! $row->isPainted($steps[0] ?? null)) {
            return Rating::without($row->scale, $row->row, $property, RatingStatus::NotTested, 'Nothing was painted in the ladder’s window.', $cells);
        }
        $fault = self::fault($row, $steps);
        if ($fault !== null) {
            return Rating::without($row->scale, $row->row, $property, RatingStatus::Undecidable, $fault, $cells);
        }
        $differences = [];
        for ($i = 1; $i < count($steps); $i++) {
            $differences[] = Difference::ciede2000($steps[$i - 1]->lab, $steps[$i]->lab);
        }
        $u = hypot($row->scale->steps->systematicDe, M_SQRT2 * max(array_map(Gradation::scatter(...), $steps)));
        $clear = self::count($steps, $row->scale->steps->clear);
        $least = self::count($steps, $row->scale->steps->clear + $u);
        $most = self::count($steps, $row->scale->steps->clear - $u);
        $toPaper = Difference::ciede2000($steps[count($steps) - 1]->lab, $row->paper->lab);
        $lost = $toPaper < $row->scale->steps->paleEndLost;
        $words = array_keys(Gradation::counts());
        $between = array_slice($words, min($least, $most) - 1, abs($most - $least) + 1);

        return Rating::measured(
            $row->scale, $row->row, $property, (float) $clear, abs($most - $least) / 2, [], null, $lost ? ['the pale end is lost: it cannot be told from the paper'] : [], $cells,
            ['clearSteps' => $clear, 'ofSteps' => count($steps), 'neighboursDE00' => $differences, 'paleEndDE00ToPaper' => $toPaper, 'paleEndLost' => $lost],
            self::STEPS_FORMULA,
        )->withPossible($between);
    }

    public static function strength(RowReadings $row): Rating
    {
        $property = 'strength';
        $steps = $row->fields(CellRole::Ladder);
        $cells = $row->cellIds(CellRole::Ladder);
        if (! $row->isPainted($steps[0] ?? null)) {
            return Rating::without($row->scale, $row->row, $property, RatingStatus::NotTested, 'Nothing was painted in the ladder’s window.', $cells);
        }
        $fault = self::fault($row, $steps);
        if ($fault !== null) {
            return Rating::without($row->scale, $row->row, $property, RatingStatus::Undecidable, $fault, $cells);
        }
        $shares = Blocks\SteppedLadder::concentrations(count($steps));
        $byChannel = array_map(static fn (int $channel): ?array => InitialSlope::slope($row->scale, self::places($row, $steps, $shares, $channel), self::share($row, $steps, $channel)), [0, 1, 2]);
        $own = $byChannel[(int) $row->key];
        $numbers = [
            'keyChannel' => $row->keyName(), 'shares' => $shares,
            'deposits' => array_map($row->keyDeposit(...), $steps),
            'slopes' => array_map(static fn (?array $s): ?array => $s === null ? null : [$s['slope'], $s['uncertainty']], $byChannel),
            'places' => $own['places'] ?? 0, 'fall' => $own['fall'] ?? null,
        ];
        if ($own === null) {
            return Rating::without($row->scale, $row->row, $property, RatingStatus::NotReached, sprintf('Strength needs two steps with a deposit from %.1f to %.1f; this ladder is too dark or too pale.', $row->scale->depths->least, $row->scale->strength->lowEnd), $cells, $numbers, self::STRENGTH_FORMULA);
        }

        return Rating::measured($row->scale, $row->row, $property, $own['slope'], $own['uncertainty'], [], null, $own['places'] < 3 ? ['from two steps only'] : [], $cells, $numbers, self::STRENGTH_FORMULA);
    }

    /** @param list<CellReading> $steps */
    private static function fault(RowReadings $row, array $steps): ?string
    {
        return Order::fault($row->scale, array_map(static fn (CellReading $r): ?float => $row->depositOf($r)->largest(), $steps), false, 'step');
    }

    /**
     * How much a channel absorbs of what the key one does, from the step nearest reference depth.
     *
     * @param list<CellReading> $steps
     */
    private static function share(RowReadings $row, array $steps, int $channel): float
    {
        $best = null;
        foreach ($steps as $step) {
            $key = $row->keyDeposit($step);
            if ($key !== null && $key >= $row->scale->depths->least && ($best === null || abs($key - $row->scale->depths->reference) < abs($best[0] - $row->scale->depths->reference))) {
                $best = [$key, $row->depositOf($step)->in($channel)];
            }
        }

        return $best === null ? 1.0 : min(1.0, max(0.0, ($best[1] ?? $best[0]) / $best[0]));
    }

    /**
     * Steps that stand clear of the one counted before them, full strength being the first.
     *
     * @param list<CellReading> $steps
     */
    private static function count(array $steps, float $clear): int
    {
        $count = 1;
        $from = $steps[0];
        foreach ($steps as $step) {
            if (Difference::ciede2000($from->lab, $step->lab) >= $clear) {
                $count++;
                $from = $step;
            }
        }

        return $count;
    }

    /**
     * @param list<CellReading> $steps
     * @param list<float> $shares
     *
     * @return list<array{0: float, 1: float, 2: float}> share of paint, deposit, its uncertainty
     */
    private static function places(RowReadings $row, array $steps, array $shares, int $channel): array
    {
        $out = [];
        foreach ($steps as $i => $step) {
            $deposit = Deposit::of($step->rgb, $row->paper->rgb)->in($channel);
            if ($deposit !== null) {
                $out[] = [$shares[$i], $deposit, hypot($row->scale->strength->loadSpread * $deposit, RowReadings::depositScatter($step))];
            }
        }

        return $out;
    }
}
