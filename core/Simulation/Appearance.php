<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

use MarshTrial\Core\Colour\Bands;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\LinearRgb;

/** What a perfect observer sees of one row's film: linear sRGB, surface light included. */
final class Appearance
{
    private const MOST = 8.0;

    public function __construct(private readonly Scene $scene, public readonly Film $film) {}

    /** @return array{0: float, 1: float, 2: float} over paper; thickness 0 is the bare sheet */
    public function rgb(float $thickness, string $piece = '', float $doseMlxh = 0.0, float $drift = 0.0): array
    {
        $seen = FilmTable::at($this->film, $this->film->k($doseMlxh, $drift), $this->film->s($drift), $thickness, $this->scene->sheet, $this->scene->paperOf($piece), $this->scene->ink, Bands::rgb());

        return [$seen[0][0], $seen[1][0], $seen[2][0]];
    }

    /**
     * The same for many thicknesses, in steps of {@see FilmTable::STEP}.
     *
     * @return list<list<float>> by channel
     */
    public function table(float $most): array
    {
        return FilmTable::of($this->film, $this->scene->sheet, $this->scene->paperOf(''), $this->scene->ink, Bands::rgb(), $most)->paper;
    }

    /** Deposit in a channel over the bare sheet; a channel may fall below zero where a colour is too vivid for it. */
    public function deposit(float $thickness, int $channel, float $drift = 0.0): float
    {
        return -log(max(1e-3, $this->rgb($thickness, drift: $drift)[$channel]) / $this->rgb(0.0)[$channel]);
    }

    /** Thickness at which a channel has a deposit. */
    public function thicknessAt(float $deposit, int $channel, float $drift = 0.0): float
    {
        [$low, $high] = [0.0, self::MOST];
        for ($i = 0; $i < 50; $i++) {
            $middle = ($low + $high) / 2;
            [$low, $high] = $this->deposit($middle, $channel, $drift) < $deposit ? [$middle, $high] : [$low, $middle];
        }

        return $low;
    }

    /** The channel that has a deposit of 0.92 first: 0, 1 or 2. */
    public function key(): int
    {
        $thickness = array_map(fn (int $c): float => $this->thicknessAt(0.92, $c), [0, 1, 2]);

        return (int) array_search(min($thickness), $thickness, true);
    }

    public function lab(float $thickness, float $drift = 0.0): Lab
    {
        return LinearRgb::fromArray($this->rgb($thickness, drift: $drift))->toLab();
    }

    /** Light from the film's own body, as if it lay over nothing, in luminance. */
    public function ownLight(float $thickness): float
    {
        [$k, $s] = [$this->film->k(), $this->film->s()];
        $body = array_map(static fn (float $k, float $s): float => Film::bodyAndPassage($k, $s, $thickness)[0], $k, $s);

        return (1 - $this->scene->sheet->gloss - $this->film->gloss) * LinearRgb::fromArray(Bands::sum($body, Bands::rgb()))->luminance();
    }
}
