<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

use MarshTrial\Core\Colour\Bands;

/** Paper, ink and films as the device sees them in one place. */
final class Ground
{
    /** Thickest film, and thickest where pigments drift apart, of which there are tables. */
    private const FILM_MOST = 8.0;

    private const DRIFT_MOST = 2.6;

    /** @var list<list<float>> by band, what it adds to the device's channels, and to X, Y, Z for a spectral device */
    private readonly array $weights;

    /** @var list<float> a perfect white in these */
    private readonly array $perfect;

    /** @var array<string, array{0: list<float>, 1: list<float>}> bare sheet by piece, and what a unit more of its brightness adds */
    private array $bare = [];

    /** @var array<int, Grains> by row */
    public array $grains = [];

    /** @var \WeakMap<Film, array<string, FilmTable>> */
    private \WeakMap $tables;

    public function __construct(private readonly Scene $scene, ?Sensor $sensor, private readonly float $pixelMm)
    {
        $this->tables = new \WeakMap;
        $this->weights = $sensor?->weights() ?? Bands::rgb();
        $this->perfect = Bands::sum(array_fill(0, Bands::COUNT, 1.0), $this->weights);
    }

    /** @return array{0: list<float>, 1: list<float>} the bare sheet, and what a unit more of its brightness adds */
    private function bareOf(string $piece): array
    {
        if (! isset($this->bare[$piece])) {
            $gloss = $this->scene->sheet->gloss;
            $own = array_map(static fn (float $v): float => (1 - $gloss) * $v, Bands::sum($this->scene->paperOf($piece), $this->weights));
            $this->bare[$piece] = [array_map(static fn (float $v, float $white): float => $v + $gloss * $white, $own, $this->perfect), $own];
        }

        return $this->bare[$piece];
    }

    public function tooth(float $x, float $y): float
    {
        return $this->scene->sheet->tooth * $this->scene->texture->at($x, $y);
    }

    /** @return list<float> */
    public function paperShade(string $piece, float $x, float $y): array
    {
        [$bare, $slope] = $this->bareOf($piece);
        $tooth = $this->tooth($x, $y);
        foreach ($slope as $n => $v) {
            $bare[$n] += $tooth * $v;
        }

        return $bare;
    }

    /**
     * @param list<float> $bare
     *
     * @return list<float> what it shows, and the colour
     */
    public function inked(array $bare, float $cover): array
    {
        $out = [Canvas::UNCLEAR];
        foreach ($bare as $n => $v) {
            $out[] = $v + $cover * ($this->inkIn($n) - $v);
        }

        return $out;
    }

    /** The ink of print and line in a channel. */
    public function inkIn(int $channel): float
    {
        $gloss = $this->scene->sheet->inkGloss;

        return ($gloss + (1 - $gloss) * $this->scene->ink) * ($this->perfect[$channel] ?? 1.0);
    }

    /** How much of a pixel lies inside an edge at a signed distance in mm. */
    public function cover(float $insideMm): float
    {
        return min(1.0, max(0.0, $insideMm / $this->pixelMm + 0.5));
    }

    /**
     * What a device sees of a film in one place.
     *
     * @param int $at step of the film's thickness
     * @param float $tooth the paper's brightness above its mean, share
     * @param float $ink share of the place that is line, beneath the film
     * @param float $wet share of the place that is painted
     * @param int $ground what it shows
     *
     * @return list<float>
     */
    public static function point(FilmTable $film, int $at, float $tooth, float $ink, float $wet, int $ground): array
    {
        $out = [$ground];
        foreach ($film->paper as $n => $paper) {
            $v = 0.0;
            if ($wet < 1.0) {
                $v = (1 - $wet) * ((1 - $ink) * ($paper[0] + $tooth * $film->tooth[$n][0]) + $ink * $film->ink[$n][0]);
            }
            if ($wet > 0.0) {
                $v += $wet * ((1 - $ink) * ($paper[$at] + $tooth * $film->tooth[$n][$at]) + $ink * $film->ink[$n][$at]);
            }
            $out[] = $v;
        }

        return $out;
    }

    public function grains(Film $film, int $row): Grains
    {
        return $this->grains[$row] ??= Grains::of($film, $this->scene, $row);
    }

    public function table(Film $film, string $piece, float $doseMlxh = 0.0, float $drift = 0.0): FilmTable
    {
        $of = $this->tables[$film] ?? [];
        $of[$key = sprintf('%s|%.3f|%.3f', $this->scene->paperOf($piece) === $this->scene->sheet->reflectance ? '' : $piece, $doseMlxh, $drift)] ??=
            FilmTable::of($film, $this->scene->sheet, $this->scene->paperOf($piece), $this->scene->ink, $this->weights, $drift === 0.0 ? self::FILM_MOST : self::DRIFT_MOST, $doseMlxh, $drift);
        $this->tables[$film] = $of;

        return $of[$key];
    }
}
