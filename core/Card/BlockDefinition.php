<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card;

/** One test of a property card as it lies on the sheet: its window, what is printed beside it, and the places in it that are sampled. One class a file; BlockKind names it. */
interface BlockDefinition
{
    public static function label(): string;

    /** What it is for, in a few words. */
    public static function tells(): string;

    /** What is painted there, printed above the window. */
    public static function caption(): string;

    /** @return array{0: int, 1: int, 2: int}|null fewest, usual and most fields; null where their number is fixed */
    public static function counts(): ?array;

    /** Role of the fields whose number can be chosen; null where it is fixed. */
    public static function fieldRole(): ?CellRole;

    /**
     * What is printed above each field: its drops or its layers, strongest first; empty where the caption says it all.
     *
     * @return list<string>
     */
    public static function fieldNames(int $count): array;

    public static function heightMm(): float;

    public static function widthMm(int $count): float;

    /** What is painted of the window whose upper left corner lies there, mm; null where each field is painted by itself. */
    public static function painted(float $x, float $y, int $count): ?Rect;

    /** @return list<Cell> */
    public static function cells(CellPlacer $at, int $count): array;

    /** @return list<float> distances from the window's left edge at which ticks part it, mm */
    public static function partings(): array;

    /** Whether a black line is ruled in it before anything is painted. */
    public static function needsLine(): bool;

    /**
     * What is done at the bench, in order; the first lays what the eye judges.
     *
     * @param string $lifting protocol of lifting; '': whatever any of them asks for
     *
     * @return non-empty-list<BenchTask>
     */
    public static function tasks(int $count, string $lifting): array;

    /** @return non-empty-list<Protocol> ways of doing what it tells; the usual one of each property first */
    public static function protocols(): array;
}
