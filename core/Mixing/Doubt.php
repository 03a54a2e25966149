<?php

declare(strict_types=1);

namespace MarshTrial\Core\Mixing;

use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Rating\Scale;

/** What the fits of some films leave open, kept so that the range of many colours is told from one working out. */
final readonly class Doubt
{
    /** Length of a shift by which a slope is taken, in natural logarithms. */
    private const SHORT = 0.3;

    /**
     * @param non-empty-list<PaintFilm> $films
     * @param list<array{0: int, 1: PaintFilm, 2: float}> $shifts which film, shifted, by which part of a standard deviation
     */
    private function __construct(private Scale $scale, private array $films, private array $shifts, private float $device) {}

    /**
     * @param non-empty-list<PaintFilm> $films that are mixed by strength
     */
    public static function of(Scale $scale, array $films): self
    {
        $shifts = [];
        foreach ($films as $i => $film) {
            $strength = Mixture::amountFor($film, $scale->depths->reference);
            foreach ($film->modes as $mode) {
                // By the slope at the fit: a shift of many logarithms in bands that hardly count would run away.
                $times = min(1.0, self::SHORT / max(1e-9, sqrt(array_sum(array_map(static fn (float $m): float => $m ** 2, $mode)))));
                $shifted = $film->shifted($mode, $times);
                // A shift that only makes the paint stronger is none.
                $shifts[] = [$i, $shifted->stronger(Mixture::amountFor($shifted, $scale->depths->reference) / $strength), $times];
            }
        }

        return new self($scale, $films, $shifts, max(array_map(static fn (PaintFilm $f): float => $f->device ?? $scale->film->usualDevice, $films)));
    }

    /**
     * A colour and dE00 within which the painted one lies, 95 %.
     *
     * @param callable(non-empty-list<PaintFilm>): LinearRgb $colour what is expected of films
     *
     * @return array{0: LinearRgb, 1: float}
     */
    public function expected(callable $colour): array
    {
        $seen = $colour($this->films);
        $lab = $seen->toLab();
        $sum = 0.0;
        foreach ($this->shifts as [$i, $shifted, $times]) {
            $films = $this->films;
            $films[$i] = $shifted;
            $sum += (Difference::ciede2000($lab, $colour(array_values($films))->toLab()) / $times) ** 2;
        }
        // A film that misses its own ladder misses a mixture too.
        foreach ($this->films as $film) {
            $sum += $film->misfit ** 2 / count($this->films);
        }

        return [$seen, hypot(hypot(Scale::COVERAGE_95 * sqrt($sum), $this->scale->film->floor95), $this->scale->film->device95 * $this->device)];
    }
}
