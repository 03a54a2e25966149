<?php

declare(strict_types=1);

namespace MarshTrial\Core\Mixing;

/** Places of a set of partners that everything is mixed with, so that mixes of one maker can be held beside those of another; and what makes a grey. */
final class Partners
{
    public const PLACES = ['warm yellow', 'cool yellow', 'warm red', 'cool red', 'warm blue', 'cool blue', 'white'];

    /** Shares that are looked at for the greyest. */
    private const STEPS = 12;

    /** Depth at which a grey is looked for, deposit: where painters use it. */
    private const DEPOSIT = 0.92;

    /**
     * Partners that make the nearest greys with a paint.
     *
     * @param array<int|string, PaintFilm> $films
     *
     * @return list<array{partner: int|string, share: float, chroma: float}> least chroma first; share of the partner by strength
     */
    public static function greys(PaintFilm $paint, array $films, int $most = 3): array
    {
        $out = [];
        foreach ($films as $name => $film) {
            $best = [INF, 0.5];
            for ($i = 1; $i < self::STEPS; $i++) {
                $mixture = new Mixture([[$paint, 1 - $i / self::STEPS], [$film, $i / self::STEPS]], $paint->backing);
                $best = min($best, [$mixture->overPaper($mixture->timesFor(self::DEPOSIT))->toLab()->chroma(), $i / self::STEPS]);
            }
            $out[] = ['partner' => $name, 'share' => $best[1], 'chroma' => $best[0]];
        }
        usort($out, static fn (array $a, array $b): int => $a['chroma'] <=> $b['chroma']);

        return array_slice($out, 0, $most);
    }
}
