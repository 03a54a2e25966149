<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

use MarshTrial\Core\Capture\Claim;
use MarshTrial\Core\Card\CellId;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Imaging\CellReading;
use MarshTrial\Core\Rating\Ladder;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\RatingStatus;
use MarshTrial\Core\Rating\Scale;

/** How much light comes from the paint's own body, from the stroke along the black line. */
final class Transparency
{
    /** Kind of a specimen that is held against the limits for white and very pale paint, and what is said of it. */
    public const PALE = 'pale';

    public const PALE_REMARK = 'white or very pale: judged as applied';

    public const FORMULA = 'R0 = (P Rb − K Rw) / (P − K − K P (Rw − Rb)) per channel, the surface light g taken off all four; body = R0_Y / Y_w at deposit 0.92';

    public const TWO_LINES = self::FORMULA.', from the line under the paint and its bare ends, scaled to deposit 0.92';

    /**
     * @param float $contrast how far the picture's contrast may be off, as an exponent's standard deviation
     * @param Claim|null $claim what the device may have changed; null: it was calibrated
     */
    public static function rate(RowReadings $row, SurfaceLight $surface, float $contrast = 0.0, ?Claim $claim = null): Rating
    {
        $property = 'transparency';
        if ($row->line === null) {
            return $row->key === null ? self::unpainted($row->scale, $row->row) : Rating::without($row->scale, $row->row, $property, RatingStatus::NotReached, 'The black line was not found in the stroke’s window; it must run through the window and show on both sides of the paint.');
        }
        $bodies = self::bodies($row, $surface, $contrast, $claim);
        // A white leaves the paper as it is and shows on the line alone.
        if ($row->key === null && $bodies[0]['body'] < max($row->scale->body->leastWhite, 3 * $bodies[0]['uncertainty'])) {
            return self::unpainted($row->scale, $row->row);
        }
        $cells = array_merge(...array_map(static fn (array $b): array => $b['cells'], $bodies));
        $masstone = $row->steps[0];
        $channels = $masstone->deposit->channels;
        $lab = $masstone->onPaper->lab;
        $ink = self::inkOf($row->bareLine);
        $numbers = [
            'contrastRatioAtMasstone' => ($masstone->onBlack->rgb ?? $masstone->onPaper->rgb)->luminance() / $masstone->onPaper->rgb->luminance(),
            'surfaceLight' => $surface->light, 'uncertaintyOfSurfaceLight' => $surface->uncertainty, 'inkMirrorsMoreBy' => $surface->inkAbove,
            'ink' => $ink[0]->toArray(),
            'inkSpread' => $ink[1],
            'paper' => $row->paper->rgb->toArray(),
            'lineWidthMm' => $row->line->widthMm,
            'uncertaintyOfContrast' => $contrast,
            'byDepth' => array_map(static fn (array $b): array => array_diff_key($b, ['cells' => 0]), $bodies),
        ];
        if ($lab->chroma() < $row->scale->body->blackChroma && $lab->l < $row->scale->body->blackLightness
            && min(array_map(static fn (?float $d): float => $d ?? INF, $channels)) > 1) {
            return Rating::without($row->scale, $row->row, $property, RatingStatus::Undecidable, 'This is a black: a black line cannot judge a black.', $cells, $numbers, self::FORMULA);
        }
        if ($ink[0]->luminance() > $row->scale->body->paleLine * $row->paper->rgb->luminance()) {
            return Rating::without($row->scale, $row->row, $property, RatingStatus::Undecidable, sprintf('The line reflects %d %% of what the paper does: too pale to tell what a paint adds to it. Rule it again with a waterproof black.', round(100 * $ink[0]->luminance() / $row->paper->rgb->luminance())), $cells, $numbers, self::FORMULA);
        }
        $remarks = array_sum(array_column($bodies, 'negative')) > count($bodies) / 2 ? ['binder or gloss darkens the line'] : [];
        if ($surface->apart) {
            $remarks[] = sprintf('this paint shines over the line (%.3f of white more than the others mirror); taken off', max(0.0, -$surface->inkAbove));
        }
        $deepest = $row->key === null ? 0.0 : max(array_map(static fn (array $b): float => $b['deposit'] ?? INF, $bodies));
        if ($deepest < $row->scale->body->paleMasstone) {
            return Rating::measured($row->scale, $row->row, $property, $bodies[0]['body'], $bodies[0]['uncertainty'], $row->scale->body->paleClasses, $bodies[0]['deposit'], [...$remarks, self::PALE_REMARK], $cells, $numbers, self::FORMULA)->ofKind(self::PALE);
        }
        if ($deepest < $row->scale->depths->reference * (1 - $row->scale->depths->extrapolation)) {
            $scale = $row->scale->depths->reference / $deepest;

            return Rating::measured($row->scale, $row->row, $property, $bodies[0]['body'] * $scale, $bodies[0]['uncertainty'] * $scale, $row->scale->body->classes, $row->scale->depths->reference, [...$remarks, sprintf('scaled from deposit %.2f', $deepest)], $cells, $numbers, self::FORMULA);
        }
        $at = Ladder::at($row->scale, $row->scale->depths->reference, array_values(array_filter($bodies, static fn (array $b): bool => $b['deposit'] !== null)), ['body', 'uncertainty']);
        if ($at === null) {
            return Rating::without($row->scale, $row->row, $property, RatingStatus::NotReached, 'No part of the stroke comes near reference depth (deposit 0.92).', $cells, $numbers, self::FORMULA);
        }

        return Rating::measured($row->scale, $row->row, $property, $at['body'], $at['uncertainty'], $row->scale->body->classes, $row->scale->depths->reference, $remarks, $cells, $numbers, self::FORMULA);
    }

