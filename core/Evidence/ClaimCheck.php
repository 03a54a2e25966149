<?php

declare(strict_types=1);

namespace MarshTrial\Core\Evidence;

/** How a maker's claim stands to what was measured. */
enum ClaimCheck: string
{
    case Agrees = 'agrees';
    /** No class within the measured value's 95 % range fits the claim. */
    case Contradicted = 'contradicted';
    /** The range holds claimed and other classes. */
    case Open = 'open';
    /** Not measured, or the claim lies on no known scale. */
    case NotComparable = 'not comparable';

    /**
     * @param list<string> $claimed classes that the claim's word stands for
     * @param list<string> $classes95 classes within the measured 95 % range; empty when nothing was measured
     */
    public static function of(array $claimed, array $classes95): self
    {
        if ($claimed === [] || $classes95 === []) {
            return self::NotComparable;
        }
        $common = array_intersect($classes95, $claimed);

        return match (true) {
            $common === [] => self::Contradicted,
            count($common) === count($classes95) => self::Agrees,
            default => self::Open,
        };
    }
}
