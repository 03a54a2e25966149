<?php

declare(strict_types=1);

namespace MarshTrial\Core\Instrument;

use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\Cell;
use MarshTrial\Core\Exchange\Sample;

/** Which cell of a card each reading of an instrument belongs to: by its name, or by the order in which it was taken. */
final class Matching
{
    /** Side that a place must have for a hand-held instrument's opening to lie within it, mm (common practice, no source). */
    public const APERTURE_MM = 4.0;

    /**
     * Cells that an instrument can read, in the order to go through them: row by row, the bare paper first.
     *
     * @return list<Cell>
     */
    public static function order(CardLayout $layout): array
    {
        $cells = array_values(array_filter($layout->cells, static fn (Cell $c): bool => ! $c->role->isOnLine() && min($c->area->width, $c->area->height) >= self::APERTURE_MM));
        // Within a row the order of the card stays.
        usort($cells, static fn (Cell $a, Cell $b): int => [$a->piece, $a->row] <=> [$b->piece, $b->row]);

        return $cells;
    }

    /**
     * Cell ids by sample: by name where most names are those of cells, else by order.
     *
     * @param list<Sample> $samples
     *
     * @return array{by: 'name'|'order', cells: list<string|null>} null: belongs to none
     */
    public static function of(array $samples, CardLayout $layout): array
    {
        $known = [];
        foreach ($layout->cells as $cell) {
            $known[self::plain($cell->id)] = $cell->id;
        }
        $named = array_map(static fn (Sample $s): ?string => $known[self::plain($s->name)] ?? null, $samples);
        if (count(array_filter($named, static fn (?string $id): bool => $id !== null)) * 2 > count($samples)) {
            return ['by' => 'name', 'cells' => $named];
        }
        $order = self::order($layout);

        return ['by' => 'order', 'cells' => array_map(static fn (int $i): ?string => ($order[$i] ?? null)?->id, array_keys($samples))];
    }

    /** "R1 Wash", "r1_wash" and "r1-wash" are one name. */
    private static function plain(string $name): string
    {
        return (string) preg_replace('/[^a-z0-9]+/', '', mb_strtolower($name));
    }
}