    private static function unpainted(Scale $scale, int $row): Rating
    {
        return Rating::without($scale, $row, 'transparency', RatingStatus::NotTested, 'Nothing was painted in the stroke’s window.');
    }

    /**
     * Body at every step of the stroke.
     *
     * @return non-empty-list<array{step: int, deposit: float|null, body: float, uncertainty: float, negative: int, cells: list<string>}>
     */
    public static function bodies(RowReadings $row, SurfaceLight $surface, float $contrast = 0.0, ?Claim $claim = null): array
    {
        [$ink, $inkSpread] = self::inkOf($row->bareLine);
        $out = [];
        foreach ($row->steps as $step) {
            if ($step->onBlack === null) {
                continue;
            }
            [$body, $uncertainty] = self::body($row->scale, $step->onPaper->rgb, $step->onBlack->rgb, $ink, $inkSpread, $row->paper->rgb, $surface, $contrast, $claim);
            $out[] = [
                'step' => $step->step,
                'deposit' => $row->key === null ? $step->deposit->largest() : $step->deposit->in($row->key),
                'body' => $body,
                'uncertainty' => $uncertainty,
                'negative' => $body < -$uncertainty ? 1 : 0,
                'cells' => [...CellId::besideLine($row->row, $step->step), CellId::onLine($row->row, $step->step)],
            ];
        }

        return $out === [] ? [['step' => 0, 'deposit' => null, 'body' => 0.0, 'uncertainty' => 0.0, 'negative' => 0, 'cells' => []]] : $out;
    }

