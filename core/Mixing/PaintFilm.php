<?php

declare(strict_types=1);

namespace MarshTrial\Core\Mixing;

use MarshTrial\Core\Colour\Bands;

/**
 * A paint as a film that absorbs and scatters by band (Kubelka and Munk 1931): a model that was fitted to its measured ladder, never a measurement.
 *
 * @phpstan-type PaintFilmData array{
 *     logK: array<float>, level: float, slope: float, modes: list<array<float>>, paper: array<float>,
 *     ink: float|null, surface: float, key: int, deepest: float, unitDrops: float|null,
 *     misfit: array{float, float}, device: float|null,
 * }
 */
final readonly class PaintFilm
{
    /** Scattering is told at this wavelength, nm, and falls from it as a power. */
    private const SCATTER_AT_NM = 550;

    /** @var list<float> absorption and scattering by band for one unit of amount */
    public array $k;

    /** @var list<float> */
    public array $s;

    /**
     * @param list<float> $logK natural logarithm of the absorption by band, for one unit: the amount that has a deposit of 0.92 in the key channel
     * @param list<list<float>> $modes what the fit leaves open: shifts of all parameters (absorption by band, level, slope), independent of each other, one standard deviation each
     */
    public function __construct(
        public array $logK,
        /** Natural logarithm of the scattering at 550 nm, and the power with which it falls. */
        public float $level,
        public float $slope,
        public array $modes,
        public Backing $backing,
        public int $key,
        /** Deepest place of its ladder, in units. */
        public float $deepest,
        /** Drops of paint that a unit is; null: it was not counted, and ratios are by strength only. */
        public ?float $unitDrops,
        /** How far it misses its own ladder, mean and largest dE00. */
        public float $misfit,
        public float $misfitMost,
        /** What its device is off by, dE00; null: nothing tells. */
        public ?float $device = null,
    ) {
        $this->k = array_map(exp(...), $logK);
        $this->s = Bands::map(fn (float $nm): float => exp($this->level) * (self::SCATTER_AT_NM / $nm) ** $this->slope);
    }

    public const PARAMETERS = Bands::COUNT + 2;

    /** @param list<float> $by shifts of all parameters */
    public function shifted(array $by, float $times = 1.0): self
    {
        $logK = array_map(static fn (float $k, float $d): float => $k + $times * $d, $this->logK, array_slice($by, 0, Bands::COUNT));

        return $this->with(logK: $logK, level: $this->level + $times * $by[Bands::COUNT], slope: $this->slope + $times * $by[Bands::COUNT + 1], modes: []);
    }

    /** The same, read by a device that is off by so much. @param float|null $device dE00; null: nothing tells */
    public function readBy(?float $device): self
    {
        return $this->with(device: $device);
    }

    /**
     * The same, with so much left open.
     *
     * @param list<list<float>> $modes
     */
    public function leaving(array $modes): self
    {
        return $this->with(modes: $modes);
    }

    /** The same, a unit of which is so many drops. */
    public function counting(float $drops): self
    {
        return $this->with(unitDrops: $drops);
    }

    /** The same, missing its own ladder by so much, mean and most, dE00. */
    public function missing(float $mean, float $most): self
    {
        return $this->with(misfit: $mean, misfitMost: $most);
    }

    /** The same paint, stronger or weaker for its unit. */
    public function stronger(float $times): self
    {
        $more = log($times);

        return $this->with(logK: array_map(static fn (float $k): float => $k + $more, $this->logK), level: $this->level + $more, deepest: $this->deepest / $times, unitDrops: $this->unitDrops === null ? null : $this->unitDrops * $times);
    }

    /** The same but for some of what it is made of. */
    private function with(mixed ...$changes): self
    {
        // Absorption and scattering by band follow from the rest.
        return new self(...[...array_diff_key(get_object_vars($this), ['k' => 0, 's' => 0]), ...$changes]);
    }

    /** @return PaintFilmData */
    public function toArray(): array
    {
        $rounded = static fn (array $of): array => array_map(static fn (float $v): float => round($v, 5), $of);

        return [
            'logK' => $rounded($this->logK), 'level' => round($this->level, 5), 'slope' => round($this->slope, 5), 'modes' => array_map($rounded, $this->modes), 'paper' => $rounded($this->backing->paper), 'ink' => $this->backing->ink, 'surface' => $this->backing->surface,
            'key' => $this->key, 'deepest' => round($this->deepest, 4), 'unitDrops' => $this->unitDrops === null ? null : round($this->unitDrops, 4), 'misfit' => [round($this->misfit, 3), round($this->misfitMost, 3)], 'device' => $this->device === null ? null : round($this->device, 3),
        ];
    }

    /** @param array<string, mixed> $data as written by toArray() */
    public static function fromArray(array $data): self
    {
        $floats = static fn (array $of): array => array_values(array_map(floatval(...), $of));

        return new self(
            $floats($data['logK']), (float) $data['level'], (float) $data['slope'], array_values(array_map($floats, $data['modes'])),
            Backing::fromArray($floats($data['paper']), $data['ink'] === null ? null : (float) $data['ink'], (float) $data['surface']),
            (int) $data['key'], (float) $data['deepest'], $data['unitDrops'] === null ? null : (float) $data['unitDrops'], (float) $data['misfit'][0], (float) $data['misfit'][1], ($data['device'] ?? null) === null ? null : (float) $data['device'],
        );
    }
}
