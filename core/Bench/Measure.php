<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Rating\Described;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\Rating;

/** A property that a block of a property card tells, and how a row is rated in it. One class a file; Property names it. */
interface Measure extends Described
{
    public static function block(): BlockKind;

    public static function rate(RowUnderTest $test): Rating;
}
