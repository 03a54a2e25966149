<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card;

use MarshTrial\Core\CoreException;

/** The geometry of one card: pieces, windows, cells and labels, in millimetres on the sheet. */
final readonly class CardLayout
{
    public const MAX_ROWS = 6;

    public const PAGE_WIDTH_MM = 297.0;

    public const PAGE_HEIGHT_MM = 210.0;

    public const MARK_SIZE_MM = 6.0;

    public const CODE_MODULE_MM = 2.0;

    /** Nominal width of the black line, mm. */
    public const LINE_MM = 4.0;

    public function __construct(
        public CardKind $kind,
        public string $uuid,
        public string $title,
        /** @var list<RowLabel> */
        public array $rows,
        /** @var list<Piece> */
        public array $pieces,
        /** @var list<Window> */
        public array $windows,
        /** @var list<Cell> */
        public array $cells,
        /** @var array<string, string> property => protocol, where it is not the usual one */
        public array $protocols = [],
    ) {}

    public function codeText(): string
    {
        return CardCode::forCard($this->uuid, 'whole')->text();
    }

    /** What is printed on a piece to know it by. */
    public function codeOf(Piece $piece): CardCode
    {
        return $this->kind->isUnderPocketFrames() ? PocketFrame::code() : CardCode::forCard($this->uuid, $piece->id);
    }

    /** @param list<RowLabel> $rows other labels for the same rows */
    public function withRows(array $rows): self
    {
        return new self($this->kind, $this->uuid, $this->title, $rows, $this->pieces, $this->windows, $this->cells, $this->protocols);
    }

    public function piece(string $id): Piece
    {
        foreach ($this->pieces as $piece) {
            if ($piece->id === $id) {
                return $piece;
            }
        }
        throw new CoreException("The card has no piece called $id.");
    }

    /** @return list<Cell> cells of one row, optionally of one role or piece, in card order */
    public function cellsOf(int $row, ?CellRole $role = null, ?string $piece = null): array
    {
        return array_values(array_filter($this->cells, static fn (Cell $c): bool => $c->row === $row
            && ($role === null || $c->role === $role) && ($piece === null || $c->piece === $piece)));
    }

    /** @return array<string, Cell> */
    public function cellsById(): array
    {
        return array_column($this->cells, null, 'id');
    }

    /** Whether the rows of this card have a block. */
    public function has(BlockKind $kind): bool
    {
        return $this->rows !== [] && $this->windowOf($this->rows[0]->row, $kind) !== null;
    }

    /** The window of a block in a row; null where the card does not have it. */
    public function windowOf(int $row, BlockKind $kind): ?Window
    {
        foreach ($this->windows as $window) {
            if ($window->row === $row && $window->use === $kind->value) {
                return $window;
            }
        }

        return null;
    }

    /**
     * The blocks of a property card, in order.
     *
     * @return list<Block>
     */
    public function blocks(): array
    {
        $out = [];
        foreach ($this->rows === [] ? [] : $this->windowsOf($this->rows[0]->row) as $window) {
            $kind = BlockKind::tryFrom($window->use);
            if ($kind !== null) {
                $role = $kind->definition()::fieldRole();
                $out[] = Block::of($kind, $role === null ? null : count($this->cellsOf($window->row, $role)));
            }
        }

        return $out;
    }

    /**
     * What stands at the fields of a block: drops of a ladder, layers of a glaze lane.
     *
     * @return list<array{0: float, 1: string}> middle of the field, mm on the sheet, and its name
     */
    public function fieldNames(int $row, BlockKind $kind): array
    {
        $role = $kind->definition()::fieldRole();
        $cells = $role === null ? [] : $this->cellsOf($row, $role);
        $names = $cells === [] ? [] : Block::of($kind, count($cells))->fieldNames();

        return array_map(static fn (Cell $cell, string $name): array => [$cell->area->centre()->x, $name], $cells, $names);
    }

    /** @return list<Window> */
    public function windowsOf(int $row, ?string $piece = null): array
    {
        return array_values(array_filter($this->windows, static fn (Window $w): bool => $w->row === $row && ($piece === null || $w->piece === $piece)));
    }

    /**
     * @param list<RowLabel> $rows
     *
     * @throws CoreException when there are no rows or more than six
     */
    public static function checkRows(array $rows): void
    {
        if ($rows === [] || count($rows) > self::MAX_ROWS) {
            throw new CoreException(sprintf('A card takes one to %d paints; this one has %d.', self::MAX_ROWS, count($rows)));
        }
    }

    /** Code area of 32 by 8 mm with its upper left corner at the given place. */
    public static function codeArea(float $x, float $y): Rect
    {
        return new Rect($x, $y, CardCode::COLUMNS * self::CODE_MODULE_MM, CardCode::ROWS * self::CODE_MODULE_MM);
    }
}
