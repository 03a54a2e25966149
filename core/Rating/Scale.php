<?php

declare(strict_types=1);

namespace MarshTrial\Core\Rating;

use MarshTrial\Core\CoreException;

/**
 * Every threshold by which readings become ratings, under a name. A scale that has rated is never changed: a change makes a
 * further one, both rate side by side, and what the earlier one said stays.
 *
 * Sources in its parts: "own" is this project's choice, "own, simulated" was found by simulating films, ink and scanners,
 * "memory" is remembered from the standard named.
 */
final readonly class Scale
{
    /** Names of all scales, the latest last. */
    public const NAMES = ['bench scale 1'];

    /** Version of the rules that derive ratings from readings with a scale. */
    public const RULES = 7;

    /** Version since which the numbers of ratings are what they are now; what is told of fading follows from strips, whatever their version. */
    public const SAME_SINCE = 6;

    /** Standard deviations to either side that hold 95 % of a normal distribution (JCGM 100:2008, table G.1: coverage factor 1.960). */
    public const COVERAGE_95 = 1.96;

    public function __construct(
        public string $name,
        public Scale\Depths $depths = new Scale\Depths,
        public Scale\Body $body = new Scale\Body,
        public Scale\Surface $surface = new Scale\Surface,
        public Scale\Lifting $lifting = new Scale\Lifting,
        public Scale\Grain $grain = new Scale\Grain,
        public Scale\Blotch $blotch = new Scale\Blotch,
        public Scale\Steps $steps = new Scale\Steps,
        public Scale\Strength $strength = new Scale\Strength,
        public Scale\Water $water = new Scale\Water,
        public Scale\Drift $drift = new Scale\Drift,
        public Scale\Drops $drops = new Scale\Drops,
        public Scale\Fade $fade = new Scale\Fade,
        public Scale\Course $course = new Scale\Course,
        public Scale\Film $film = new Scale\Film,
        public Scale\Picture $picture = new Scale\Picture,
        public Scale\Swatch $swatch = new Scale\Swatch,
        public Scale\Certainty $certainty = new Scale\Certainty,
        public Scale\Evidence $evidence = new Scale\Evidence,
    ) {}

    /** The scale that holds. */
    public static function current(): self
    {
        return self::named(self::NAMES[count(self::NAMES) - 1]);
    }

    /** @throws CoreException for an unknown scale */
    public static function named(string $name): self
    {
        return match ($name) {
            'bench scale 1' => new self($name),
            default => throw new CoreException("There is no scale called \"$name\"."),
        };
    }

    /**
     * Classes that a value's interval touches, least first.
     *
     * @param array<string, float> $limits class => upper limit
     *
     * @return list<string>
     */
    public static function classesWithin(array $limits, float $low, float $high): array
    {
        $out = [];
        $from = -INF;
        foreach ($limits as $class => $to) {
            if ($high >= $from && $low < $to) {
                $out[] = $class;
            }
            $from = $to;
        }

        return $out;
    }
}
