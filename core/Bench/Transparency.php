<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Imaging\CellReading;

/** How much light comes from the paint's own body, from the stroke along the black line. */
final class Transparency
{
    private const FORMULA = 'V = (Rb − F) − (K − F)(Rw − F)/(P − F) per channel, F = 0.7 × darkest place of the card; body = V_Y / Y_w at deposit 0.92';

    private const TWO_LINES = 'V = (Ra − F) − (Rb − F)(Rw − F)/(P − F) per channel: Ra the line under the paint, Rb the line over it, F = 0.7 × darkest place of the card; body = V_Y / Y_w, scaled to deposit 0.92';

    /**
     * @param array{0: float, 1: float, 2: float} $darkest smallest value per channel over the card's black line, bare or painted
     * @param float $contrast how far the picture's contrast may be off, as an exponent's standard deviation
     */
    public static function rate(RowReadings $row, array $darkest, float $contrast = 0.0): Rating
    {
        $property = 'transparency';
        if ($row->line === null) {
            return $row->key === null ? self::unpainted($row->row) : Rating::without($row->row, $property, RatingStatus::NotReached, 'The black line was not found in the stroke’s window; it must run through the window and show on both sides of the paint.');
        }
        $bodies = self::bodies($row, $darkest, $contrast);
        // A white leaves the paper as it is and shows on the line alone.
        if ($row->key === null && $bodies[0]['body'] < max(BenchScale::LEAST_WHITE, 3 * $bodies[0]['uncertainty'])) {
            return self::unpainted($row->row);
        }
        $cells = array_merge(...array_map(static fn (array $b): array => $b['cells'], $bodies));
        $masstone = $row->steps[0];
        $channels = $masstone->deposit->channels;
        $lab = $masstone->onPaper->lab;
        $contrast = ($masstone->onBlack->rgb ?? $masstone->onPaper->rgb)->luminance() / $masstone->onPaper->rgb->luminance();
        $ink = self::inkOf($row->bareLine);
        $numbers = [
            'contrastRatioAtMasstone' => $contrast,
            'floor' => array_map(static fn (float $v): float => BenchScale::FLOOR_SHARE * $v, $darkest),
            'ink' => $ink[0]->toArray(),
            'inkSpread' => $ink[1],
            'paper' => $row->paper->rgb->toArray(),
            'lineWidthMm' => $row->line->widthMm,
            'uncertaintyOfContrast' => $contrast,
            'byDepth' => array_map(static fn (array $b): array => array_diff_key($b, ['cells' => 0]), $bodies),
        ];
        if ($lab->chroma() < BenchScale::BLACK_CHROMA && $lab->l < BenchScale::BLACK_LIGHTNESS
            && min(array_map(static fn (?float $d): float => $d ?? INF, $channels)) > 1) {
            return Rating::without($row->row, $property, RatingStatus::Undecidable, 'This is a black: a black line cannot judge a black.', $cells, $numbers, self::FORMULA);
        }
        $remarks = array_sum(array_column($bodies, 'negative')) > count($bodies) / 2 ? ['binder or gloss darkens the line'] : [];
        $deepest = $row->key === null ? 0.0 : max(array_map(static fn (array $b): float => $b['deposit'] ?? INF, $bodies));
        if ($deepest < BenchScale::PALE_MASSTONE) {
            return Rating::measured($row->row, $property, $bodies[0]['body'], $bodies[0]['uncertainty'], BenchScale::TRANSPARENCY_PALE, $bodies[0]['deposit'], [...$remarks, 'white or very pale: judged as applied'], $cells, $numbers, self::FORMULA);
        }
        if ($deepest < BenchScale::REFERENCE_DEPTH * (1 - BenchScale::EXTRAPOLATION)) {
            $scale = BenchScale::REFERENCE_DEPTH / $deepest;

            return Rating::measured($row->row, $property, $bodies[0]['body'] * $scale, $bodies[0]['uncertainty'] * $scale, BenchScale::TRANSPARENCY, BenchScale::REFERENCE_DEPTH, [...$remarks, sprintf('scaled from deposit %.2f', $deepest)], $cells, $numbers, self::FORMULA);
        }
        $at = Ladder::at(BenchScale::REFERENCE_DEPTH, array_values(array_filter($bodies, static fn (array $b): bool => $b['deposit'] !== null)), ['body', 'uncertainty']);
        if ($at === null) {
            return Rating::without($row->row, $property, RatingStatus::NotReached, 'No part of the stroke comes near reference depth (deposit 0.92).', $cells, $numbers, self::FORMULA);
        }

        return Rating::measured($row->row, $property, $at['body'], $at['uncertainty'], BenchScale::TRANSPARENCY, BenchScale::REFERENCE_DEPTH, $remarks, $cells, $numbers, self::FORMULA);
    }

    private static function unpainted(int $row): Rating
    {
        return Rating::without($row, 'transparency', RatingStatus::NotTested, 'Nothing was painted in the stroke’s window.');
    }

