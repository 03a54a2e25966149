<?php

declare(strict_types=1);

namespace MarshTrial\Core\Measuring;

use MarshTrial\Core\Card\Cell;
use MarshTrial\Core\Card\CellId;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Card\OldStrip;
use MarshTrial\Core\Fading\HalfPair;
use MarshTrial\Core\Imaging\CellReading;
use MarshTrial\Core\Imaging\PictureFault;
use MarshTrial\Core\Rating\Scale;
use MarshTrial\Core\Swatch\SwatchMeter;
use MarshTrial\Core\Swatch\SwatchReading;

/** Reads the two halves of an old strip through pocket frames, and finds the places on them that were painted alike. */
final class OldStripMeter
{
    /** @var list<Cell> */
    public array $placed = [];

    /** @var array<string, CellReading> */
    public array $cells = [];

    /** @var array<string, CellReading> */
    public array $papers = [];

    /** @var list<HalfPair> */
    public array $pairs = [];

    /** @var list<string> */
    public array $remarks = [];

    public function __construct(private readonly Scale $scale) {}

    /** @throws PictureFault where a half shows nothing that can be compared */
    public function read(SwatchMeter $meter, bool $windowFirst): void
    {
        [$first, $second] = $windowFirst ? [2, 1] : [1, 2];
        $dark = self::shown($meter->read($first), 'dark');
        // Both in the same light: what their papers differ by is part of what is asked.
        $window = self::shown($meter->read($second, $dark->gain), 'window');
        $fewer = count(self::even($this->scale, $window)) < count(self::even($this->scale, $dark));
        if ($fewer) {
            $this->remarks[] = 'the window half shows fewer parts of even depth than the dark half: a pale part is taken to have faded away, and the deepest parts are compared, with a wide range; do both frames show the same parts?';
        }
        foreach (self::alike($this->scale, $dark, $window) as [$kept, $exposed, $depth]) {
            foreach (['kept' => [$kept, $dark], 'exposed' => [$exposed, $window]] as $half => [$cell, $of]) {
                $piece = OldStrip::halves($windowFirst)[$half];
                $this->place($piece, CellId::ofHalf($half, OldStrip::ROW, CellRole::Depth, $depth), CellRole::Depth, $depth, $cell, $of, $half);
            }
            $this->pairs[] = new HalfPair(
                OldStrip::ROW, $depth, $dark->readings[$kept->id], $window->readings[$exposed->id], self::paper($dark), self::paper($window),
                $fewer ? $this->scale->fade->guessedMismatch : $this->scale->fade->placedMismatch,
            );
        }
        $this->remarks = array_values(array_unique([...$this->remarks, ...$dark->remarks, ...$window->remarks]));
    }

    private function place(string $piece, string $id, CellRole $role, int $step, Cell $cell, SwatchReading $of, string $half): void
    {
        $paper = CellId::ofHalf($half, OldStrip::ROW, CellRole::Paper);
        if (! isset($this->cells[$paper])) {
            foreach ($of->cells as $bare) {
                if ($bare->role === CellRole::Paper) {
                    $this->placed[] = new Cell($paper, $piece, OldStrip::ROW, CellRole::Paper, 0, $bare->area);
                    $this->cells[$paper] = $this->papers[$paper] = $of->readings[$bare->id];
                }
            }
        }
        $this->placed[] = new Cell($id, $piece, OldStrip::ROW, $role, $step, $cell->area);
        $this->cells[$id] = $of->readings[$cell->id];
        $this->papers[$id] = self::paper($of);
    }

    private static function paper(SwatchReading $of): CellReading
    {
        return $of->paper ?? throw new \LogicException('Halves without bare paper are refused.');
    }

    private static function shown(SwatchReading $of, string $half): SwatchReading
    {
        if ($of->problem !== null) {
            throw new PictureFault("The $half half: ".lcfirst($of->problem).($half === 'window' ? ' If its paint is gone, enter what the eye sees as a verdict.' : ''));
        }
        if ($of->paper === null) {
            throw new PictureFault("No bare paper shows beside the $half half. Lay the frame so that a strip of its own bare paper is in the window.");
        }

        return $of;
    }

    /**
     * Parts of one even depth on both halves, by their order, the deepest first. Where a strip runs from deep to pale nothing tells which places
     * were painted alike, and it is not guessed. Where the window half shows fewer parts a pale one is taken to have faded away, and only the
     * deepest of both are compared.
     *
     * @return list<array{0: Cell, 1: Cell, 2: int}> dark, window, depth (1 to 3)
     */
    private static function alike(Scale $scale, SwatchReading $dark, SwatchReading $window): array
    {
        [$even, $faded] = [self::even($scale, $dark), self::even($scale, $window)];
        if ($even === [] || $faded === []) {
            throw new PictureFault('The '.($even === [] ? 'dark' : 'window').' half shows no part of one even depth, so nothing tells which places were painted alike. Lay both frames over the same even part, such as the full-strength end.');
        }
        if (count($even) < count($faded)) {
            throw new PictureFault(sprintf('The dark half shows %d parts of even depth and the window half %d. Do they lie the other way round? Else lay both frames so that they show the same parts.', count($even), count($faded)));
        }
        if (count($even) > count($faded)) {
            return [[$even[0], $faded[0], self::depth($scale, $dark, $even[0])]];
        }
        $out = [];
        foreach ($even as $i => $cell) {
            // Two parts that come to one depth are one: the deeper leads.
            $depth = self::depth($scale, $dark, $cell);
            $out[$depth] ??= [$cell, $faded[$i], $depth];
        }

        return array_values($out);
    }

    /** @return list<Cell> parts of one even depth, the deepest first */
    private static function even(Scale $scale, SwatchReading $of): array
    {
        $cells = array_values(array_filter($of->cells, static fn (Cell $c): bool => in_array($c->role, [CellRole::Swatch, CellRole::Wash], true) && ($of->shares[$c->id] ?? 0.0) >= $scale->fade->evenShare));
        usort($cells, static fn (Cell $a, Cell $b): int => $of->readings[$a->id]->rgb->luminance() <=> $of->readings[$b->id]->rgb->luminance());

        return $cells;
    }

    /** Which of the three depths of a fade card it comes nearest to, by its dark half. */
    private static function depth(Scale $scale, SwatchReading $of, Cell $cell): int
    {
        $deposit = $of->deposits[$cell->id] ?? null;

        return match (true) {
            $deposit === null || $deposit > sqrt($scale->depths->reference * $scale->fade->masstone) => 1,
            $deposit > sqrt($scale->depths->reference * $scale->depths->tint) => 2,
            default => 3,
        };
    }
}
