<?php

declare(strict_types=1);

namespace MarshTrial\Core\Instrument;

use MarshTrial\Core\Card\Cell;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Lab;

/** Whether a reading can be what it is said to be. */
final class Plausibility
{
    /** Further than this from what a picture says, beyond the picture's own uncertainty, a reading is doubted, dE00 (own). */
    private const FAR = 6.0;

    /** Bare paper is lighter than this and has less chroma (own). */
    private const PAPER_LIGHTNESS = 70.0;

    private const PAPER_CHROMA = 20.0;

    /**
     * @param Lab|null $paper the reading of the row's bare paper, where there is one
     * @param Lab|null $seen what a picture of the card says of the same cell
     * @param float $seenUncertainty95 dE00
     *
     * @return string|null a sentence on what is odd; null when nothing is
     */
    public static function doubt(Cell $cell, Lab $reading, ?Lab $paper, ?Lab $seen, float $seenUncertainty95 = 0.0): ?string
    {
        if ($reading->l < 0 || $reading->l > 101 || abs($reading->a) > 130 || abs($reading->b) > 150) {
            return 'No surface has this colour: L* runs from 0 to 100, and a* and b* of paints stay within about 100.';
        }
        if ($cell->role === CellRole::Paper && ! self::isPaper($reading)) {
            return 'This is said to be bare paper, and is too dark or too strong in colour for it.';
        }
        if ($paper !== null && $cell->role !== CellRole::Paper && $reading->l > $paper->l + 2) {
            return 'This is lighter than the bare paper beside it; a sample may have been skipped.';
        }
        if ($seen !== null) {
            $off = Difference::ciede2000($reading, $seen);
            if ($off > self::FAR + $seenUncertainty95) {
                return sprintf('The picture of this card says another colour here (dE00 %.1f away); a sample may have been skipped or swapped.', $off);
            }
        }

        return null;
    }

    /** Whether a colour can be that of bare paper. */
    public static function isPaper(Lab $reading): bool
    {
        return $reading->l >= self::PAPER_LIGHTNESS && $reading->l <= 101 && $reading->chroma() <= self::PAPER_CHROMA;
    }
}
