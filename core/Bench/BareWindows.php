<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Imaging\CellFlag;
use MarshTrial\Core\Imaging\CellReading;
use MarshTrial\Core\Imaging\CellRemark;
use MarshTrial\Core\Imaging\Median;
use MarshTrial\Core\Rating\Scale;

/**
 * Holds the bare windows of a card against each other and against the sheet around them: one that is stained would turn every deposit of its
 * row. Where a card lies as a frame over other paper, windows and sheet differ by one ratio, and that ratio tells.
 */
final class BareWindows
{
    /**
     * @param array<int, CellReading> $papers by row
     * @param LinearRgb $sheet bare paper between the windows
     *
     * @return array<int, CellReading> the same, an odd one replaced by what the sheet says
     */
    public static function checked(Scale $scale, array $papers, LinearRgb $sheet): array
    {
        $ratios = array_map(static fn (CellReading $r): array => array_map(static fn (float $v, float $s): float => $v / max(1e-4, $s), $r->rgb->toArray(), $sheet->toArray()), $papers);
        // With two the one that is more like the sheet is believed, with one there is nothing to hold it against.
        $usual = [1.0, 1.0, 1.0];
        if (count($papers) > 2) {
            foreach ([0, 1, 2] as $c) {
                $usual[$c] = Median::of(array_column($ratios, $c));
            }
        } elseif (count($papers) === 2) {
            $usual = self::off($ratios[array_key_first($ratios)], $usual) <= self::off($ratios[array_key_last($ratios)], $usual) ? $ratios[array_key_first($ratios)] : $ratios[array_key_last($ratios)];
        }
        $out = [];
        foreach ($papers as $row => $reading) {
            $off = self::off($ratios[$row], $usual);
            $out[$row] = match (true) {
                count($papers) === 1 => $off > $scale->picture->unlikeSheet ? $reading->replacedBy($reading->rgb, new CellRemark(CellFlag::WindowUnlikeSheet, $off)) : $reading,
                $off > $scale->picture->oddWindow => $reading->replacedBy(
                    LinearRgb::fromArray(array_map(static fn (float $s, float $u): float => $s * $u, $sheet->toArray(), $usual)),
                    new CellRemark(CellFlag::OddWindow, $off),
                ),
                default => $reading,
            };
        }

        return $out;
    }

    /**
     * The same for the bare ends of a line: one that is covered, worn or painted over is left to the other end.
     *
     * @param list<CellReading> $ends of one row
     * @param float $usual median luminance of all ends on the card
     *
     * @return list<CellReading>
     */
    public static function blackEnds(array $ends, float $usual): array
    {
        $fit = array_values(array_filter($ends, static fn (CellReading $r): bool => $r->rgb->luminance() < 1.6 * $usual + 0.01));

        return $fit === [] || count($fit) === count($ends) ? $ends : array_map(static fn (CellReading $r): CellReading => $r->replacedBy($r->rgb, new CellRemark(CellFlag::OtherEndPaler)), $fit);
    }

    /**
     * @param array<int, float> $ratio
     * @param array<int, float> $usual
     */
    private static function off(array $ratio, array $usual): float
    {
        return max(array_map(static fn (float $r, float $u): float => abs($r / max(1e-4, $u) - 1), $ratio, $usual));
    }
}
