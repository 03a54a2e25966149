<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Rating\Described;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\Rating;

/** A property that a block of a property card tells, and how a row is rated in it. One class a file; Measuring\Measures names it. */
interface Measure extends Described
{
    public static function block(): BlockKind;

    /** Where its window is shown beside those of other paints. */
    public static function shownIn(): SideBySide;

    public static function rate(RowUnderTest $test): Rating;
}
