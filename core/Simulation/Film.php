<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

/**
 * A make-believe paint as a Kubelka-Munk film of one pigment or two, band by band, with the habits of a wash.
 *
 * One unit of film thickness is about one unit of deposit in the channel that absorbs most.
 */
final readonly class Film
{
    public function __construct(
        /** @var non-empty-list<array{k: list<float>, s: list<float>}> absorption and scattering of every pigment by band, per unit thickness */
        public array $pigments,
        /** @var non-empty-list<float> shares of the pigments, adding up to 1 */
        public array $shares,
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
        public LightHabit $inLight,
        /** Streaks of a flat wash: relative strength (0 for none) and direction, degrees from the row's. */
        public float $streak = 0.0,
        public float $streakDeg = 0.0,
        /** How much more light its dry surface mirrors than the sheet's, share of white; and how much more still over the smooth ink of a line. */
        public float $gloss = 0.0,
        public float $glossOnInk = 0.0,
        /** A backrun in the flat wash: how much paint it took from its middle, share; 0: none. */
        public float $backrun = 0.0,
    ) {}

    /** Two films mixed in amounts, as one that has the first one's habits. */
    public static function mixture(self $one, float $a, self $other, float $b): self
    {
        $mixed = static fn (array $x, array $y): array => array_map(static fn (float $p, float $q): float => ($a * $p + $b * $q) / max(1e-9, $a + $b), $x, $y);

        return $b <= 0 ? $one : new self(...array_replace(get_object_vars($one), ['pigments' => [['k' => $mixed($one->k(), $other->k()), 's' => $mixed($one->s(), $other->s())]], 'shares' => [1.0]]));
    }

    /** Share of the thickness that is left after a dose; thin films lose more. */
    public function leftAfter(float $thickness, float $doseMlxh): float
    {
        return $this->inLight->leftAfter($thickness, $doseMlxh);
    }

    /**
     * Absorption by band, per unit thickness.
     *
     * @param float $drift -1 to 1: how far the pigments have changed places at one load; nothing for a single pigment
     *
     * @return list<float>
     */
    public function k(float $doseMlxh = 0.0, float $drift = 0.0): array
    {
        return $this->inLight->absorption($this->mixed('k', $drift), $doseMlxh);
    }

    /** @return list<float> scattering by band, per unit thickness */
    public function s(float $drift = 0.0): array
    {
        return $this->mixed('s', $drift);
    }

    /** @return list<float> */
    private function mixed(string $what, float $drift): array
    {
        if (count($this->pigments) === 1) {
            return $this->pigments[0][$what];
        }
        $moved = $drift * min($this->shares);
        [$a, $b] = [$this->shares[0] + $moved, $this->shares[1] - $moved];

        return array_map(static fn (float $one, float $other): float => $a * $one + $b * $other, $this->pigments[0][$what], $this->pigments[1][$what]);
    }

    /**
     * The same film before it has dried: water fills the spaces between the pigment and the binder, so it scatters less, and absorbs more in
     * the bands in which it absorbs already.
     */
    public function wet(): self
    {
        $more = 1.18 + 0.2 * $this->grain;
        $pigments = array_map(static fn (array $p): array => [
            'k' => array_map(static fn (float $k): float => $more * $k, $p['k']), 's' => array_map(static fn (float $s): float => 0.55 * $s, $p['s']),
        ], $this->pigments);

        return new self(...array_replace(get_object_vars($this), ['pigments' => $pigments]));
    }

    /**
     * Body and transmission of a film in one band: over a backing g it reflects body + t2 * g / (1 - body * g).
     *
     * Source: Kubelka 1948, layers in hyperbolic form, written with exponentials.
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
        $half = exp(-min(300.0, $b * $s * $thickness));
        $e = $half * $half;
        $below = $a * (1 - $e) + $b * (1 + $e);

        return [(1 - $e) / $below, (2 * $b * $half / $below) ** 2];
    }
}
