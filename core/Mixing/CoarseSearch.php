<?php

declare(strict_types=1);

namespace MarshTrial\Core\Mixing;

use MarshTrial\Core\Colour\Bands;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\Xyz;

/** Every pair of a set at a few ratios, fast: every second band, and the depth found by proportion. What comes near is worked out in full afterwards. */
final readonly class CoarseSearch
{
    /** Shares of the second paint, by strength. */
    private const SHARES = [0.12, 0.3, 0.5, 0.7, 0.88];

    /** Proportions by which a depth is found. */
    private const TURNS = 3;

    private const EVERY = 2;

    /**
     * @param list<int|string> $names
     * @param list<list<float>> $k by film, then by band
     * @param list<list<float>> $s
     * @param list<float> $paper by band
     * @param list<list<float>> $weights by band, for XYZ relative to the paper's white
     * @param list<array{lab: Lab, deposit: float|null}> $wanted
     */
    private function __construct(private array $names, private array $k, private array $s, private array $paper, private array $weights, private float $surface, private array $wanted) {}

    /**
     * @param array<int|string, PaintFilm> $films
     * @param list<array{lab: Lab, deposit: float|null}> $wanted
     */
    public static function of(array $films, array $wanted, Backing $backing): self
    {
        $thinned = static fn (array $of): array => array_values(array_filter($of, static fn (int $i): bool => $i % self::EVERY === 0, ARRAY_FILTER_USE_KEY));
        $weights = $thinned(Bands::xyz());
        // What the bands left out had goes to those that stay, so that white stays white.
        $all = Bands::sum(array_fill(0, Bands::COUNT, 1.0), Bands::xyz());
        $sum = array_map(static fn (int $c): float => array_sum(array_column($weights, $c)), [0, 1, 2]);
        $weights = array_map(static fn (array $w): array => [$w[0] * $all[0] / $sum[0], $w[1] * $all[1] / $sum[1], $w[2] * $all[2] / $sum[2]], $weights);

        return new self(
            array_keys($films), array_values(array_map(static fn (PaintFilm $f): array => $thinned($f->k), $films)), array_values(array_map(static fn (PaintFilm $f): array => $thinned($f->s), $films)),
            $thinned($backing->paper), $weights, $backing->surface, $wanted,
        );
    }

    /** @return list<array{0: float, 1: list<array{0: int|string, 1: float}>}> the best so many, paints alone among them: distance and parts */
    public function best(int $most): array
    {
        $found = [];
        $worst = INF;
        $n = count($this->names);
        for ($i = 0; $i < $n; $i++) {
            $found[] = [$this->distance($this->k[$i], $this->s[$i]), [[$this->names[$i], 1.0]]];
            for ($j = $i + 1; $j < $n; $j++) {
                $best = INF;
                $at = 0.5;
                foreach (self::SHARES as $share) {
                    $k = $s = [];
                    foreach ($this->k[$i] as $b => $one) {
                        $k[] = (1 - $share) * $one + $share * $this->k[$j][$b];
                        $s[] = (1 - $share) * $this->s[$i][$b] + $share * $this->s[$j][$b];
                    }
                    $distance = $this->distance($k, $s);
                    if ($distance < $best) {
                        [$best, $at] = [$distance, $share];
                    }
                }
                if ($best < $worst) {
                    $found[] = [$best, [[$this->names[$i], 1 - $at], [$this->names[$j], $at]]];
                }
            }
            if (count($found) > 4 * $most) {
                usort($found, static fn (array $a, array $b): int => $a[0] <=> $b[0]);
                $found = array_slice($found, 0, $most);
                $worst = $found[$most - 1][0];
            }
        }
        usort($found, static fn (array $a, array $b): int => $a[0] <=> $b[0]);

        return array_slice($found, 0, $most);
    }

    /**
     * @param list<float> $k
     * @param list<float> $s
     */
    private function distance(array $k, array $s): float
    {
        $sum = 0.0;
        foreach ($this->wanted as ['lab' => $lab]) {
            // As light as the wanted colour, which fixes its depth well enough to choose among pairs.
            $own = $this->lightened($k, $s, $lab->l);
            // Chroma counts the less the more there is of it, as in dE94.
            $sum += ($own->l - $lab->l) ** 2 + (($own->a - $lab->a) ** 2 + ($own->b - $lab->b) ** 2) / (1 + 0.045 * $lab->chroma());
        }

        return sqrt($sum);
    }

    /** A pair of the set at a share of the second, laid until it is about as light as wanted, L*. */
    public function asLightAs(int $one, int $other, float $share, float $lightness): Lab
    {
        $k = $s = [];
        foreach ($this->k[$one] as $b => $of) {
            $k[] = (1 - $share) * $of + $share * $this->k[$other][$b];
            $s[] = (1 - $share) * $this->s[$one][$b] + $share * $this->s[$other][$b];
        }

        return $this->lightened($k, $s, $lightness);
    }

    /**
     * @param list<float> $k
     * @param list<float> $s
     */
    private function lightened(array $k, array $s, float $lightness): Lab
    {
        $target = -log(max(1e-3, (($lightness + 16) / 116) ** 3));
        $times = 1.0;
        $xyz = [0.0, 0.0, 0.0];
        for ($turn = 0; $turn < self::TURNS; $turn++) {
            $xyz = $this->seen($k, $s, $times);
            $times = min(Mixture::MOST, $times * min(4.0, max(0.25, $target / max(1e-3, -log(max(1e-3, $xyz[1]))))));
        }

        return (new Xyz($xyz[0], $xyz[1], $xyz[2]))->toLab();
    }

    /**
     * @param list<float> $k
     * @param list<float> $s
     *
     * @return array{0: float, 1: float, 2: float} XYZ, white 1
     */
    private function seen(array $k, array $s, float $times): array
    {
        $x = $y = $z = 0.0;
        foreach ($k as $i => $ki) {
            $q = $times * $s[$i];
            $a = 1 + $ki / $s[$i];
            $b = sqrt($a * $a - 1);
            $e = exp(-2 * min(350.0, $b * $q));
            $c = $b * (1 + $e) / max(1e-12, 1 - $e);
            $p = $this->paper[$i];
            $r = $this->surface + (1 - $this->surface) * (1 - $p * ($a - $c)) / ($a - $p + $c);
            [$wx, $wy, $wz] = $this->weights[$i];
            $x += $wx * $r;
            $y += $wy * $r;
            $z += $wz * $r;
        }

        return [$x, $y, $z];
    }
}
