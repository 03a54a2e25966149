<?php

declare(strict_types=1);

namespace MarshTrial\Core\Mixing;

use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Rating\Scale;

/** A film after light: fitted to its ladder as that looks by then, with the amounts that the fresh ladder had. */
final class AgedFilm
{
    /** What an amount of the fresh ladder is known to, standard deviation of its logarithm (own). */
    private const AMOUNT_SD = 0.05;

    /** Least deposit of a place that still tells something. */
    private const LEAST = 0.05;

    /**
     * @param list<array{0: float, 1: LinearRgb, 2: LinearRgb}> $places amount of the fresh film, in its units, and what that place looks like before the light and after it
     *
     * @return PaintFilm|null for the same unit of amount as the fresh one; null where too little is left to be fitted
     */
    public static function of(Scale $scale, PaintFilm $fresh, array $places, LinearRgb $paper): ?PaintFilm
    {
        $kept = array_values(array_filter($places, static fn (array $p): bool => $p[0] >= self::LEAST));
        try {
            [$before, $after] = [self::fitted($scale, $fresh, $kept, 1, $paper), self::fitted($scale, $fresh, $kept, 2, $paper)];
        } catch (CoreException) {
            return null;
        }
        // What one card's stroke says otherwise than the ladders that the film comes from is in both fits.
        $shift = array_map(static fn (float $a, float $b): float => $a - $b, [...$after->logK, $after->level, $after->slope], [...$before->logK, $before->level, $before->slope]);

        return $fresh->shifted($shift)->readBy($fresh->device);
    }

    /**
     * @param list<array{0: float, 1: LinearRgb, 2: LinearRgb}> $places
     * @param 1|2 $when before, or after
     */
    private static function fitted(Scale $scale, PaintFilm $fresh, array $places, int $when, LinearRgb $paper): PaintFilm
    {
        // Counted in units of the fresh film: what it then says of its own unit is how much weaker it has become.
        $film = FilmFit::of($scale, array_map(static fn (array $p): FilmPlace => new FilmPlace($p[$when], null, $p[0], self::AMOUNT_SD), $places), $paper, null, $fresh->key, true);

        return $film->stronger(1 / ($film->unitDrops ?? 1.0));
    }
}
