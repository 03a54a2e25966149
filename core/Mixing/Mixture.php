<?php

declare(strict_types=1);

namespace MarshTrial\Core\Mixing;

use MarshTrial\Core\Colour\Bands;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Optics\Deposit;

/** Amounts of films, mixed in one layer: absorption and scattering add in proportion (two-constant theory, Duncan 1940). */
final readonly class Mixture
{
    /** Turns of a search for an amount. */
    private const TURNS = 28;

    /** Times that anything is laid at most: paint so thick that nothing shines through. */
    public const MOST = 12.0;

    /** @var list<float> */
    private array $k;

    /** @var list<float> */
    private array $s;

    /** @param non-empty-list<array{0: PaintFilm, 1: float}> $parts films with their amounts, in units of reference depth */
    public function __construct(array $parts, public Backing $backing)
    {
        $k = $s = array_fill(0, Bands::COUNT, 0.0);
        foreach ($parts as [$film, $amount]) {
            for ($i = 0; $i < Bands::COUNT; $i++) {
                $k[$i] += $amount * $film->k[$i];
                $s[$i] += $amount * $film->s[$i];
            }
        }
        $this->k = $k;
        $this->s = $s;
    }

    /** What lies beneath, with no paint on it. */
    public static function bare(Backing $backing): LinearRgb
    {
        return self::colour($backing->paper, $backing->surface);
    }

    public function overPaper(float $times = 1.0): LinearRgb
    {
        return $this->seen($this->layer($this->backing->paper, $times));
    }

    public function overInk(float $times = 1.0): LinearRgb
    {
        return $this->seen($this->layer(array_fill(0, Bands::COUNT, $this->backing->ink ?? 0.005), $times));
    }

    /** Laid over another one that has dried. */
    public function over(self $below, float $times = 1.0, float $timesBelow = 1.0): LinearRgb
    {
        return $this->seen($this->layer($below->layer($this->backing->paper, $timesBelow), $times));
    }

    /**
     * Light that comes from the film's own body at a depth, over what comes from it over paper: 0 is transparent.
     */
    public function body(float $times = 1.0): float
    {
        $own = self::colour($this->layer(array_fill(0, Bands::COUNT, 0.0), $times), 0.0)->luminance();

        return $own / max(1e-6, $this->overPaper($times)->luminance());
    }

    /**
     * @param list<float> $backing reflectance by band
     *
     * @return list<float> reflectance by band, without surface
     */
    private function layer(array $backing, float $times): array
    {
        $out = [];
        for ($i = 0; $i < Bands::COUNT; $i++) {
            $out[] = self::reflectance($times * $this->k[$i], $times * $this->s[$i], $backing[$i]);
        }

        return $out;
    }

    /** @param list<float> $reflectance by band */
    private function seen(array $reflectance): LinearRgb
    {
        return self::colour($reflectance, $this->backing->surface);
    }

    /** @param list<float> $reflectance by band */
    private static function colour(array $reflectance, float $surface): LinearRgb
    {
        $weights = Bands::rgb();
        $r = $g = $b = 0.0;
        foreach ($reflectance as $i => $v) {
            $v = $surface + (1 - $surface) * $v;
            $r += $weights[$i][0] * $v;
            $g += $weights[$i][1] * $v;
            $b += $weights[$i][2] * $v;
        }

        return new LinearRgb($r, $g, $b);
    }

    /** How many times the whole has to be laid to have a deposit in the channel that absorbs most of it, at most {@see MOST}. */
    public function timesFor(float $deposit): float
    {
        $bare = self::bare($this->backing);
        $of = function (float $times) use ($bare): float {
            $seen = $this->overPaper($times);

            return max(array_map(static fn (float $v, float $p): float => -log(max(1e-4, $v) / $p), $seen->toArray(), $bare->toArray()));
        };
        // Deposits are nearly proportional to amounts.
        $times = $deposit;
        for ($i = 0; $i < self::TURNS; $i++) {
            $is = $of($times);
            if (abs($is - $deposit) < 1e-4 || $times >= self::MOST) {
                break;
            }
            $times = min(self::MOST, $times * min(2.0, max(0.5, $deposit / max(1e-3, $is))));
        }

        return $times;
    }

    /** How many times the whole has to be laid to be as light as wanted, L*, at most {@see MOST}. */
    public function timesForLightness(float $lightness): float
    {
        [$low, $high] = [0.0, self::MOST];
        for ($i = 0; $i < self::TURNS; $i++) {
            $middle = ($low + $high) / 2;
            [$low, $high] = $this->overPaper($middle)->toLab()->l > $lightness ? [$middle, $high] : [$low, $middle];
        }

        return ($low + $high) / 2;
    }

    /** Amount of a film alone that has a deposit in its key channel. */
    public static function amountFor(PaintFilm $film, float $deposit): float
    {
        $alone = new self([[$film, 1.0]], $film->backing);
        $bare = self::bare($film->backing);
        [$low, $high] = [0.0, 30.0];
        for ($i = 0; $i < self::TURNS; $i++) {
            $middle = ($low + $high) / 2;
            $channel = Deposit::of($alone->overPaper($middle), $bare)->in($film->key);
            [$low, $high] = $channel !== null && $channel < $deposit ? [$middle, $high] : [$low, $middle];
        }

        return ($low + $high) / 2;
    }

    /** Reflectance of one band; absorption and scattering times amount. */
    public static function reflectance(float $p, float $q, float $backing): float
    {
        if ($q < 1e-7) {
            return $backing * exp(-2 * $p);
        }
        $a = 1 + $p / $q;
        $b = sqrt($a * $a - 1);
        // b coth(bq) by one exponential; a film that nothing shines through has b.
        $e = exp(-2 * min(350.0, $b * $q));
        $c = $b < 1e-9 ? 1 / $q : $b * (1 + $e) / (1 - $e);

        return (1 - $backing * ($a - $c)) / ($a - $backing + $c);
    }

    /**
     * Reflectance of one band, and what it changes by with the logarithms of absorption and of scattering.
     *
     * @return array{0: float, 1: float, 2: float}
     */
    public static function slopes(float $p, float $q, float $backing): array
    {
        $q = max($q, 1e-7);
        $a = 1 + $p / $q;
        $b = sqrt($a * $a - 1);
        $t = min(350.0, $b * $q);
        $e = exp(-2 * $t);
        if ($b < 1e-6) {
            // Nothing absorbs.
            $r = ((1 - $backing) * $q + $backing) / ((1 - $backing) * $q + 1);

            return [$r, 0.0, (1 - $backing) * (1 - $backing) * $q / ((1 - $backing) * $q + 1) ** 2];
        }
        $coth = (1 + $e) / (1 - $e);
        $sinh2 = 4 * $e / (1 - $e) ** 2;
        $c = $b * $coth;
        $den = $a - $backing + $c;
        $num = 1 - $backing * ($a - $c);
        $r = $num / $den;
        $byA = (-$backing * $den - $num) / $den ** 2;
        $byC = ($backing * $den - $num) / $den ** 2;
        $cByB = $coth - $t * $sinh2;
        $cByQ = -$b * $b * $sinh2;
        $bByA = $a / $b;
        $full = $byA + $byC * $cByB * $bByA;

        // a = 1 + p / q: with the logarithm of p it changes by p / q, with that of q by the same less.
        return [$r, $full * $p / $q, -$full * $p / $q + $byC * $cByQ * $q];
    }
}
