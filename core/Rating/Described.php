<?php

declare(strict_types=1);

namespace MarshTrial\Core\Rating;

/** What a property is, wherever its number comes from. */
interface Described
{
    public static function property(): Property;

    public static function quantity(): Quantity;

    /** Null for what has no classes. */
    public static function scale(Scale $scale): ?ClassScale;

    public static function formula(): string;

    /** @return list<object> the parts of a scale that decide it */
    public static function thresholds(Scale $scale): array;

    /** What a reader has to bear in mind. */
    public static function weakness(): string;

    /** Whether makers claim it and every page of a paint rates it. */
    public static function isClaimed(): bool;

    /** The class as a reader is told it, with its chance; null where there is none. */
    public static function said(KeptRating $rating): ?string;

    /** The number with its uncertainty and unit. */
    public static function number(KeptRating $rating): string;

    /** Class and number together. */
    public static function told(KeptRating $rating): string;

    /** What it says in a line of its row, where the property is not named beside it. */
    public static function brief(KeptRating $rating): string;
}
