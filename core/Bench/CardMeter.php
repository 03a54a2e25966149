<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

use MarshTrial\Core\Card\CardKind;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\Cell;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Card\FadeCard;
use MarshTrial\Core\Card\PropertyCard;
use MarshTrial\Core\Card\Rect;
use MarshTrial\Core\Fading\FadeComparison;
use MarshTrial\Core\Fading\FadeRow;
use MarshTrial\Core\Fading\HalfPair;
use MarshTrial\Core\Imaging\CellReader;
use MarshTrial\Core\Imaging\CellReading;
use MarshTrial\Core\Imaging\GrainMap;
use MarshTrial\Core\Imaging\InkLine;
use MarshTrial\Core\Imaging\LineFinder;
use MarshTrial\Core\Imaging\PictureFault;
use MarshTrial\Core\Imaging\PieceFinder;
use MarshTrial\Core\Imaging\PixelGrid;
use MarshTrial\Core\Imaging\PlacedPiece;
use MarshTrial\Core\Imaging\Resampler;

/** Measures a card from its picture: places the pieces, reads every cell, derives the ratings. */
final class CardMeter
{
    /** Version of the measuring code; goes with every measurement. */
    public const VERSION = 1;

    /**
     * @param bool $jpeg the picture was compressed with loss
     * @param CardMeasurement|null $first the fade card's reading before hanging
     * @param float|null $doseMlxh light behind the glass so far, 0 or more; null: not told
     * @param (callable(string, float): void)|null $progress called with a sentence and the share done
     *
     * @throws PictureFault with one sentence when the picture cannot be measured
     */
    public static function measure(PixelGrid $picture, CardLayout $layout, bool $jpeg = false, ?CardMeasurement $first = null, ?float $doseMlxh = null, ?callable $progress = null): CardMeasurement
    {
        $progress ??= static function (string $what, float $share): void {};
        $progress('Looking for the marks and the code', 0.05);
        $pieces = PieceFinder::find($picture, $layout);
        $facts = self::facts($picture, $pieces, $jpeg);

        return $layout->kind === CardKind::Property
            ? self::property($picture, $layout, $facts, $jpeg, $progress)
            : self::fade($picture, $layout, $facts, $first, $doseMlxh, $progress);
    }

    private static function property(PixelGrid $picture, CardLayout $layout, ScanFacts $facts, bool $jpeg, callable $progress): CardMeasurement
    {
        $card = new Resampler($picture, $facts->pieces['whole']->placement);
        $rows = $cells = $papers = [];
        foreach ($layout->rows as $i => $label) {
            $progress("Reading row $label->row", 0.1 + 0.8 * $i / count($layout->rows));
            [$row, $read] = self::readRow($card, $layout, $label->row);
            $rows[$label->row] = $row;
            $cells += $read;
            $papers += array_fill_keys(array_keys($read), $row->paper);
        }
        $darkest = self::darkest($rows);
        $progress('Deriving the ratings', 0.92);
        $ratings = [];
        foreach ($rows as $row) {
            $ratings[] = Transparency::rate($row, $darkest);
            $ratings[] = Staining::rate($row, Protocol::under('staining', $layout->protocols)->id);
            $ratings[] = Granulation::rate($row, self::grainMap($card, $layout, $row, CellRole::Wash, $facts), self::grainMap($card, $layout, $row, CellRole::Paper, $facts), (int) round($facts->dpi), $jpeg);
            $ratings[] = Gradation::clearSteps($row);
            $ratings[] = Gradation::twoTone($row);
            $ratings[] = Evenness::rate($row, self::coarseMap($card, $layout, $row, CellRole::Wash), self::coarseMap($card, $layout, $row, CellRole::Paper));
        }

        return new CardMeasurement($layout, $facts, $cells, $papers, $rows, array_map(static fn (Rating $r): Rating => $r->under($layout->protocols), $ratings));
    }

    /** The wash or the bare paper of a row at 0.1 mm in its key channel; null where there is none, or the resolution does not allow it. */
    private static function grainMap(Resampler $card, CardLayout $layout, RowReadings $row, CellRole $role, ScanFacts $facts): ?GrainMap
    {
        // A scanner that calls itself 254 dots per inch may be a little short of it.
        if ($row->key === null || $facts->dpi < BenchScale::GRAIN_LEAST_DPI - 2) {
            return null;
        }
        $area = $layout->cellsOf($row->row, $role)[0]->area;
        [$width, $height] = BenchScale::GRAIN_WINDOW_MM;
        $window = Rect::around($area->centre()->x, $area->centre()->y, min($width, $area->width), min($height, $area->height));

        return $card->areaMeans($window, BenchScale::GRAIN_PITCH_MM, $row->key);
    }

    /** The whole of a cell at 0.5 mm in the row's key channel, for what is wider than grains. */
    private static function coarseMap(Resampler $card, CardLayout $layout, RowReadings $row, CellRole $role): ?GrainMap
    {
        return $row->key === null ? null : $card->areaMeans($layout->cellsOf($row->row, $role)[0]->area, BenchScale::EVENNESS_PITCH_MM, $row->key);
    }