    /** The two-line school: one line under the paint, one over it. Every line is held against its own bare ends, since two pens are never alike. */
    public static function twoLines(RowReadings $row, SurfaceLight $surface, float $contrast = 0.0, ?Claim $claim = null): Rating
    {
        $property = 'two-line transparency';
        $cells = array_map(static fn (CellRole $role): string => CellId::of($row->row, $role), [CellRole::UnderPainted, CellRole::OverPainted, CellRole::BetweenLines]);
        $paint = $row->first(CellRole::BetweenLines);
        if ($paint === null || ! $row->isPainted($paint)) {
            return Rating::without($row->scale, $row->row, $property, RatingStatus::NotTested, 'Nothing was painted between the two lines.', $cells);
        }
        [$under, $over] = [$row->first(CellRole::UnderPainted), $row->first(CellRole::OverPainted)];
        if ($under === null || $over === null) {
            return Rating::without($row->scale, $row->row, $property, RatingStatus::NotReached, 'One of the two lines was not found; both must run through the window and show on both sides of the paint.', $cells);
        }
        $deposit = $row->keyDeposit($paint);
        [$bareUnder, $spread] = self::inkOf($row->fields(CellRole::UnderBare) ?: [$over]);
        [$bareOver] = self::inkOf($row->fields(CellRole::OverBare) ?: [$over]);
        [$body, $uncertainty] = self::body($row->scale, $paint->rgb, $under->rgb, $bareUnder, $spread, $row->paper->rgb, $surface, $contrast, $claim);
        $numbers = [
            'body' => $body, 'deposit' => $deposit, 'underLine' => $under->rgb->toArray(), 'overLine' => $over->rgb->toArray(), 'bareUnderLine' => $bareUnder->toArray(), 'bareOverLine' => $bareOver->toArray(),
            'lineOnLineDE00' => Difference::ciede2000($under->lab, $over->lab), 'bareLinesDE00' => Difference::ciede2000($bareUnder->toLab(), $bareOver->toLab()), 'surfaceLight' => $surface->light,
        ];
        $remarks = $numbers['bareLinesDE00'] > 3 ? [sprintf('the two pens differ by dE00 %.1f; each line is held against its own bare ends', $numbers['bareLinesDE00'])] : [];

        return self::scaled($row, $property, [$body, $uncertainty], $deposit, $bareUnder, $remarks, $cells, $numbers);
    }

    /** A black line that happens to run under paint of one depth, bare at one end: in a swatch of any time. */
    public static function overLine(RowReadings $row, SurfaceLight $surface, float $contrast = 0.0, ?Claim $claim = null): Rating
    {
        $cells = array_map(static fn (string $name): string => CellId::named($row->row, $name), ['under-bare', 'under-painted', 'beside-line-1', 'beside-line-2']);
        [$paint, $under] = [$row->first(CellRole::BetweenLines), $row->first(CellRole::UnderPainted)];
        if ($paint === null || $under === null || ! $row->isPainted($paint)) {
            return Rating::without($row->scale, $row->row, 'transparency', RatingStatus::NotReached, 'Beside the line lies too little paint to tell what shows through it.', $cells);
        }
        [$ink, $spread] = self::inkOf($row->fields(CellRole::UnderBare));
        $told = self::body($row->scale, $paint->rgb, $under->rgb, $ink, $spread, $row->paper->rgb, $surface, $contrast, $claim);
        $deposit = $row->keyDeposit($paint);
        $lab = $paint->lab;
        if ($lab->chroma() < $row->scale->body->blackChroma && $lab->l < $row->scale->body->blackLightness) {
            return Rating::without($row->scale, $row->row, 'transparency', RatingStatus::Undecidable, 'This is a black: a black line cannot judge a black.', $cells);
        }

        return self::scaled($row, 'transparency', $told, $deposit, $ink, [], $cells, ['body' => $told[0], 'deposit' => $deposit, 'underLine' => $under->rgb->toArray(), 'bareUnderLine' => $ink->toArray(), 'surfaceLight' => $surface->light]);
    }

    /**
     * A body that was read at one depth, carried to reference depth.
     *
     * @param array{0: float, 1: float} $told body and its uncertainty
     * @param list<string> $remarks
     * @param list<string> $cells
     * @param array<string, float|int|string|null|list<float>> $numbers
     */
    private static function scaled(RowReadings $row, string $property, array $told, ?float $deposit, LinearRgb $bareLine, array $remarks, array $cells, array $numbers): Rating
    {
        [$body, $uncertainty] = $told;
        [$least, $most] = $row->scale->body->twoLineDepths;
        if ($bareLine->luminance() > $row->scale->body->paleLine * $row->paper->rgb->luminance()) {
            return Rating::without($row->scale, $row->row, $property, RatingStatus::Undecidable, 'The line under the paint is too pale to tell what a paint adds to it.', $cells, $numbers, self::TWO_LINES, $body);
        }
        if ($deposit === null || $deposit < $least || $deposit > $most) {
            return Rating::without($row->scale, $row->row, $property, RatingStatus::NotReached, sprintf('The paint beside the line has a deposit of %s; a class needs %.1f to %.1f.', $deposit === null ? 'more than can be read' : sprintf('%.2f', $deposit), $least, $most), $cells, $numbers, self::TWO_LINES, $body);
        }
        $scale = $row->scale->depths->reference / $deposit;

        return Rating::measured(
            $row->scale, $row->row, $property, $body * $scale, hypot($uncertainty * $scale, $row->scale->body->twoLineScaling * abs($scale - 1) * $body), $row->scale->body->classes, $row->scale->depths->reference,
            [sprintf('scaled from deposit %.2f', $deposit), ...$body < -$uncertainty ? ['binder or gloss darkens the line'] : [], ...$remarks], $cells, $numbers, self::TWO_LINES,
        );
    }

