<?php

declare(strict_types=1);

namespace MarshTrial\Core\Mixing;

use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Lab;

/** A mix that was painted and measured, held against what was expected of its paints; both as light as each other, since nobody counted its depth. */
final readonly class PaintedMix
{
    /** Shares that are looked through. */
    private const STEPS = 60;

    /** @param non-empty-list<Lab> $places measured, of one mix */
    public function __construct(private PaintFilm $a, private PaintFilm $b, private array $places) {}

    /**
     * How far it lies from what is expected at a share, and the expected colours.
     *
     * @return array{0: float, 1: list<Lab>} mean dE00, and by place
     */
    public function off(float $share): array
    {
        $mixture = new Mixture([[$this->a, 1 - $share], [$this->b, $share]], $this->a->backing);
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
}
