<?php

declare(strict_types=1);

namespace MarshTrial\Core\Mixing;

use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Rating\Scale;

/** A mix that was painted and measured, held against what was expected of its paints; both as light as each other, since nobody counted its depth. */
final readonly class PaintedMix
{
    /** Shares and factors that are looked through. */
    private const STEPS = 60;

    /** Furthest that one paint's strength is corrected, as a factor. */
    private const FURTHEST = 3.0;

    /** @param non-empty-list<Lab> $places measured, of one mix */
    public function __construct(private PaintFilm $a, private PaintFilm $b, private array $places) {}

    /**
     * How far it lies from what is expected at a share, and the expected colours.
     *
     * @return array{0: float, 1: list<Lab>} mean dE00, and by place
     */
    public function off(float $share, ?PaintFilm $b = null): array
    {
        $mixture = new Mixture([[$this->a, 1 - $share], [$b ?? $this->b, $share]], $this->a->backing);
        $expected = array_map(static fn (Lab $lab): Lab => $mixture->overPaper($mixture->timesForLightness($lab->l))->toLab(), $this->places);

        return [array_sum(array_map(Difference::ciede2000(...), $this->places, $expected)) / count($this->places), $expected];
    }

    /**
     * The share that the field itself speaks for; it stands beside the counted one and tests no expectation.
     *
     * @return array{0: float, 1: float} share of the second paint by strength, and mean dE00 that is left
     */
    public function spoken(): array
    {
        $best = [INF, 0.5];
        for ($i = 0; $i <= self::STEPS; $i++) {
            $best = min($best, [$this->off($i / self::STEPS)[0], $i / self::STEPS]);
        }

        return [$best[1], $best[0]];
    }

    /**
     * How much stronger the second paint is beside the first than their ladders say, as far as one field can tell: what little it moves is
     * believed, what is far from one is not.
     */
    public function strength(Scale $scale, float $share): float
    {
        $best = [INF, 1.0];
        for ($i = -self::STEPS; $i <= self::STEPS; $i++) {
            $log = log(self::FURTHEST) * $i / self::STEPS;
            $cost = ($this->off($share, $this->b->stronger(exp($log)))[0] / $scale->film->fieldDe) ** 2 + ($log / $scale->film->strengthSd) ** 2;
            $best = min($best, [$cost, exp($log)]);
        }

        return $best[1];
    }
}
