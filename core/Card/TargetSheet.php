<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card;

use MarshTrial\Core\CoreException;

/**
 * A carrier for patches of known colour, laid beside a card: a grid of patches between four marks. One row of greys is a wedge.
 *
 * Its printed code tells how many columns and rows it has, so a picture of it needs no further description.
 */
final readonly class TargetSheet
{
    public const PIECE = 'target';

    public const MOST_COLUMNS = 16;

    public const MOST_ROWS = 8;

    /** From one patch to the next; the patch itself; the part of it that is read, mm. */
    public const PITCH_MM = 10.0;

    public const PATCH_MM = 9.0;

    public const READ_MM = 5.5;

    private const MARGIN_MM = 14.0;

    private function __construct(public int $columns, public int $rows, public Piece $piece) {}

    /** @throws CoreException when there are too few or too many patches */
    public static function of(int $columns, int $rows): self
    {
        if ($columns < 4 || $columns > self::MOST_COLUMNS || $rows < 1 || $rows > self::MOST_ROWS) {
            throw new CoreException(sprintf('A target has 4 to %d columns and 1 to %d rows of patches.', self::MOST_COLUMNS, self::MOST_ROWS));
        }
        $outline = new Rect(0, 0, $columns * self::PITCH_MM + 2 * self::MARGIN_MM, $rows * self::PITCH_MM + 2 * self::MARGIN_MM);

        return new self($columns, $rows, Piece::withMarks(self::PIECE, $outline, 6, CardLayout::MARK_SIZE_MM, CardLayout::codeArea($outline->width / 2 - 16, 3)));
    }

    /** The sheet for a list of reference values: as many columns as divide them evenly, twelve if they can be. */
    public static function for(int $patches): self
    {
        foreach ([12, 10, 8, 9, 11, 7, 6, 14, 16, 15, 13, 5, 4] as $columns) {
            if ($patches % $columns === 0 && $patches / $columns <= self::MOST_ROWS) {
                return self::of($columns, intdiv($patches, $columns));
            }
        }
        throw new CoreException("The reference file has $patches patches, which fill no grid of 4 to 16 columns and 1 to 8 rows.");
    }

    /** @return self|null the sheet that a code tells of */
    public static function told(CardCode $code): ?self
    {
        [$columns, $rows] = [$code->number >> 8, $code->number & 255];

        return $code->piece !== self::PIECE || $columns < 4 || $columns > self::MOST_COLUMNS || $rows < 1 || $rows > self::MOST_ROWS ? null : self::of($columns, $rows);
    }

    public function code(): CardCode
    {
        return CardCode::numbered($this->columns << 8 | $this->rows, self::PIECE);
    }

    /** Patches along the rows, from 0. */
    public function patch(int $i, float $sideMm = self::PATCH_MM): Rect
    {
        return Rect::around(
            self::MARGIN_MM + self::PITCH_MM * ($i % $this->columns + 0.5), self::MARGIN_MM + self::PITCH_MM * (intdiv($i, $this->columns) + 0.5), $sideMm, $sideMm,
        );
    }

    public function count(): int
    {
        return $this->columns * $this->rows;
    }
}
