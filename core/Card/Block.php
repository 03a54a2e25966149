<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card;

use MarshTrial\Core\CoreException;

/** One test on a card: a window of its own, with the places in it that are sampled. */
final readonly class Block
{
    /** Places along the graded stroke at which it is sampled. */
    public const STROKE_STEPS = 10;

    /** Distance from the line's centre at which sampling over paper begins, and its depth, mm. */
    public const BESIDE_LINE_MM = 2.8;

    public const BESIDE_DEPTH_MM = 2.4;

    /** Drops that every mixture of the stepped ladder has in all, and the drops of paint among them, strongest first. */
    public const MADE_UP_TO_DROPS = 20;

    private const DROPS = [5 => [12, 6, 4, 2, 1], 6 => [12, 8, 6, 4, 2, 1], 7 => [16, 12, 8, 6, 4, 2, 1], 8 => [16, 12, 8, 6, 4, 3, 2, 1]];

    /** How far the painted field reaches beyond its cell, mm. */
    public const FIELD_MARGIN_MM = 1.6;

    /** Layers lie this far apart along a glaze lane, mm. */
    private const GLAZE_PITCH_MM = 10.0;

    private const LADDER_PITCH_MM = 13.0;

    /** Distance of the two lines from the middle of their window, mm. */
    private const LINE_APART_MM = 6.0;

    private const TILT_PLACES = 8;

    /** @throws CoreException when a block has another number of fields than it can have */
    private function __construct(public BlockKind $kind, public int $count)
    {
        $counts = $kind->counts();
        if ($counts !== null && ($count < $counts[0] || $count > $counts[2])) {
            throw new CoreException(sprintf('A %s has %d to %d fields; %d were asked for.', $kind->words(), $counts[0], $counts[2], $count));
        }
    }

    public static function of(BlockKind $kind, ?int $count = null): self
    {
        return new self($kind, $kind->counts() === null ? 1 : $count ?? $kind->counts()[1]);
    }

    /**
     * Blocks as they are written in an address or on the command line.
     *
     * @param string $text such as "stroke,ladder:7,lift"
     *
     * @return non-empty-list<self>
     *
     * @throws CoreException when a block is unknown or named twice, or there is none
     */
    public static function list(string $text): array
    {
        $out = [];
        foreach (array_filter(array_map(trim(...), explode(',', $text)), static fn (string $t): bool => $t !== '') as $one) {
            [$name, $count] = [...explode(':', $one), null];
            $kind = BlockKind::tryFrom((string) $name) ?? throw new CoreException("There is no block called \"$name\".");
            if (isset($out[$kind->value])) {
                throw new CoreException("The {$kind->words()} is on the card already; each block is there once.");
            }
            $out[$kind->value] = self::of($kind, $count === null ? null : (int) $count);
        }

        return array_values($out) ?: throw new CoreException('A card needs at least one block.');
    }

    /** Such as "ladder:6". */
    public function text(): string
    {
        return $this->kind->value.($this->kind->counts() === null ? '' : ":$this->count");
    }

    public function widthMm(): float
    {
        return match ($this->kind) {
            BlockKind::Stroke => 126.0,
            BlockKind::Ladder => self::LADDER_PITCH_MM * $this->count + 3,
            BlockKind::Wash, BlockKind::Salt => 30.0,
            BlockKind::Lift => 56.0,
            BlockKind::Blot => 33.0,
            BlockKind::SecondLine => 46.0,
            BlockKind::Glaze => self::GLAZE_PITCH_MM * $this->count + 6,
            BlockKind::WetSquare => 34.0,
            BlockKind::SoftEdge => 42.0,
            BlockKind::Tilt => 70.0,
            BlockKind::Rewet => 24.0,
        };
    }

    /**
     * What is printed above each field: its drops or its layers, strongest first; empty where the caption says it all.
     *
     * @return list<string>
     */
    public function fieldNames(): array
    {
        return match ($this->kind) {
            BlockKind::Ladder => array_map(strval(...), self::DROPS[$this->count]),
            BlockKind::Glaze => array_map(strval(...), range(1, $this->count)),
            default => [],
        };
    }

    /**
     * Share of paint in each mixture of a stepped ladder, strongest first.
     *
     * @return list<float> 0 to 1
     */
    public static function concentrations(int $steps): array
    {
        return array_map(static fn (int $drops): float => $drops / self::MADE_UP_TO_DROPS, self::DROPS[$steps] ?? []);
    }

    public function window(int $row, float $x, float $y): Window
    {
        $height = $this->kind->heightMm();
        $painted = match ($this->kind) {
            BlockKind::Stroke => new Rect($x + 9, $y + 3, 108, 14),
            BlockKind::Wash, BlockKind::Salt => new Rect($x + 2, $y + 2, 26, 16),
            BlockKind::Lift => new Rect($x + 2, $y + 4, 52, 12),
            BlockKind::Rewet => new Rect($x + 2, $y + 2, 20, 16),
            BlockKind::SecondLine => new Rect($x + 9, $y + 2, 28, 20),
            BlockKind::Glaze, BlockKind::Tilt => new Rect($x + 3, $y + 3, $this->widthMm() - 6, 14),
            BlockKind::WetSquare => new Rect($x + 2, $y + 2, 30, 30),
            BlockKind::SoftEdge => new Rect($x + 2, $y + 3, 13, 14),
            BlockKind::Ladder, BlockKind::Blot => null,
        };

        return new Window('whole', $row, $this->kind->value, new Rect($x, $y, $this->widthMm(), $height), $painted);
    }

    /** @return list<Cell> */
    public function cells(int $row, float $x, float $y): array
    {
        $middle = $y + $this->kind->heightMm() / 2;
        $cell = static fn (string $id, CellRole $role, int $step, float $centre, float $width, float $height, float $down = 0.0): Cell => new Cell("r$row-$id", 'whole', $row, $role, $step, Rect::around($x + $centre, $middle + $down, $width, $height));
        $fields = static fn (CellRole $role, int $n, float $first, float $pitch, float $width, float $height): array => array_map(
            static fn (int $step): Cell => $cell("$role->value-$step", $role, $step, $first + ($step - 1) * $pitch, $width, $height), range(1, $n),
        );
        $one = static fn (CellRole $role, float $centre, float $width, float $height): array => [$cell($role->value, $role, 0, $centre, $width, $height)];

        return match ($this->kind) {
            BlockKind::Stroke => self::strokeCells($cell),
            BlockKind::Ladder => $fields(CellRole::Ladder, $this->count, 1.5 + self::LADDER_PITCH_MM / 2, self::LADDER_PITCH_MM, 7, 11),
            BlockKind::Wash => $one(CellRole::Wash, 15, 20, 11),
            BlockKind::Lift => array_map(
                static fn (CellRole $role, int $i): Cell => $cell($role->value, $role, $i, 11 + 17 * $i, 10, 6), [CellRole::LiftNone, CellRole::LiftSoft, CellRole::LiftStiff], [0, 1, 2],
            ),
            BlockKind::Blot => [$cell('blot-none', CellRole::BlotNone, 0, 9, 9, 9), $cell('blot-wet', CellRole::BlotWet, 0, 24, 9, 9)],
            BlockKind::SecondLine => self::linePair($cell),
            BlockKind::Glaze => $fields(CellRole::Glaze, $this->count, 3 + self::GLAZE_PITCH_MM / 2, self::GLAZE_PITCH_MM, 6, 9),
            BlockKind::WetSquare => [...$one(CellRole::WetSquare, 17, 28, 28), ...$one(CellRole::WetMiddle, 17, 3, 3)],
            BlockKind::SoftEdge => [...$one(CellRole::SoftEdge, 21, 36, 8), ...$one(CellRole::EdgeBand, 7, 6, 8)],
            BlockKind::Salt => $one(CellRole::Salt, 15, 20, 11),
            BlockKind::Tilt => $fields(CellRole::Tilt, self::TILT_PLACES, 7.5, 55 / (self::TILT_PLACES - 1), 6, 8),
            BlockKind::Rewet => $one(CellRole::Rewet, 12, 13, 11),
        };
    }

    /** @return list<Cell> */
    private static function strokeCells(\Closure $cell): array
    {
        $cells = [$cell('line-left', CellRole::LineBare, 1, 4, 5, 2.2), $cell('line-right', CellRole::LineBare, 2, 122, 5, 2.2)];
        $beside = self::BESIDE_LINE_MM + self::BESIDE_DEPTH_MM / 2;
        for ($step = 1; $step <= self::STROKE_STEPS; $step++) {
            $at = 15 + ($step - 1) * 96 / (self::STROKE_STEPS - 1);
            $cells[] = $cell("stroke-$step-above", CellRole::StrokePaper, $step, $at, 6, self::BESIDE_DEPTH_MM, -$beside);
            $cells[] = $cell("stroke-$step-below", CellRole::StrokePaper, $step, $at, 6, self::BESIDE_DEPTH_MM, $beside);
            $cells[] = $cell("stroke-$step-black", CellRole::StrokeBlack, $step, $at, 6, 2.2);
        }

        return $cells;
    }

    /** @return list<Cell> the line under the paint above, the line over it below, each with its bare ends */
    private static function linePair(\Closure $cell): array
    {
        $cells = [$cell('between-lines', CellRole::BetweenLines, 0, 23, 18, 4)];
        foreach ([[CellRole::UnderBare, CellRole::UnderPainted, -self::LINE_APART_MM], [CellRole::OverBare, CellRole::OverPainted, self::LINE_APART_MM]] as [$bare, $painted, $down]) {
            $cells[] = $cell("$bare->value-left", $bare, 1, 4, 5, 2.2, $down);
            $cells[] = $cell("$bare->value-right", $bare, 2, 42, 5, 2.2, $down);
            $cells[] = $cell($painted->value, $painted, 0, 23, 18, 2.2, $down);
        }

        return $cells;
    }
}
