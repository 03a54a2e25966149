<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Card\Blocks;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\Cell;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Card\Rect;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Imaging\CellReader;
use MarshTrial\Core\Imaging\CellReading;
use MarshTrial\Core\Imaging\GrainMap;
use MarshTrial\Core\Imaging\InkLine;
use MarshTrial\Core\Imaging\LineFinder;
use MarshTrial\Core\Imaging\Patch;
use MarshTrial\Core\Imaging\Resampler;
use MarshTrial\Core\Rating\Scale;

/** Reads the rows of a property card: every cell once, lines found where they were really ruled. */
final class RowMeter
{
    /** Cells that are compared step by step. */
    private const FINE = [CellRole::Ladder, CellRole::Glaze, CellRole::Tilt];

    private readonly CellReader $reader;

    /** @var array<string, CellReading> by cell id, of all rows read so far */
    public array $cells = [];

    /** Luminance of the row's bare paper. */
    private ?float $paper = null;

    /** @param (\Closure(CellReading): CellReading)|null $widen what the picture adds to the uncertainty of a cell */
    public function __construct(private readonly Scale $scale, private readonly Resampler $card, private readonly CardLayout $layout, private readonly ?\Closure $widen = null)
    {
        $this->reader = new CellReader($card);
    }

    /** The row's window of bare paper by itself. */
    public function paper(int $row): CellReading
    {
        $this->paper = null;

        return $this->readCell($this->layout->cellsOf($row, CellRole::Paper)[0]);
    }

    /** @param CellReading|null $paper bare paper to take deposits over; null: as the row's own window shows it */
    public function read(int $row, ?CellReading $paper = null): RowReadings
    {
        $paper ??= $this->paper($row);
        $this->cells[$this->layout->cellsOf($row, CellRole::Paper)[0]->id] = $paper;
        $this->paper = $paper->rgb->luminance();
        [$line, $bareLine, $steps] = $this->layout->has(BlockKind::Stroke) ? $this->stroke($row, $paper) : [null, [], []];
        $fields = [];
        foreach ($this->layout->cellsOf($row) as $cell) {
            // The cells of the stroke and the pair of lines lie where the lines were found.
            if (! isset($this->cells[$cell->id]) && ! $cell->role->isOnLine()) {
                $fields[$cell->role->value][] = $this->readCell($cell);
            }
        }
        if ($this->layout->has(BlockKind::SecondLine)) {
            foreach ([[CellRole::UnderBare, CellRole::UnderPainted], [CellRole::OverBare, CellRole::OverPainted]] as [$bare, $painted]) {
                $fields += $this->lineOfPair($row, $bare, $painted);
            }
        }

        return new RowReadings($this->scale, $row, $paper, $line, $bareLine, $steps, $fields);
    }

    /** One channel of a cell, or of the middle of it, area-averaged; null where the card has no such cell. */
    public function map(int $row, CellRole $role, float $pitchMm, int $channel, ?float $widthMm = null, ?float $heightMm = null): ?GrainMap
    {
        $area = ($this->layout->cellsOf($row, $role)[0] ?? null)?->area;
        if ($area === null) {
            return null;
        }

        return $this->card->areaMeans(Rect::around($area->centre()->x, $area->centre()->y, min($widthMm ?? INF, $area->width), min($heightMm ?? INF, $area->height)), $pitchMm, $channel);
    }

    /** Luminance of the middle of a cell, area-averaged; null where the card has no such cell. */
    public function luminance(int $row, CellRole $role, float $pitchMm, float $widthMm, float $heightMm): ?GrainMap
    {
        $maps = array_map(fn (int $channel): ?GrainMap => $this->map($row, $role, $pitchMm, $channel, $widthMm, $heightMm), [0, 1, 2]);
        if ($maps[0] === null || $maps[1] === null || $maps[2] === null) {
            return null;
        }

        return new GrainMap($maps[0]->columns, $maps[0]->rows, $pitchMm, array_map(static fn (float $r, float $g, float $b): float => (new LinearRgb($r, $g, $b))->luminance(), $maps[0]->values, $maps[1]->values, $maps[2]->values));
    }

    /** All channels of a cell, the nearest pixel at every place; null where the card has no such cell. */
    public function patch(int $row, CellRole $role, float $pitchMm): ?Patch
    {
        $area = ($this->layout->cellsOf($row, $role)[0] ?? null)?->area;

        return $area === null ? null : $this->card->points($area, $pitchMm);
    }

    private function readCell(Cell $cell, ?Rect $where = null): CellReading
    {
        $reading = $this->reader->read($where ?? $cell->area, in_array($cell->role, self::FINE, true), $this->paper);

        return $this->cells[$cell->id] = $this->widen === null ? $reading : ($this->widen)($reading);
    }

    /** @return array{0: InkLine|null, 1: list<CellReading>, 2: list<StrokeStep>} the line, its bare ends, the steps along it */
    private function stroke(int $row, CellReading $paper): array
    {
        $window = $this->layout->windowOf($row, BlockKind::Stroke) ?? throw new \LogicException('A stroke has a window.');
        [$left, $right] = $this->layout->cellsOf($row, CellRole::LineBare);
        $line = (new LineFinder($this->card))->find($window->area, $left->area, $right->area);
        $bareLine = $line === null ? [] : [$this->readCell($left, self::onLine($left, $line)), $this->readCell($right, self::onLine($right, $line))];
        $over = $this->layout->cellsOf($row, CellRole::StrokePaper);
        $on = $this->layout->cellsOf($row, CellRole::StrokeBlack);
        $steps = [];
        for ($step = 1; $step <= Blocks\GradedStroke::STEPS; $step++) {
            $beside = [];
            foreach ($over as $cell) {
                if ($cell->step === $step) {
                    $beside[] = $this->readCell($cell, $line === null ? null : self::besideLine($cell, $window->area->centre()->y, $line));
                }
            }
            $onBlack = $line === null ? null : $this->readCell($on[$step - 1], self::onLine($on[$step - 1], $line));
            $steps[] = new StrokeStep($step, CellReading::pool($beside ?: throw new \LogicException('Every step has cells over paper.')), $onBlack, $paper);
        }

        return [$line, $bareLine, $steps];
    }

    /** @return array<string, list<CellReading>> the bare ends and the painted part of one of the two lines; empty where it was not found */
    private function lineOfPair(int $row, CellRole $bare, CellRole $painted): array
    {
        [$left, $right] = $this->layout->cellsOf($row, $bare);
        $on = $this->layout->cellsOf($row, $painted)[0];
        $window = $this->layout->windowOf($row, BlockKind::SecondLine)->area ?? throw new \LogicException('A second line has a window.');
        $half = new Rect($window->x, $left->area->centre()->y < $window->centre()->y ? $window->y : $window->centre()->y, $window->width, $window->height / 2);
        $line = (new LineFinder($this->card))->find($half, $left->area, $right->area);

        return $line === null ? [] : [
            $bare->value => [$this->readCell($left, self::onLine($left, $line)), $this->readCell($right, self::onLine($right, $line))],
            $painted->value => [$this->readCell($on, self::onLine($on, $line))],
        ];
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
        $wider = max(0.0, $line->widthMm / 2 + 0.6 - Blocks\GradedStroke::BESIDE_LINE_MM);

        return $cell->area->movedBy(0, $shift + ($cell->area->centre()->y < $nominalY ? -$wider : $wider));
    }
}
