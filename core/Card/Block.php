<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card;

use MarshTrial\Core\CoreException;

/** One test on a card: a window of its own, with the places in it that are sampled. */
final readonly class Block
{
    /** How far the painted field reaches beyond its cell, mm. */
    public const FIELD_MARGIN_MM = 1.6;

    /** @throws CoreException when a block has another number of fields than it can have */
    private function __construct(public BlockKind $kind, public int $count)
    {
        $counts = $kind->definition()::counts();
        if ($counts !== null && ($count < $counts[0] || $count > $counts[2])) {
            throw new CoreException(sprintf('A %s has %d to %d fields; %d were asked for.', $kind->definition()::label(), $counts[0], $counts[2], $count));
        }
    }

    public static function of(BlockKind $kind, ?int $count = null): self
    {
        return new self($kind, $kind->definition()::counts() === null ? 1 : $count ?? $kind->definition()::counts()[1]);
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
                throw new CoreException('The '.$kind->definition()::label().' is on the card already; each block is there once.');
            }
            $out[$kind->value] = self::of($kind, $count === null ? null : (int) $count);
        }

        return array_values($out) ?: throw new CoreException('A card needs at least one block.');
    }

    /**
     * The blocks that a card was made of.
     *
     * @return list<self>
     */
    public static function ofLayout(CardLayout $layout): array
    {
        $out = [];
        foreach ($layout->windowsOf($layout->rows[0]->row ?? 1, 'whole') as $window) {
            $kind = BlockKind::tryFrom($window->use);
            if ($kind !== null) {
                $role = $kind->definition()::fieldRole();
                $out[] = self::of($kind, $role === null ? null : count($layout->cellsOf($window->row, $role)));
            }
        }

        return $out;
    }

    /** Such as "ladder:6". */
    public function text(): string
    {
        return $this->kind->value.($this->kind->definition()::counts() === null ? '' : ":$this->count");
    }

    public function widthMm(): float
    {
        return $this->kind->definition()::widthMm($this->count);
    }

    /**
     * What is printed above each field; empty where the caption says it all.
     *
     * @return list<string>
     */
    public function fieldNames(): array
    {
        return $this->kind->definition()::fieldNames($this->count);
    }

    public function window(int $row, float $x, float $y): Window
    {
        $definition = $this->kind->definition();

        return new Window('whole', $row, $this->kind->value, new Rect($x, $y, $this->widthMm(), $definition::heightMm()), $definition::painted($x, $y, $this->count));
    }

    /** @return list<Cell> */
    public function cells(int $row, float $x, float $y): array
    {
        $definition = $this->kind->definition();

        return $definition::cells(new CellPlacer($row, $x, $y + $definition::heightMm() / 2), $this->count);
    }
}