    /** @return array{0: RowReadings, 1: array<string, CellReading>} */
    private static function readRow(Resampler $card, CardLayout $layout, int $row): array
    {
        $reader = new CellReader($card);
        $of = static fn (CellRole $role): array => $layout->cellsOf($row, $role);
        $paperCell = $of(CellRole::Paper)[0];
        $read = [$paperCell->id => $reader->read($paperCell->area)];
        [$left, $right] = $of(CellRole::LineBare);
        $window = array_values(array_filter($layout->windowsOf($row), static fn ($w): bool => $w->use === 'stroke'))[0];
        $line = (new LineFinder($card))->find($window->area, $left->area, $right->area);
        $bareLine = [];
        if ($line !== null) {
            foreach ([$left, $right] as $cell) {
                $bareLine[] = $read[$cell->id] = $reader->read(self::onLine($cell, $line));
            }
        }
        $steps = [];
        for ($step = 1; $step <= PropertyCard::STEPS; $step++) {
            $beside = [];
            foreach ($of(CellRole::StrokePaper) as $cell) {
                if ($cell->step === $step) {
                    $beside[] = $read[$cell->id] = $reader->read($line === null ? $cell->area : self::besideLine($cell, $window->area->centre()->y, $line));
                }
            }
            $black = array_values(array_filter($of(CellRole::StrokeBlack), static fn (Cell $c): bool => $c->step === $step))[0];
            $onBlack = $line === null ? null : $read[$black->id] = $reader->read(self::onLine($black, $line));
            $steps[] = new StrokeStep($step, CellReading::pool($beside ?: throw new \LogicException('Every step has cells over paper.')), $onBlack, $read[$paperCell->id]);
        }
        $wash = $of(CellRole::Wash)[0];
        $read[$wash->id] = $reader->read($wash->area);
        $lifts = [];
        foreach ([CellRole::LiftNone, CellRole::LiftSoft, CellRole::LiftStiff] as $role) {
            $cell = $of($role)[0];
            $lifts[$role->value] = $read[$cell->id] = $reader->read($cell->area);
        }

        return [new RowReadings($row, $read[$paperCell->id], $line, $bareLine, $steps, $read[$wash->id], $lifts), $read];
    }

    /** A cell of the black line, moved to where the line really is and kept inside its ink. */
    private static function onLine(Cell $cell, InkLine $line): Rect
    {
        $x = $cell->area->centre()->x;

        return Rect::around($x, $line->centreAt($x), $cell->area->width, min($cell->area->height, max(0.6, 2 * $line->coreHalfMm())));
    }

    /** A cell beside the line, moved along with it and kept clear of a wider line. */
    private static function besideLine(Cell $cell, float $nominalY, InkLine $line): Rect
    {
        $x = $cell->area->centre()->x;
        $shift = $line->centreAt($x) - $nominalY;
        $wider = max(0.0, $line->widthMm / 2 + 0.6 - PropertyCard::BESIDE_LINE_MM);

        return $cell->area->movedBy(0, $shift + ($cell->area->centre()->y < $nominalY ? -$wider : $wider));
    }

    /**
     * @param array<int, RowReadings> $rows
     *
     * @return array{0: float, 1: float, 2: float} smallest value per channel over the black line, bare or painted
     */
    private static function darkest(array $rows): array
    {
        $darkest = [INF, INF, INF];
        foreach ($rows as $row) {
            foreach ([...$row->bareLine, ...array_filter(array_map(static fn (StrokeStep $s): ?CellReading => $s->onBlack, $row->steps))] as $reading) {
                foreach ($reading->rgb->toArray() as $c => $v) {
                    $darkest[$c] = min($darkest[$c], $v);
                }
            }
        }

        return is_infinite($darkest[0]) ? [0.0, 0.0, 0.0] : $darkest;
    }

    private static function fade(PixelGrid $picture, CardLayout $layout, ScanFacts $facts, ?CardMeasurement $first, ?float $doseMlxh, callable $progress): CardMeasurement
    {
        $cells = $papers = [];
        foreach (['kept', 'exposed'] as $i => $id) {
            $progress("Reading the $id piece", 0.1 + 0.4 * $i);
            $reader = new CellReader(new Resampler($picture, $facts->pieces[$id]->placement));
            foreach ($layout->rows as $row) {
                foreach ($layout->cellsOf($row->row, null, $id) as $cell) {
                    $cells[$cell->id] = $reader->read($cell->area);
                    $papers[$cell->id] = $cells["$id-r$row->row-paper"];
                }
            }
        }
        $pairs = $findings = $ratings = [];
        foreach ($layout->rows as $row) {
            $ofRow = [];
            for ($depth = 1; $depth <= FadeCard::DEPTHS; $depth++) {
                $pair = new HalfPair(
                    $row->row, $depth, $cells["kept-r$row->row-depth-$depth"], $cells["exposed-r$row->row-depth-$depth"],
                    $cells["kept-r$row->row-paper"], $cells["exposed-r$row->row-paper"],
                );
                $pairs[] = $pair;
                $ofRow[] = FadeComparison::compare($pair, self::firstPair($first, $row->row, $depth), $doseMlxh);
            }
            array_push($findings, ...$ofRow);
            $ratings[] = FadeRow::rate($ofRow, $doseMlxh)->under($layout->protocols);
        }

        return new CardMeasurement($layout, $facts, $cells, $papers, [], $ratings, $pairs, $findings, $doseMlxh);
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

    /** @param array<string, PlacedPiece> $pieces */
    private static function facts(PixelGrid $picture, array $pieces, bool $jpeg): ScanFacts
    {
        $dpi = array_sum(array_map(static fn (PlacedPiece $p): float => $p->dpi, $pieces)) / count($pieces);
        $remarks = array_values(array_filter([
            $picture->profileRemark,
            $dpi < 195 || $dpi > 410 ? sprintf('%d dots per inch is outside the usual 200 to 400', round($dpi)) : null,
            $jpeg ? 'a JPEG: fine grain may be lost' : null,
        ]));
        foreach ($pieces as $piece) {
            if (abs($piece->rotationDeg) > 135) {
                $remarks[] = 'scanned upside down; turned by the program';
                break;
            }
        }

        return new ScanFacts($picture->width, $picture->height, $dpi, $picture->profileName, $pieces, $remarks);
    }
}
