<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

/**
 * A make-believe paint as a Kubelka-Munk film with the habits of a wash.
 *
 * One unit of film thickness is about one unit of deposit in the channel that absorbs most.
 */
final readonly class Film
{
    public function __construct(
        /** @var array{0: float, 1: float, 2: float} absorption K of red, green, blue, per unit thickness */
        public array $k,
        /** @var array{0: float, 1: float, 2: float} scattering S, per unit thickness */
        public array $s,
        /** Thickness at full strength and at the pale end of a stroke. */
        public float $full,
        public float $pale,
        /** Relative strength of grains, standard deviation of the logarithm of thickness. */
        public float $grain,
        /** Grain radius, mm. */
        public float $grainMm,
        /** Share of thickness left by the soft and by the stiff brush. */
        public float $leftBySoft,
        public float $leftByStiff,
        /** Loss per Mlx h of a thin film, and darkening (added absorption, share) per Mlx h. */
        public float $fadePerMlxh,
        public float $brownPerMlxh,
        /** Streaks of a flat wash: relative strength (0 for none) and direction, degrees from the row's. */
        public float $streak = 0.0,
        public float $streakDeg = 0.0,
    ) {}

    /** Share of the thickness that is left after a dose; thin films lose more. */
    public function leftAfter(float $thickness, float $doseMlxh): float
    {
        return exp(-$this->fadePerMlxh * $doseMlxh / (1 + 0.8 * $thickness));
    }

    /** @return array{0: float, 1: float, 2: float} absorption after a dose */
    public function absorptionAfter(float $doseMlxh): array
    {
        $add = 0.5 * $this->brownPerMlxh * $doseMlxh;

        return [$this->k[0] + 0.9 * $add, $this->k[1] + 0.6 * $add, $this->k[2] + 0.7 * $add];
    }

    /**
     * The same film before it has dried: water fills the spaces between the pigment and the binder, so it scatters less, and absorbs more in
     * the channels in which it absorbs already.
     */
    public function wet(): self
    {
        $more = 1.18 + 0.2 * $this->grain;

        return new self(...array_replace(get_object_vars($this), [
            'k' => [$more * $this->k[0], $more * $this->k[1], $more * $this->k[2]],
            's' => [0.55 * $this->s[0], 0.55 * $this->s[1], 0.55 * $this->s[2]],
        ]));
    }

    /** The channel that absorbs most: 0, 1 or 2. */
    public function keyChannel(): int
    {
        return (int) array_search(max($this->k), $this->k, true);
    }

    /**
     * Body and transmission of a film: over a backing g it reflects body + t2 * g / (1 - body * g).
     *
     * Source: Kubelka 1948, layers in hyperbolic form.
     *
     * @return array{0: float, 1: float} body reflectance over black, square of transmission
     */
    public static function bodyAndPassage(float $k, float $s, float $thickness): array
    {
        if ($thickness <= 0) {
            return [0.0, 1.0];
        }
        $a = 1 + $k / $s;
        $b = sqrt($a * $a - 1);
        $z = min(300.0, $b * $s * $thickness);
        $below = $a * sinh($z) + $b * cosh($z);

        return [sinh($z) / $below, ($b / $below) ** 2];
    }
}
