<?php

declare(strict_types=1);

namespace MarshTrial\Core\Measuring;

use MarshTrial\Core\Bench\BareWindows;
use MarshTrial\Core\Bench\Measure;
use MarshTrial\Core\Bench\RowMeter;
use MarshTrial\Core\Bench\RowReadings;
use MarshTrial\Core\Bench\RowUnderTest;
use MarshTrial\Core\Bench\SurfaceLight;
use MarshTrial\Core\Capture\Capture;
use MarshTrial\Core\Capture\CapturedPicture;
use MarshTrial\Core\Capture\PictureFacts;
use MarshTrial\Core\Capture\Uncertainty;
use MarshTrial\Core\Card\CardKind;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\Cell;
use MarshTrial\Core\Card\CellId;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Card\FadeCard;
use MarshTrial\Core\Card\OldStrip;
use MarshTrial\Core\Card\PocketFrame;
use MarshTrial\Core\Card\Protocol;
use MarshTrial\Core\Fading\FadeComparison;
use MarshTrial\Core\Fading\FadeFinding;
use MarshTrial\Core\Fading\FadeRow;
use MarshTrial\Core\Fading\HalfPair;
use MarshTrial\Core\Imaging\CellReader;
use MarshTrial\Core\Imaging\CellReading;
use MarshTrial\Core\Imaging\Median;
use MarshTrial\Core\Imaging\PictureFault;
use MarshTrial\Core\Imaging\PixelGrid;
use MarshTrial\Core\Imaging\QualityCheck;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\RatingStatus;
use MarshTrial\Core\Rating\Scale;
use MarshTrial\Core\Swatch\SwatchMeter;
use MarshTrial\Core\Swatch\SwatchReading;

