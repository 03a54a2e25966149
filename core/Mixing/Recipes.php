<?php

declare(strict_types=1);

namespace MarshTrial\Core\Mixing;

use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\LinearRgb;

/** Mixtures of two that come nearest to a wanted colour, at one depth or two: every pair at a few ratios, the best of them refined. */
final class Recipes
{
    /** Pairs that are refined, for every one that is asked for. */
    private const REFINED = 4;

    /** Least share of a paint in a recipe (own). */
    private const TRACE = 0.04;

    /** What a second paint must gain, dE00 (own). */
    private const SIMPLER = 0.5;

    /**
     * @param array<int|string, PaintFilm> $films what may be mixed, by whatever name
     * @param list<array{lab: Lab, deposit: float|null}> $wanted colours at rising depth; a deposit of null: as light as the colour is
     * @param int $most recipes that are given
     *
     * @return list<array{parts: list<array{0: int|string, 1: float}>, colours: list<LinearRgb>, dE00: float}> nearest first; single paints too
     */
    public static function near(array $films, array $wanted, Backing $backing, int $most = 6): array
    {
        $found = CoarseSearch::of($films, $wanted, $backing)->best(self::REFINED * $most);
        $found = array_map(static fn (array $f): array => self::refined($f, $films, $wanted, $backing), $found);
        // A trace of another paint is a slip of the brush; and what one paint does alone needs no second one for a difference that nobody sees.
        $found = array_values(array_filter($found, static fn (array $f): bool => min(array_column($f[1], 1)) >= self::TRACE));
        $cost = static fn (array $f): float => $f[0] + self::SIMPLER * (count($f[1]) - 1);
        usort($found, static fn (array $a, array $b): int => $cost($a) <=> $cost($b));

        return array_map(static function (array $f) use ($films, $wanted, $backing): array {
            $mixture = new Mixture(array_map(static fn (array $p): array => [$films[$p[0]], $p[1]], $f[1]), $backing);

            return ['parts' => $f[1], 'colours' => array_map(static fn (array $w): LinearRgb => self::at($mixture, $w), $wanted), 'dE00' => $f[0]];
        }, array_slice($found, 0, $most));
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
        [$low, $high] = [max(0.01, $at - 0.22), min(0.99, $at + 0.22)];
        $golden = (sqrt(5) - 1) / 2;
        for ($i = 0; $i < 10; $i++) {
            [$c, $d] = [$high - $golden * ($high - $low), $low + $golden * ($high - $low)];
            [$low, $high] = $of($c) < $of($d) ? [$low, $d] : [$c, $high];
        }
        $share = ($low + $high) / 2;

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
