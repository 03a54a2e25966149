<?php

declare(strict_types=1);

namespace MarshTrial\Core\Mixing;

use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Rating\Scale;

/** A colour that is expected of films, and how far it may be off. */
final readonly class Expected
{
    /** Length of a shift by which a slope is taken, in natural logarithms. */
    private const SHORT = 0.3;

    private function __construct(
        public LinearRgb $colour,
        /** dE00 within which the painted colour lies, 95 %. */
        public float $range95,
    ) {}

    /** What is compared is mixed by strength: a shift that only makes the paint stronger is none. */
    private static function asStrong(Scale $scale, PaintFilm $film, PaintFilm $shifted): PaintFilm
    {
        return $shifted->stronger(Mixture::amountFor($shifted, $scale->depths->reference) / Mixture::amountFor($film, $scale->depths->reference));
    }

    /**
     * @param non-empty-list<PaintFilm> $films
     * @param callable(non-empty-list<PaintFilm>): LinearRgb $colour what is expected of them
     * @param float|null $device dE00 that the device is off by; null: not known
     */
    public static function of(Scale $scale, array $films, callable $colour, ?float $device = null): self
    {
        $seen = $colour($films);
        $lab = $seen->toLab();
        $sum = 0.0;
        foreach ($films as $i => $film) {
            foreach ($film->modes as $mode) {
                // By the slope at the fit: a shift of many logarithms in bands that hardly count would run away.
                $length = sqrt(array_sum(array_map(static fn (float $m): float => $m ** 2, $mode)));
                $times = min(1.0, self::SHORT / max(1e-9, $length));
                $shifted = self::asStrong($scale, $film, $film->shifted($mode, $times));
                $sum += (Difference::ciede2000($lab, $colour(array_values([...array_slice($films, 0, $i), $shifted, ...array_slice($films, $i + 1)]))->toLab()) / $times) ** 2;
            }
            // A film that misses its own ladder misses a mixture too.
            $sum += $film->misfit ** 2 / count($films);
        }

        return new self($seen, hypot(hypot(Scale::COVERAGE_95 * sqrt($sum), $scale->film->floor95), $scale->film->device95 * ($device ?? $scale->film->usualDevice)));
    }
}