/** Measures a card from its picture: places the pieces, reads every cell, derives the ratings. */
final readonly class CardMeasurer
{
    /** Version of the measuring code; goes with every measurement. */
    public const VERSION = 4;

    public function __construct(private Scale $scale) {}

    /**
     * @param Capture|null $capture what is known about how the picture was taken; null: nothing
     * @param CardMeasurement|null $first the fade card's reading before hanging
     * @param float|null $doseMlxh light behind the glass so far, 0 or more; null: not told
     * @param float $doseUncertainty standard deviation of its natural logarithm
     * @param (callable(string, float): void)|null $progress called with a sentence and the share done
     *
     * @throws PictureFault with one sentence when the picture cannot be measured
     */
    public function measure(PixelGrid $picture, CardLayout $layout, ?Capture $capture = null, ?CardMeasurement $first = null, ?float $doseMlxh = null, ?callable $progress = null, float $doseUncertainty = 0.0): CardMeasurement
    {
        $progress ??= static function (string $what, float $share): void {};
        $progress('Looking for the marks and the code', 0.05);
        $capture ??= new Capture;
        $captured = CapturedPicture::of($picture, $layout, $capture);
        $facts = self::facts($captured, $capture->jpeg);

        return match ($layout->kind) {
            CardKind::Property => $this->property($captured, $layout, $facts, $capture->jpeg, $progress),
            CardKind::Frame => $this->frame($captured, $layout, $facts, $progress),
            CardKind::Pocket => $this->pocket($captured, $layout, $facts, $capture, $progress),
            CardKind::Halves => $this->halves($captured, $layout, $facts, $capture, $doseMlxh, $progress, $doseUncertainty),
            CardKind::Fade => $this->fade($captured, $layout, $facts, $first, $doseMlxh, $progress, $doseUncertainty),
        };
    }

    private function property(CapturedPicture $captured, CardLayout $layout, PictureFacts $facts, bool $jpeg, callable $progress): CardMeasurement
    {
        $meter = new RowMeter($this->scale, $captured->reader('whole'), $layout, self::widening($captured, 'whole'));
        $bare = [];
        foreach ($layout->rows as $label) {
            $bare[$label->row] = $meter->paper($label->row);
        }
        $bare = BareWindows::checked($this->scale, $bare, $captured->sheet('whole'));
        $rows = $papers = [];
        foreach ($layout->rows as $i => $label) {
            $progress("Reading row $label->row", 0.1 + 0.8 * $i / count($layout->rows));
            $rows[$label->row] = $meter->read($label->row, $bare[$label->row]);
            foreach ($layout->cellsOf($label->row) as $cell) {
                $papers[$cell->id] = $rows[$label->row]->paper;
            }
        }
        $black = Median::of(array_merge(...array_map(static fn (RowReadings $r): array => array_map(static fn (CellReading $e): float => $e->rgb->luminance(), $r->bareLine), array_values($rows))));
        $rows = array_map(static fn (RowReadings $r): RowReadings => $r->withBareLine(BareWindows::blackEnds($r->bareLine, $black)), $rows);
        $facts = $this->withGlare($facts, $meter->cells);
        $surfaces = SurfaceLight::ofCard($this->scale, $rows);
        $progress('Deriving the ratings', 0.92);
        $ratings = [];
        foreach ($rows as $row) {
            $glows = $row->outshines();
            $hint = $glows === [] ? [] : [sprintf('brighter than its paper in %s: perhaps a fluorescent paint, whose colour and fading hold for this light and this device only; say so with the paint', implode(' and ', $glows))];
            array_push($ratings, ...array_map(static fn (Rating $r): Rating => $r->withRemarks($hint), self::ratings(new RowUnderTest($row, $layout, $meter, $facts, $surfaces[$row->row], $jpeg))));
        }

        return new CardMeasurement($layout, $facts, $meter->cells, $papers, $rows, array_map(fn (Rating $r): Rating => $this->remarked($r, $meter->cells, $facts)->under(Protocol::written($r->property, $layout->protocols)), $ratings));
    }

    /** Every window by itself, its deposit over the nearest bare paper. */
    private function frame(CapturedPicture $captured, CardLayout $layout, PictureFacts $facts, callable $progress): CardMeasurement
    {
        $reader = new CellReader($captured->reader('whole'));
        $widen = self::widening($captured, 'whole');
        $cells = $papers = [];
        $bare = array_values(array_filter($layout->cells, static fn (Cell $c): bool => $c->role === CellRole::Paper));
        foreach ([...$bare, ...$layout->cells] as $i => $cell) {
            $progress("Reading window $cell->row", 0.1 + 0.8 * $i / (count($bare) + count($layout->cells)));
            $nearest = $bare[0];
            foreach ($bare as $paper) {
                if (self::apart($paper, $cell) < self::apart($nearest, $cell)) {
                    $nearest = $paper;
                }
            }
            $cells[$cell->id] ??= $widen($reader->read($cell->area, false, ($cells[$nearest->id] ?? null)?->rgb->luminance()));
            $papers[$cell->id] = $cells[$nearest->id] ?? $cells[$cell->id];
        }

        return new CardMeasurement($layout, $this->withGlare($facts, $cells), $cells, $papers, [], []);
    }

    /** Every swatch by itself; what a swatch cannot show is said to be not reached. */
    private function pocket(CapturedPicture $captured, CardLayout $layout, PictureFacts $facts, Capture $capture, callable $progress): CardMeasurement
    {
        $placings = PocketFrame::layout($layout->uuid, $layout->title, count($captured->pieces));
        $meter = new SwatchMeter($this->scale, $captured, $facts, $capture->jpeg, $capture->paper);
        $swatches = $placed = $cells = $papers = $ratings = [];
        foreach ($placings->rows as $label) {
            $progress("Reading swatch $label->row", 0.1 + 0.8 * ($label->row - 1) / count($placings->rows));
            $swatches[] = $swatch = $meter->read($label->row);
            array_push($placed, ...$swatch->cells);
            $cells += $swatch->readings;
            $papers += $swatch->paper === null ? [] : array_fill_keys(array_keys($swatch->readings), $swatch->paper);
            if ($swatch->problem === null) {
                array_push($ratings, ...$swatch->ratings, ...self::notShown($this->scale, $label->row));
            }
        }
        $problems = array_filter(array_map(static fn (SwatchReading $s): ?string => $s->problem, $swatches));
        if (count($problems) === count($swatches)) {
            throw new PictureFault((string) reset($problems));
        }
        $layout = new CardLayout(CardKind::Pocket, $layout->uuid, $layout->title, $placings->rows, $placings->pieces, $placings->windows, $placed);
        $facts = $this->withGlare($facts, $cells);
        $protocol = PocketFrame::protocols()[0]->text();

        return new CardMeasurement($layout, $facts, $cells, $papers, [], array_map(fn (Rating $r): Rating => $this->remarked($r, $cells, $facts)->under($protocol), $ratings), swatches: $swatches);
    }

    /** @return list<Rating> what takes more than a swatch */
    private static function notShown(Scale $scale, int $row): array
    {
        $out = [];
        foreach (Property::cases() as $property) {
            if (in_array($property, [Property::Transparency, Property::Granulation], true)) {
                continue;
            }
            $measure = Measures::of($property);
            $where = is_subclass_of($measure, Measure::class) ? 'the test “'.$measure::block()->definition()::label().'” on a card' : 'a fade card';
            $out[] = Rating::without($scale, $row, $property->value, RatingStatus::NotReached, "A swatch does not show this; it takes $where.");
        }

        return $out;
    }

    private static function apart(Cell $one, Cell $two): float
    {
        return hypot($one->area->centre()->x - $two->area->centre()->x, $one->area->centre()->y - $two->area->centre()->y);
    }

    /** @return \Closure(CellReading): CellReading what the picture adds to the uncertainty of a cell */
    private static function widening(CapturedPicture $captured, string $piece): \Closure
    {
        return static fn (CellReading $r): CellReading => Uncertainty::of($r, $captured->pieces[$piece], $captured);
    }

    /** @param array<string, CellReading> $cells */
    private function withGlare(PictureFacts $facts, array $cells): PictureFacts
    {
        $glare = max(0.0, ...array_values(array_map(static fn (CellReading $r): float => $r->glare, $cells)));

        return $facts->photo ? $facts->with(new QualityCheck('glare', $glare, '%', $this->scale->picture->muchGlare, null, true, 'light is mirrored in the paint; what is left of the cells is used. Take the picture from another side')) : $facts;
    }

    /**
     * A rating says what is wrong with the picture it comes from, and with its own cells.
     *
     * @param array<string, CellReading> $cells
     */
    private function remarked(Rating $rating, array $cells, PictureFacts $facts): Rating
    {
        $glare = max([0.0, ...array_map(static fn (string $id): float => $cells[$id]->glare ?? 0.0, $rating->cells)]);
        if ($glare > $this->scale->picture->mostGlare) {
            return Rating::without($this->scale, $rating->row, $rating->property, RatingStatus::NotReached, sprintf('Light is mirrored in %d %% of a cell; take the picture from another side.', round(100 * $glare)), $rating->cells, $rating->numbers, $rating->formula);
        }
        $remarks = $facts->poor();
        foreach ($rating->cells as $id) {
            foreach ($cells[$id]->remarks ?? [] as $remark) {
                if ($remark->flag->isOfBareWindow()) {
                    $remarks[] = $remark->words();
                }
            }
        }
        if ($glare > 0) {
            $remarks[] = sprintf('glare left out, up to %d %% of a cell', max(1, (int) round(100 * $glare)));
        }

        return $rating->withRemarks($remarks);
    }

    /**
     * What the blocks of a row say.
     *
     * @return list<Rating>
     */
    private static function ratings(RowUnderTest $test): array
    {
        $ratings = [];
        foreach ($test->layout->blocks() as $block) {
            array_push($ratings, ...array_map($test->rated(...), Measures::ofBlock($block->kind)));
        }

        return $ratings;
    }

    private function fade(CapturedPicture $captured, CardLayout $layout, PictureFacts $facts, ?CardMeasurement $first, ?float $doseMlxh, callable $progress, float $doseUncertainty): CardMeasurement
    {
        $cells = $papers = [];
        foreach (['kept', 'exposed'] as $i => $id) {
            $progress("Reading the $id piece", 0.1 + 0.4 * $i);
            $reader = new CellReader($captured->reader($id));
            $widen = self::widening($captured, $id);
            foreach ($layout->rows as $row) {
                foreach ($layout->cellsOf($row->row, null, $id) as $cell) {
                    $cells[$cell->id] = $widen($reader->read($cell->area, false, isset($cells[CellId::ofHalf($id, $row->row, CellRole::Paper)]) ? $cells[CellId::ofHalf($id, $row->row, CellRole::Paper)]->rgb->luminance() : null));
                    $papers[$cell->id] = $cells[CellId::ofHalf($id, $row->row, CellRole::Paper)];
                }
            }
        }
        $facts = $this->withGlare($facts, $cells);
        $pairs = $findings = $ratings = [];
        foreach ($layout->rows as $row) {
            $ofRow = [];
            for ($depth = 1; $depth <= FadeCard::DEPTHS; $depth++) {
                $pair = new HalfPair(
                    $row->row, $depth, $cells[CellId::ofHalf('kept', $row->row, CellRole::Depth, $depth)], $cells[CellId::ofHalf('exposed', $row->row, CellRole::Depth, $depth)],
                    $cells[CellId::ofHalf('kept', $row->row, CellRole::Paper)], $cells[CellId::ofHalf('exposed', $row->row, CellRole::Paper)],
                );
                $pairs[] = $pair;
                $ofRow[] = FadeComparison::compare($this->scale, $pair, self::firstPair($first, $row->row, $depth), $doseMlxh, $doseUncertainty);
            }
            array_push($findings, ...$ofRow);
            $ratings[] = $this->remarked(FadeRow::rate($this->scale, $ofRow, $doseMlxh, $doseUncertainty), $cells, $facts)->under(Protocol::written(Property::Lightfastness->value, $layout->protocols));
        }

        return new CardMeasurement($layout, $facts, $cells, $papers, [], $ratings, $pairs, $findings, $doseMlxh);
    }

    /** An old strip: what stands under two pocket frames, compared as the halves of a fade card that nobody read before hanging. */
    private function halves(CapturedPicture $captured, CardLayout $layout, PictureFacts $facts, Capture $capture, ?float $doseMlxh, callable $progress, float $doseUncertainty): CardMeasurement
    {
        $progress('Reading both halves', 0.3);
        $strip = new OldStripMeter($this->scale);
        $strip->read(new SwatchMeter($this->scale, $captured, $facts, $capture->jpeg, $capture->paper), $capture->windowFirst);
        $findings = array_map(fn (HalfPair $p): FadeFinding => FadeComparison::compare($this->scale, $p, null, $doseMlxh, $doseUncertainty), $strip->pairs);
        $facts = $this->withGlare($facts, $strip->cells);
        $rating = FadeRow::rate($this->scale, $findings, $doseMlxh, $doseUncertainty, true)->withRemarks($strip->remarks);
        $layout = new CardLayout($layout->kind, $layout->uuid, $layout->title, $layout->rows, $layout->pieces, $layout->windows, $strip->placed);

        return new CardMeasurement($layout, $facts, $strip->cells, $strip->papers, [], [$this->remarked($rating, $strip->cells, $facts)->under(OldStrip::protocols()[0]->text())], $strip->pairs, $findings, $doseMlxh);
    }

    private static function firstPair(?CardMeasurement $first, int $row, int $depth): ?HalfPair
    {
        foreach ($first->pairs ?? [] as $pair) {
            if ($pair->row === $row && $pair->depth === $depth) {
                return $pair;
            }
        }

        return null;
    }

    private static function facts(CapturedPicture $captured, bool $jpeg): PictureFacts
    {
        $picture = $captured->picture;
        $dpi = $captured->dpi();
        $remarks = array_values(array_filter([
            $picture->profileRemark,
            ! $captured->photo && ($dpi < 195 || $dpi > 410) ? sprintf('%d dots per inch is outside the usual 200 to 400', round($dpi)) : null,
            $jpeg ? 'a JPEG: fine grain may be lost' : null,
            ...$captured->remarks,
        ]));
        foreach ($captured->pieces as $piece) {
            if (! $captured->photo && abs($piece->rotationDeg) > 135) {
                $remarks[] = 'scanned upside down; turned by the program';
                break;
            }
        }

        return new PictureFacts($picture->width, $picture->height, $dpi, $picture->profileName, $captured->pieces, $remarks, $captured->photo, $captured->calibration, $captured->checks);
    }
}
