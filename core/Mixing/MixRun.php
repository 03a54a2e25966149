<?php

declare(strict_types=1);

namespace MarshTrial\Core\Mixing;

use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\LinearRgb;

/** The run from one paint to another by strength, at one depth: what is expected between them. */
final readonly class MixRun
{
    /** Places of a run, the paints themselves among them. */
    public const PLACES = 33;

    /** Chroma below which a colour is called a grey (own). */
    public const GREY = 6.0;

    /** @param list<array{share: float, colour: LinearRgb, onInk: LinearRgb, body: float}> $places share of the second paint's strength, rising */
    private function __construct(public array $places, public float $deposit, private PaintFilm $a, private PaintFilm $b) {}

    public static function of(PaintFilm $a, PaintFilm $b, float $deposit): self
    {
        $places = [];
        for ($i = 0; $i < self::PLACES; $i++) {
            $share = $i / (self::PLACES - 1);
            $mixture = self::mixture($a, $b, $share);
            $times = $mixture->timesFor($deposit);
            $places[] = ['share' => $share, 'colour' => $mixture->overPaper($times), 'onInk' => $mixture->overInk($times), 'body' => $mixture->body($times)];
        }

        return new self($places, $deposit, $a, $b);
    }

    private static function mixture(PaintFilm $a, PaintFilm $b, float $share): Mixture
    {
        return new Mixture([[$a, 1 - $share], [$b, $share]], $a->backing);
    }

    /**
     * The colour at a place, and dE00 within which the painted one lies, 95 %.
     *
     * @param Doubt $doubt of the two films
     *
     * @return array{0: LinearRgb, 1: float}
     */
    public function expected(Doubt $doubt, int $place): array
    {
        $share = $this->places[$place]['share'];
        $deposit = $this->deposit;

        return $doubt->expected(static function (array $films) use ($share, $deposit): LinearRgb {
            $mixture = self::mixture($films[0], $films[1], $share);

            return $mixture->overPaper($mixture->timesFor($deposit));
        });
    }

    /** Place of the least chroma between the paints. */
    public function greyest(): int
    {
        return $this->extreme(static fn (float $chroma): float => -$chroma);
    }

    /** Place that keeps most of the chroma that its ends have: the most vivid for its way. */
    public function mostVivid(): int
    {
        $last = count($this->places) - 1;
        [$from, $to] = [$this->places[0]['colour']->toLab()->chroma(), $this->places[$last]['colour']->toLab()->chroma()];

        return $this->extreme(static fn (float $chroma, int $i): float => $chroma / max(1.0, $from + ($to - $from) * $i / $last));
    }

    /** @param callable(float, int): float $of what is to be greatest, by chroma and place */
    private function extreme(callable $of): int
    {
        $best = [-INF, 0];
        foreach ($this->places as $i => $place) {
            if ($i > 0 && $i < count($this->places) - 1) {
                $best = max($best, [$of($place['colour']->toLab()->chroma(), $i), $i]);
            }
        }

        return $best[1];
    }

    /** Chroma half way over that of the straight path between the ends: 1 is clear, below 0.7 dulled; null between paints without colour. */
    public function clarity(): ?float
    {
        $middle = $this->places[intdiv(count($this->places), 2)]['colour']->toLab();
        [$from, $to] = [$this->places[0]['colour']->toLab(), $this->places[count($this->places) - 1]['colour']->toLab()];
        // Round the hue circle, not across it: two strong colours opposite each other have no straight path worth the name.
        $straight = ($from->chroma() + $to->chroma()) / 2;

        return $straight < 2 * self::GREY ? null : $middle->chroma() / $straight;
    }

    /** Drops of the first for one of the second at a share, where both were counted. */
    public function drops(float $share): ?float
    {
        return $this->a->unitDrops === null || $this->b->unitDrops === null || $share <= 0 || $share >= 1 ? null : (1 - $share) * $this->a->unitDrops / ($share * $this->b->unitDrops);
    }

    /** What it becomes in words. */
    public function words(int $place): string
    {
        $lab = $this->places[$place]['colour']->toLab();

        return self::named($lab);
    }

    public static function named(Lab $lab): string
    {
        $light = match (true) {
            $lab->l < 30 => 'very dark ', $lab->l < 50 => 'dark ', $lab->l < 75 => '', default => 'pale ',
        };
        if ($lab->chroma() < self::GREY) {
            return $light.'grey';
        }
        $hues = [20 => 'pink-red', 50 => 'red', 68 => 'orange', 95 => 'yellow', 125 => 'yellow-green', 165 => 'green', 210 => 'blue-green', 285 => 'blue', 305 => 'blue-violet', 330 => 'violet', 361 => 'pink-red'];
        $hue = 'red';
        foreach ($hues as $to => $name) {
            if ($lab->hueDeg() < $to) {
                $hue = $name;
                break;
            }
        }
        $weak = $lab->chroma() < 2.5 * self::GREY;

        return $light.($weak ? 'greyish ' : '').($hue === 'orange' && $lab->l < 55 ? 'brown' : $hue);
    }
}