    /**
     * Body at every step of the stroke.
     *
     * @param array{0: float, 1: float, 2: float} $darkest
     *
     * @return non-empty-list<array{step: int, deposit: float|null, body: float, uncertainty: float, negative: int, cells: list<string>}>
     */
    public static function bodies(RowReadings $row, array $darkest, float $contrast = 0.0): array
    {
        [$ink, $inkSpread] = self::inkOf($row->bareLine);
        $out = [];
        foreach ($row->steps as $step) {
            if ($step->onBlack === null) {
                continue;
            }
            [$light, $body, $uncertainty] = self::body($step->onPaper->rgb, $step->onBlack->rgb, $ink, $inkSpread, $row->paper->rgb, $darkest, $contrast);
            $out[] = [
                'step' => $step->step,
                'deposit' => $row->key === null ? $step->deposit->largest() : $step->deposit->in($row->key),
                'body' => $body,
                'uncertainty' => $uncertainty,
                'negative' => $light < 0 ? 1 : 0,
                'cells' => ["r$row->row-stroke-$step->step-above", "r$row->row-stroke-$step->step-below", "r$row->row-stroke-$step->step-black"],
            ];
        }

        return $out === [] ? [['step' => 0, 'deposit' => null, 'body' => 0.0, 'uncertainty' => 0.0, 'negative' => 0, 'cells' => []]] : $out;
    }

    /**
     * The two-line school: one line under the paint, one over it. The line over the paint stands for black without any paint on it.
     *
     * @param array{0: float, 1: float, 2: float} $darkest smallest value per channel over the card's black lines
     */
    public static function twoLines(RowReadings $row, array $darkest, float $contrast = 0.0): Rating
    {
        $property = 'two-line transparency';
        $cells = array_map(static fn (CellRole $role): string => "r$row->row-$role->value", [CellRole::UnderPainted, CellRole::OverPainted, CellRole::BetweenLines]);
        $paint = $row->first(CellRole::BetweenLines);
        if ($paint === null || ! $row->isPainted($paint)) {
            return Rating::without($row->row, $property, RatingStatus::NotTested, 'Nothing was painted between the two lines.', $cells);
        }
        $under = $row->first(CellRole::UnderPainted);
        $over = $row->first(CellRole::OverPainted);
        if ($under === null || $over === null) {
            return Rating::without($row->row, $property, RatingStatus::NotReached, 'One of the two lines was not found; both must run through the window and show on both sides of the paint.', $cells);
        }
        $deposit = $row->keyDeposit($paint);
        [$least, $most] = BenchScale::TWO_LINE_DEPTHS;
        [$light, $body, $uncertainty] = self::body($paint->rgb, $under->rgb, $over->rgb, self::inkOf([$over, ...$row->fields(CellRole::OverBare)])[1], $row->paper->rgb, $darkest, $contrast);
        $numbers = ['body' => $body, 'deposit' => $deposit, 'underLine' => $under->rgb->toArray(), 'overLine' => $over->rgb->toArray(), 'lineOnLineDE00' => Difference::ciede2000($under->lab, $over->lab)];
        if ($deposit === null || $deposit < $least || $deposit > $most) {
            return Rating::without($row->row, $property, RatingStatus::NotReached, sprintf('The paint between the lines has a deposit of %s; a class needs %.1f to %.1f.', $deposit === null ? 'more than can be read' : sprintf('%.2f', $deposit), $least, $most), $cells, $numbers, self::TWO_LINES, $body);
        }
        $scale = BenchScale::REFERENCE_DEPTH / $deposit;

        return Rating::measured(
            $row->row, $property, $body * $scale, hypot($uncertainty * $scale, BenchScale::TWO_LINE_SCALING * abs($scale - 1) * $body), BenchScale::TRANSPARENCY, BenchScale::REFERENCE_DEPTH,
            [sprintf('scaled from deposit %.2f', $deposit), ...$light < 0 ? ['binder or gloss darkens the line'] : []], $cells, $numbers, self::TWO_LINES,
        );
    }

    /**
     * Light from the paint's own body in one place.
     *
     * @param array{0: float, 1: float, 2: float} $darkest
     *
     * @return array{0: float, 1: float, 2: float} V in luminance (may be below zero), body and its uncertainty
     */
    private static function body(LinearRgb $onPaper, LinearRgb $onBlack, LinearRgb $ink, float $inkSpread, LinearRgb $bare, array $darkest, float $contrast): array
    {
        [$white, $black, $k, $paper] = [$onPaper->toArray(), $onBlack->toArray(), $ink->toArray(), $bare->toArray()];
        $own = [0.0, 0.0, 0.0];
        for ($c = 0; $c < 3; $c++) {
            $floor = BenchScale::FLOOR_SHARE * $darkest[$c];
            $own[$c] = ($black[$c] - $floor) - ($k[$c] - $floor) * ($white[$c] - $floor) / ($paper[$c] - $floor);
        }
        $light = LinearRgb::fromArray($own)->luminance();
        $yWhite = $onPaper->luminance();
        $share = $yWhite / $bare->luminance();
        $darkY = LinearRgb::fromArray($darkest)->luminance();

        $body = max(0.0, $light) / $yWhite;
        // An exponent that is off moves what is dark against what is light.
        $ofContrast = $body * $contrast * abs(log(max(1e-3, $body)));

        return [$light, $body, hypot(hypot($inkSpread * $share, (1 - BenchScale::FLOOR_SHARE) * $darkY * (1 - $share)) / $yWhite, $ofContrast)];
    }

    /**
     * Mean of the bare line and the spread of its luminance: between its two ends, or along them where that is larger.
     *
     * @param list<CellReading> $bareLine
     *
     * @return array{0: LinearRgb, 1: float}
     */
    private static function inkOf(array $bareLine): array
    {
        $mean = CellReading::pool($bareLine ?: throw new \LogicException('A found line has bare ends.'));
        $ys = array_map(static fn (CellReading $r): float => $r->rgb->luminance(), $bareLine);
        $lightness = max(8.0, $mean->lab->l);
        $alongY = 3 * (($lightness + 16) / 116) ** 2 / 116 * $mean->labSpread[0];

        return [$mean->rgb, max((max($ys) - min($ys)) / 2, $alongY)];
    }
}
