<?php

declare(strict_types=1);

namespace MarshTrial\Core\Evidence;

use MarshTrial\Core\Rating\ClassChances;
use MarshTrial\Core\Rating\Scale;

/**
 * What would settle most about a paint: for every property the doubt that is left (entropy over its classes, in bits), less the doubt
 * that one more test would leave. All constants are this project's own.
 */
final readonly class NextTest
{
    /** Doubt that a first test usually leaves, bits. */
    private const LEFT_BY_A_FIRST = 0.35;

    /** What a contradiction between claim, eye and picture adds: somebody is wrong. */
    private const CONTRADICTION = 0.5;

    /** Middles of eight equally likely parts of a standard normal distribution. */
    private const EIGHTHS = [-1.534, -0.887, -0.489, -0.157, 0.157, 0.489, 0.887, 1.534];

    /** What a look at a strip that hangs anyway is worth at most, bits: nobody has to paint for it. */
    private const HANGING = 0.3;

    /** Share of doubt that is kept for all classes alike where it is known how often each is found. */
    private const KEPT = 0.25;

    /** A gain below this is not worth a test. */
    private const LEAST_GAIN = 0.1;

    private function __construct(
        public string $property,
        /** Bits of doubt that one more test takes away. */
        public float $gain,
        /** @var array<string, float> class => chance as things stand, above 2 %, likeliest first */
        public array $chances,
        public string $why,
    ) {}

    /**
     * @param array<string, array{limits: array<string, float>, value: float|null, uncertainty: float|null, classes95: list<string>, tests: int, testers: int, others: list<string>, contradicted: list<string>, usual?: array<string, float>, hangs?: string|null}> $known by property: newest measured value (null: none), the classes of other paints of its codes, and who is contradicted by the picture; how often classes are found at all, and when a strip that hangs is looked at next
     *
     * @return list<self> most first
     */
    public static function rank(array $known): array
    {
        $out = [];
        foreach ($known as $property => $of) {
            $next = match (true) {
                ($of['hangs'] ?? null) !== null => self::hanging($property, $of), $of['tests'] === 0 => self::first($property, $of), default => self::another($property, $of),
            };
            if ($next->gain >= self::LEAST_GAIN) {
                $out[] = $next;
            }
        }
        usort($out, static fn (self $a, self $b): int => $b->gain <=> $a->gain);

        return $out;
    }

    /**
     * A strip that hangs needs no other: light does the work.
     *
     * @param array{limits: array<string, float>, classes95: list<string>, contradicted: list<string>, ...} $of
     */
    private static function hanging(string $property, array $of): self
    {
        $open = $of['classes95'];
        $left = log(max(1, count($open) ?: count($of['limits'])), 2) / 2;

        return new self($property, min($left, self::HANGING), [], 'its strip hangs already'.($open === [] ? '' : ', and leaves '.implode(', ', $open).' possible').": look at it $of[hangs]");
    }

    /** @param array{limits: array<string, float>, others: list<string>, usual?: array<string, float>, ...} $of */
    private static function first(string $property, array $of): self
    {
        $classes = array_keys($of['limits']);
        $usual = array_sum($of['usual'] ?? []) > 0 ? $of['usual'] ?? [] : [];
        $chances = [];
        foreach ($classes as $class) {
            // Other paints of the code lead one to expect something, and less so all paints; one share of doubt is kept for all classes alike.
            $all = $usual === [] ? 1 / count($classes) : (($usual[$class] ?? 0.0) / array_sum($usual) + self::KEPT / count($classes)) / (1 + self::KEPT);
            $chances[$class] = (count(array_keys($of['others'], $class, true)) + $all) / (count($of['others']) + 1);
        }
        $seen = array_values(array_intersect($classes, $of['others']));
        $others = count($of['others']);

        return new self(
            $property, max(0.0, self::doubt($chances) - self::LEFT_BY_A_FIRST), self::shown($chances),
            'not tested'.match (true) {
                $others === 0 => '; no other paint of its codes tells what to expect',
                count($seen) === 1 => sprintf('; %s of its codes %s %s', $others === 1 ? 'the one other paint' : "$others other paints", $others === 1 ? 'is' : 'are', $seen[0]),
                default => sprintf('; %d other paints of its codes run from %s to %s', $others, $seen[0], $seen[count($seen) - 1]),
            },
        );
    }

    /** @param array{limits: array<string, float>, value: float|null, uncertainty: float|null, classes95: list<string>, tests: int, testers: int, others: list<string>, contradicted: list<string>} $of */
    private static function another(string $property, array $of): self
    {
        if ($of['value'] === null || $of['uncertainty'] === null || $property === 'lightfastness') {
            // A short exposure leaves a set of categories; more light narrows it.
            $chances = array_fill_keys($of['classes95'], 1 / max(1, count($of['classes95'])));
            $now = self::doubt($chances);
            $after = $now / 2;
        } else {
            $spread = hypot($of['uncertainty'], Scale::current()->evidence->usual[0] * abs($of['value']) / sqrt(max(1, $of['testers'])));
            $chances = ClassChances::of($of['limits'], $of['value'], $spread / sqrt($of['tests']));
            $now = self::doubt($chances);
            $after = self::doubtExpected($of['limits'], $of['value'], $spread / sqrt($of['tests']), $spread / sqrt($of['tests'] + 1));
        }
        $why = [
            $property === 'lightfastness' ? (count($of['classes95']) > 1 ? 'its light so far leaves '.implode(', ', $of['classes95']).' possible' : 'one category only') : sprintf('%s by %s', $of['tests'] === 1 ? 'one test' : "$of[tests] tests", $of['testers'] === 1 ? 'one tester' : "$of[testers] testers"),
            ...array_map(static fn (string $who): string => "$who says otherwise", $of['contradicted']),
        ];

        return new self($property, max(0.0, $now - $after) + ($of['contradicted'] === [] ? 0.0 : self::CONTRADICTION), $property === 'lightfastness' ? [] : self::shown($chances), implode('; ', $why));
    }

    /**
     * Doubt after one more test, over what that test may say: the mean moves by as much as its spread shrinks.
     *
     * @param array<string, float> $limits
     */
    private static function doubtExpected(array $limits, float $value, float $spread, float $then): float
    {
        $moves = sqrt(max(0.0, $spread ** 2 - $then ** 2));

        return array_sum(array_map(static fn (float $z): float => self::doubt(ClassChances::of($limits, $value + $z * $moves, $then)), self::EIGHTHS)) / count(self::EIGHTHS);
    }

    /** @param array<string, float> $chances */
    private static function doubt(array $chances): float
    {
        return -array_sum(array_map(static fn (float $p): float => $p <= 0 ? 0.0 : $p * log($p, 2), $chances));
    }

    /**
     * @param array<string, float> $chances
     *
     * @return array<string, float>
     */
    private static function shown(array $chances): array
    {
        arsort($chances);

        return array_filter($chances, static fn (float $p): bool => $p > 0.02);
    }
}
