<?php

declare(strict_types=1);

namespace MarshTrial\Core\Swatch;

use MarshTrial\Core\Card\Rect;

/** Finds the largest upright rectangle of squares that are allowed. */
final class EvenPlaces
{
    /**
     * @param array<int, bool> $allowed by square
     * @param int $most longest side, squares
     *
     * @return Rect|null mm on the frame
     */
    public static function largest(WindowGrid $grid, array $allowed, int $most): ?Rect
    {
        $heights = array_fill(0, $grid->columns, 0);
        $best = null;
        $area = 0;
        for ($y = 0; $y < $grid->rows; $y++) {
            for ($x = 0; $x < $grid->columns; $x++) {
                $heights[$x] = isset($allowed[$y * $grid->columns + $x]) ? $heights[$x] + 1 : 0;
            }
            // Every stretch of columns as high as its lowest allows; windows are small.
            for ($x = 0; $x < $grid->columns; $x++) {
                $low = $most;
                for ($end = $x; $end < min($grid->columns, $x + $most) && $heights[$end] > 0; $end++) {
                    $low = min($low, $heights[$end]);
                    $size = $low * ($end - $x + 1);
                    // Between equals the one nearer to a square.
                    if ($size > $area || ($size === $area && $best !== null && min($low, $end - $x + 1) > min($best[2], $best[3]))) {
                        $area = $size;
                        $best = [$x, $y - $low + 1, $end - $x + 1, $low];
                    }
                }
            }
        }

        return $best === null ? null : $grid->rect(...$best);
    }
}
