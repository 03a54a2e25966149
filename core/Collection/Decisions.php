<?php

declare(strict_types=1);

namespace MarshTrial\Core\Collection;

/** What a tester decides of a paint, and what of the evidence has changed since. */
final class Decisions
{
    public const WORDS = ['keep', 'buy', 'replace', 'let go', 'use up', 'wanted'];

    /** Said of a property that nobody has tested. */
    private const UNTESTED = 'not tested';

    /**
     * @param array<string, string> $then what the evidence said, by property
     * @param array<string, string> $now
     *
     * @return list<string> such as "staining: low, was not tested"
     */
    public static function changes(array $then, array $now): array
    {
        $out = [];
        foreach (array_unique([...array_keys($now), ...array_keys($then)]) as $property) {
            [$was, $is] = [$then[$property] ?? self::UNTESTED, $now[$property] ?? self::UNTESTED];
            if ($was !== $is) {
                $out[] = "$property: $is, was $was";
            }
        }

        return $out;
    }
}
