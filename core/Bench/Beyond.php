<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

/** A property that no maker's claim speaks of. */
trait Beyond
{
    public static function isClaimed(): bool
    {
        return false;
    }
}