    /**
     * Light from the paint's own body in one place, as a share of its luminance over paper.
     *
     * @return array{0: float, 1: float} body, which errors may make negative, and its uncertainty
     */
    private static function body(Scale $scale, LinearRgb $onPaper, LinearRgb $onBlack, LinearRgb $ink, float $inkSpread, LinearRgb $bare, SurfaceLight $surface, float $contrast, ?Claim $claim): array
    {
        $of = static function (float $g, float $ofInk, LinearRgb $onPaper, LinearRgb $onBlack, LinearRgb $ink, LinearRgb $bare): float {
            $own = [0.0, 0.0, 0.0];
            [$whites, $blacks, $inks, $papers] = [$onPaper->toArray(), $onBlack->toArray(), $ink->toArray(), $bare->toArray()];
            for ($c = 0; $c < 3; $c++) {
                [$rw, $rb, $k, $p] = [$whites[$c] - $g, $blacks[$c] - $g, max(0.0, $inks[$c] - $ofInk), $papers[$c] - $g];
                $own[$c] = ($p * $rb - $k * $rw) / max(1e-3, $p - $k - $k * $p * ($rw - $rb));
            }

            return LinearRgb::fromArray($own)->luminance() / max(1e-3, $onPaper->luminance());
        };
        $at = static fn (float $g, float $ofInk): float => $of($g, $ofInk, $onPaper, $onBlack, $ink, $bare);
        $ofInk = $surface->light + $surface->inkAbove;
        $body = $at($surface->light, $ofInk);
        $ofTone = $claim?->spread(
            static fn (array $c): float => $of($c[0]->g, $c[1]->g, $c[2], $c[3], $c[4], $c[5]),
            [new LinearRgb($surface->light, $surface->light, $surface->light), new LinearRgb($ofInk, $ofInk, $ofInk), $onPaper, $onBlack, $ink, $bare],
        ) ?? 0.0;
        $yWhite = max(1e-3, $onPaper->luminance());
        $share = $yWhite / max(1e-3, $bare->luminance());
        [$relative, $reading] = $scale->body->systematic;

        return [$body, sqrt(
            // What is uncertain about the surface moves paint and ink together.
            ($at($surface->light + $surface->uncertainty, $ofInk + $surface->uncertainty) - $body) ** 2
            // Ink may mirror otherwise than paint.
            + ($at($surface->light, $ofInk + $surface->inkUncertainty) - $body) ** 2
            + $ofTone ** 2 + ($inkSpread * $share / $yWhite) ** 2 + ($reading / $yWhite) ** 2 + ($relative * $body) ** 2
            // An exponent that is off moves what is dark against what is light.
            + ($body * $contrast * abs(log(max(1e-3, $body)))) ** 2,
        )];
    }

    /**
     * Mean of the bare line and the spread of its luminance: between its two ends, or along them where that is larger.
     *
     * @param list<CellReading> $bareLine
     *
     * @return array{0: LinearRgb, 1: float}
     */
    public static function inkOf(array $bareLine): array
    {
        $mean = CellReading::pool($bareLine ?: throw new \LogicException('A found line has bare ends.'));
        $ys = array_map(static fn (CellReading $r): float => $r->rgb->luminance(), $bareLine);
        $lightness = max(8.0, $mean->lab->l);
        $alongY = 3 * (($lightness + 16) / 116) ** 2 / 116 * $mean->labSpread[0];

        return [$mean->rgb, max((max($ys) - min($ys)) / 2, $alongY)];
    }
}
