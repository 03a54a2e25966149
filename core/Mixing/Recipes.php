<?php

declare(strict_types=1);

namespace MarshTrial\Core\Mixing;

use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\LinearRgb;

/** Mixtures of two, or of three, that come nearest to a wanted colour, at one depth or two: every pair at a few ratios, the best of them refined. */
final class Recipes
{
    /** Pairs that are refined, for every one that is asked for. */
    private const REFINED = 4;

    /** Least share of a paint in a recipe (own). */
    private const TRACE = 0.04;

    /** Pairs to which a third paint is tried, and turns in which the shares of three are settled. */
    private const WITH_A_THIRD = 6;

    private const TURNS = 6;

    /** What a second paint must gain, dE00 (own). */
    private const SIMPLER = 0.5;

    /**
     * @param array<int|string, PaintFilm> $films what may be mixed, by whatever name
     * @param list<array{lab: Lab, deposit: float|null}> $wanted colours at rising depth; a deposit of null: as light as the colour is
     * @param int $most recipes that are given
     * @param bool $three whether a third paint may be added to what two do not reach
     *
     * @return list<array{parts: list<array{0: int|string, 1: float}>, colours: list<LinearRgb>, dE00: float}> nearest first; single paints too
     */
    public static function near(array $films, array $wanted, Backing $backing, int $most = 6, bool $three = false): array
    {
        $found = CoarseSearch::of($films, $wanted, $backing)->best(self::REFINED * $most);
        $found = array_map(static fn (array $f): array => self::refined($f, $films, $wanted, $backing), $found);
        if ($three) {
            array_push($found, ...self::threes($found, $films, $wanted, $backing));
        }
        // A trace of another paint is a slip of the brush; and what one paint does alone needs no second one for a difference that nobody sees.
        $found = array_values(array_filter($found, static fn (array $f): bool => min(array_column($f[1], 1)) >= self::TRACE));
        $cost = static fn (array $f): float => $f[0] + self::SIMPLER * (count($f[1]) - 1);
        usort($found, static fn (array $a, array $b): int => $cost($a) <=> $cost($b));
        // Three that only add a trace to what two of them do are the same recipe again.
        $found = array_values(array_filter($found, static fn (array $f, int $i): bool => ! in_array(self::names($f), array_map(self::names(...), array_slice($found, 0, $i)), true), ARRAY_FILTER_USE_BOTH));

        return array_map(static function (array $f) use ($films, $wanted, $backing): array {
            $mixture = new Mixture(array_map(static fn (array $p): array => [$films[$p[0]], $p[1]], $f[1]), $backing);

            return ['parts' => $f[1], 'colours' => array_map(static fn (array $w): LinearRgb => self::at($mixture, $w), $wanted), 'dE00' => $f[0]];
        }, array_slice($found, 0, $most));
    }

    /**
     * The best pairs, each with the third paint that brings it nearest.
     *
     * @param list<array{0: float, 1: list<array{0: int|string, 1: float}>}> $pairs refined
     * @param array<int|string, PaintFilm> $films
     * @param list<array{lab: Lab, deposit: float|null}> $wanted
     *
     * @return list<array{0: float, 1: list<array{0: int|string, 1: float}>}>
     */
    private static function threes(array $pairs, array $films, array $wanted, Backing $backing): array
    {
        $pairs = array_values(array_filter($pairs, static fn (array $p): bool => count($p[1]) === 2));
        usort($pairs, static fn (array $a, array $b): int => $a[0] <=> $b[0]);
        $out = [];
        foreach (array_slice($pairs, 0, self::WITH_A_THIRD) as [, $parts]) {
            $of = static fn (float $share, array $amongst, int|string $third): array => [...array_map(static fn (array $p): array => [$p[0], (1 - $share) * $p[1]], $amongst), [$third, $share]];
            $off = static fn (array $parts): float => self::distance(array_map(static fn (array $p): array => [$films[$p[0]], $p[1]], $parts), $wanted, $backing);
            $best = [INF, []];
            foreach (array_diff(array_keys($films), array_column($parts, 0)) as $third) {
                foreach ([0.12, 0.3] as $share) {
                    $best = min($best, [$off($of($share, $parts, $third)), $of($share, $parts, $third)]);
                }
            }
            if ($best[1] === []) {
                continue;
            }
            // Each part in turn, against the other two as they stand.
            $parts = $best[1];
            for ($turn = 0; $turn < self::TURNS; $turn++) {
                [$moved] = array_splice($parts, 0, 1);
                $rest = array_map(static fn (array $p): array => [$p[0], $p[1] / max(1e-9, 1 - $moved[1])], $parts);
                $share = self::golden(static fn (float $s): float => $off($of($s, $rest, $moved[0])), max(0.01, $moved[1] - 0.2), min(0.97, $moved[1] + 0.2));
                $parts = $of($share, $rest, $moved[0]);
            }
            $out[] = [$off($parts), $parts];
        }

        return $out;
    }

    /**
     * @param array{0: float, 1: list<array{0: int|string, 1: float}>} $recipe
     *
     * @return list<int|string>
     */
    private static function names(array $recipe): array
    {
        $names = array_column($recipe[1], 0);
        sort($names);

        return $names;
    }

    /** @param callable(float): float $of least between two shares */
    private static function golden(callable $of, float $low, float $high): float
    {
        $golden = (sqrt(5) - 1) / 2;
        for ($i = 0; $i < 10; $i++) {
            [$c, $d] = [$high - $golden * ($high - $low), $low + $golden * ($high - $low)];
            [$low, $high] = $of($c) < $of($d) ? [$low, $d] : [$c, $high];
        }

        return ($low + $high) / 2;
    }

    /**
     * @param array{0: float, 1: list<array{0: int|string, 1: float}>} $recipe
     * @param array<int|string, PaintFilm> $films
     * @param list<array{lab: Lab, deposit: float|null}> $wanted
     *
     * @return array{0: float, 1: list<array{0: int|string, 1: float}>}
     */
    private static function refined(array $recipe, array $films, array $wanted, Backing $backing): array
    {
        if (count($recipe[1]) < 2) {
            return [self::distance([[$films[$recipe[1][0][0]], 1.0]], $wanted, $backing), $recipe[1]];
        }
        [[$one], [$other, $at]] = $recipe[1];
        $of = static fn (float $share): float => self::distance([[$films[$one], 1 - $share], [$films[$other], $share]], $wanted, $backing);
        $share = self::golden($of, max(0.01, $at - 0.22), min(0.99, $at + 0.22));

        return [$of($share), [[$one, 1 - $share], [$other, $share]]];
    }

    /**
     * @param non-empty-list<array{0: PaintFilm, 1: float}> $parts
     * @param list<array{lab: Lab, deposit: float|null}> $wanted
     */
    private static function distance(array $parts, array $wanted, Backing $backing): float
    {
        $mixture = new Mixture($parts, $backing);
        $sum = 0.0;
        foreach ($wanted as $w) {
            $sum += Difference::ciede2000($w['lab'], self::at($mixture, $w)->toLab());
        }

        return $sum / max(1, count($wanted));
    }

    /** @param array{lab: Lab, deposit: float|null} $wanted */
    private static function at(Mixture $mixture, array $wanted): LinearRgb
    {
        return $mixture->overPaper($wanted['deposit'] === null ? $mixture->timesForLightness($wanted['lab']->l) : $mixture->timesFor($wanted['deposit']));
    }
}
