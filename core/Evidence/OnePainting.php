<?php

declare(strict_types=1);

namespace MarshTrial\Core\Evidence;

use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Lab;

/** Whether two pictures of a card can be of the same painting, given how sure each says it is of its colours. */
final class OnePainting
{
    /** Share of cells that may differ by more than their joint 95 % range before it cannot be one painting (own: one in twenty is expected, dust and glare take a few more). */
    public const MOST_APART = 0.25;

    /** Differences below this are never the paint's, dE00 (own: twice what two scans of one card scatter by). */
    private const NEVER_DE00 = 1.5;

    /** Range of a cell that states none, dE00 (own: a picture that nothing calibrates). */
    private const UNSTATED_DE00 = 4.0;

    /** Fewer common cells decide nothing. */
    private const LEAST_CELLS = 4;

    /**
     * @param array<string, array{lab: Lab, uncertainty95: float|null}> $one by cell
     * @param array<string, array{lab: Lab, uncertainty95: float|null}> $two by cell
     */
    public static function could(array $one, array $two): bool
    {
        $common = array_intersect_key($one, $two);
        if (count($common) < self::LEAST_CELLS) {
            return true;
        }
        $apart = array_filter(array_keys($common), static fn (string $id): bool => Difference::ciede2000($one[$id]['lab'], $two[$id]['lab'])
            > max(self::NEVER_DE00, hypot($one[$id]['uncertainty95'] ?? self::UNSTATED_DE00, $two[$id]['uncertainty95'] ?? self::UNSTATED_DE00)));

        return count($apart) <= self::MOST_APART * count($common);
    }
}
