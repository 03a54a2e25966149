<?php

declare(strict_types=1);

namespace MarshTrial\Core\Rating;

/** How likely each class is, given a value and its uncertainty; and how that is said: one word first, with its chance. */
final class ClassChances
{
    /**
     * Of a normally distributed value.
     *
     * @param array<string, float> $limits class => upper limit, least first
     *
     * @return array<string, float> class => chance, least class first; they add up to 1
     */
    public static function of(array $limits, float $value, float $uncertainty): array
    {
        return self::between($limits, static fn (float $to): float => self::normal(($to - $value) / max(1e-9, $uncertainty)));
    }

    /**
     * Of a value with any distribution.
     *
     * @param array<string, float> $limits class => upper limit, least first
     * @param callable(float): float $below chance of a value below a limit
     *
     * @return array<string, float> class => chance, least class first; they add up to 1
     */
    public static function between(array $limits, callable $below): array
    {
        $out = [];
        $before = 0.0;
        foreach ($limits as $class => $to) {
            $upTo = is_infinite($to) ? 1.0 : $below($to);
            $out[$class] = max(0.0, $upTo - $before);
            $before = max($before, $upTo);
        }

        return $out;
    }

    /**
     * The same where only some classes are possible.
     *
     * @param array<string, float> $chances
     * @param list<string> $classes
     *
     * @return array<string, float> empty where nothing tells one from the other
     */
    public static function within(array $chances, array $classes): array
    {
        if (count($classes) === 1) {
            return [$classes[0] => 1.0];
        }
        $kept = array_intersect_key($chances, array_flip($classes));
        $sum = array_sum($kept);

        return $sum <= 0 ? [] : array_map(static fn (float $c): float => $c / $sum, $kept);
    }

    /** @param array<string, float> $chances */
    public static function likeliest(array $chances): ?string
    {
        return $chances === [] ? null : (string) array_search(max($chances), $chances, true);
    }

    /** @param array<string, float> $chances */
    public static function plain(array $chances): ?string
    {
        return $chances !== [] && max($chances) >= Scale::current()->certainty->plain ? self::likeliest($chances) : null;
    }

    /**
     * No class is likely enough to stand by itself.
     *
     * @param array<string, float> $chances
     */
    public static function isBetween(array $chances): bool
    {
        return $chances === [] || max($chances) < Scale::current()->certainty->perhaps;
    }

    /** @param array<string, float> $chances least class first */
    public static function said(array $chances): ?string
    {
        $likeliest = self::likeliest($chances);
        if ($likeliest === null) {
            return null;
        }
        $most = $chances[$likeliest];
        $told = sprintf('%s (%d %%)', $likeliest, (int) round(100 * $most));
        $hedge = self::hedge($most);
        if ($hedge !== null) {
            return $hedge === '' ? $likeliest : $hedge.$told;
        }
        if ($most < Scale::current()->certainty->known) {
            return 'not known';
        }
        [$low, $high] = self::neighbours($chances, $likeliest);

        return $chances[$low] + $chances[$high] >= Scale::current()->certainty->two ? "between $low and $high" : "perhaps $told";
    }

    /** What stands before something that has a chance: nothing, "probably ", "perhaps "; null where it is too unlikely to be said by itself. */
    public static function hedge(float $chance): ?string
    {
        $certainty = Scale::current()->certainty;

        return match (true) {
            $chance >= $certainty->plain => '',
            $chance >= $certainty->probably => 'probably ',
            $chance >= $certainty->perhaps => 'perhaps ',
            default => null,
        };
    }

    /**
     * A class and its likelier neighbour, both in the order of the scale.
     *
     * @param array<string, float> $chances two or more, least class first
     *
     * @return array{0: string, 1: string}
     */
    public static function neighbours(array $chances, string $class): array
    {
        $names = array_keys($chances);
        $i = (int) array_search($class, $names, true);
        $above = $i === 0 || ($i < count($names) - 1 && $chances[$names[$i + 1]] > $chances[$names[$i - 1]]);
        $j = $above ? $i + 1 : $i - 1;

        return [$names[min($i, $j)], $names[max($i, $j)]];
    }

    /**
     * Share of a standard normal distribution below z, to 1e-7.
     *
     * Source: Abramowitz and Stegun 1964, 26.2.17.
     */
    public static function normal(float $z): float
    {
        $t = 1 / (1 + 0.2316419 * abs($z));
        $tail = exp(-$z * $z / 2) / sqrt(2 * M_PI) * $t * (0.319381530 + $t * (-0.356563782 + $t * (1.781477937 + $t * (-1.821255978 + $t * 1.330274429))));

        return $z >= 0 ? 1 - $tail : $tail;
    }
}
