<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

/** What a property is, wherever its number comes from. */
interface Described
{
    public static function property(): Property;

    public static function quantity(): Quantity;

    /** Null for what has no classes. */
    public static function scale(): ?ClassScale;

    /** Whether makers claim it and every page of a paint rates it. */
    public static function isClaimed(): bool;
}
