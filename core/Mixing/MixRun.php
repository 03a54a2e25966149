<?php

declare(strict_types=1);

namespace MarshTrial\Core\Mixing;

use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Rating\Scale;

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

    /** The colour at a place with its range. */
    public function expected(Scale $scale, int $place, ?float $device = null): Expected
    {
        $share = $this->places[$place]['share'];
        $deposit = $this->deposit;

        return Expected::of($scale, [$this->a, $this->b], static function (array $films) use ($share, $deposit): LinearRgb {
            $mixture = self::mixture($films[0], $films[1], $share);

            return $mixture->overPaper($mixture->timesFor($deposit));
        }, $device);
    }

    /** Place of the least chroma between the paints. */
    public function greyest(): int
    {
        return $this->extreme(-1);
    }

    /** Place of the most chroma for its hue's way: the furthest beyond the straight path between the paints. */
    public function mostVivid(): int
    {
        return $this->extreme(1);
    }

    private function extreme(int $sign): int
    {
        $best = [-INF, 0];
        foreach ($this->places as $i => $place) {
            if ($i > 0 && $i < count($this->places) - 1) {
                $best = max($best, [$sign * $place['colour']->toLab()->chroma(), $i]);
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
        $hues = [20 => 'pink-red', 50 => 'red', 68 => 'orange', 95 => 'yellow', 125 => 'yellow-green', 165 => 'green', 210 => 'blue-green', 265 => 'blue', 300 => 'blue-violet', 330 => 'violet', 361 => 'pink-red'];
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
