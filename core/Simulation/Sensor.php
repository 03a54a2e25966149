<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

use MarshTrial\Core\Colour\Bands;
use MarshTrial\Core\Colour\Illuminant;
use MarshTrial\Core\Colour\Observer;
use MarshTrial\Core\Colour\Spectrum;
use MarshTrial\Core\Colour\Xyz;

/**
 * What a device makes of a colour: either it sees as the standard observer does, or it has filters of its own over a light of its own.
 *
 * Paint is made of spectra, so paints that look alike to the eye may differ to the device. Stray light inside it is added everywhere.
 */
final class Sensor
{
    /** @var array<int, array{0: float, 1: float, 2: float}> nm => weights of the device's channels, a perfect white being 1 */
    private readonly array $filters;

    /** @var list<list<float>> what the device does to its own channels before it writes them: rows of a matrix */
    private readonly array $matrix;

    /**
     * @param array{0: float, 1: float, 2: float} $cast what a perfect white is written as, green 1
     * @param float $contrast exponent of the tone curve beside that of sRGB
     * @param float $flare stray light, share of a perfect white
     */
    private function __construct(private readonly ?Illuminant $light, public readonly array $cast, public readonly float $contrast, SeededRandom $random, public readonly float $flare = 0.0)
    {
        if ($light === null) {
            $this->filters = [];
            $this->matrix = [];

            return;
        }
        $shapes = array_map(static fn (float $peak, float $width): array => [$peak + $random->between(-7, 7), $width * $random->between(0.9, 1.1)], [602.0, 537.0, 458.0], [34.0, 37.0, 27.0]);
        $filters = [];
        $sums = [0.0, 0.0, 0.0];
        foreach (array_keys(Observer::table()) as $nm) {
            $power = $light->power->at($nm) * ($nm < 690 ? 1.0 : 0.1);
            foreach ($shapes as $c => [$peak, $width]) {
                // Filters leak a little everywhere.
                $filters[$nm][$c] = $power * (exp(-0.5 * (($nm - $peak) / $width) ** 2) + 0.015);
                $sums[$c] += $filters[$nm][$c];
            }
        }
        $this->filters = array_map(static fn (array $f): array => [$f[0] / $sums[0], $f[1] / $sums[1], $f[2] / $sums[2]], $filters);
        $this->matrix = $this->makersMatrix();
    }

    /** A camera that sees as the observer does; a light other than daylight leaves a cast. */
    public static function colorimetric(float $kelvin, int $seed, float $flare = 0.0): self
    {
        return new self(null, self::castOf($kelvin), 1.0, SeededRandom::keyed("sensor|$seed"), $flare);
    }

    /** A camera with filters of its own, under a radiator below 4 000 K and daylight above. */
    public static function camera(float $kelvin, int $seed): self
    {
        $random = SeededRandom::keyed("camera|$seed");

        return new self($kelvin < 4000 ? Illuminant::radiator($kelvin) : Illuminant::daylight($kelvin), self::castOf($kelvin), $random->between(0.92, 1.1), $random, $random->between(0.001, 0.012));
    }

    /** A scanner with filters of its own and a white diode for a lamp. */
    public static function scanner(int $seed): self
    {
        $random = SeededRandom::keyed("scanner-sensor|$seed");
        $power = [];
        for ($nm = Spectrum::FROM_NM; $nm <= Spectrum::TO_NM; $nm += Spectrum::STEP_NM) {
            $power[] = 0.9 * exp(-0.5 * (($nm - 452) / 13) ** 2) + exp(-0.5 * (($nm - 565) / 58) ** 2) + 0.03;
        }

        return new self(new Illuminant('white diode', new Spectrum(Spectrum::FROM_NM, Spectrum::STEP_NM, $power)), [1.0, 1.0, 1.0], $random->between(0.95, 1.08), $random, $random->between(0.0, 0.006));
    }

    public function isSpectral(): bool
    {
        return $this->light !== null;
    }

    /**
     * What every band adds to the device's red, green and blue (linear, before cast, light and tone curve), and for a spectral device to X,
     * Y and Z under D65.
     *
     * @return list<list<float>> three numbers, or six
     */
    public function weights(): array
    {
        if (! $this->isSpectral()) {
            return Bands::rgb();
        }
        $m = $this->matrix;

        return array_map(static fn (array $f, array $eye): array => [...array_map(static fn (array $row): float => $row[0] * $f[0] + $row[1] * $f[1] + $row[2] * $f[2], $m), ...$eye], Bands::folded($this->filters), Bands::xyz());
    }

    /**
     * What the device writes of one given spectrum (linear, before cast, light and tone curve), and the tristimulus values under D65.
     *
     * @return array{0: float, 1: float, 2: float, 3: float, 4: float, 5: float}
     */
    public function lookAt(Spectrum $reflectance): array
    {
        $xyz = self::seenByTheEye($reflectance);
        if ($this->light === null) {
            return [...$xyz->toLinearRgb()->toArray(), $xyz->x, $xyz->y, $xyz->z];
        }
        $d = $this->filtered($reflectance);

        return [...array_map(static fn (array $row): float => $row[0] * $d[0] + $row[1] * $d[1] + $row[2] * $d[2], $this->matrix), $xyz->x, $xyz->y, $xyz->z];
    }

    /** @return array{0: float, 1: float, 2: float} what comes through the device's filters */
    private function filtered(Spectrum $reflectance): array
    {
        $out = [0.0, 0.0, 0.0];
        foreach ($this->filters as $nm => $f) {
            $r = $reflectance->at($nm);
            for ($c = 0; $c < 3; $c++) {
                $out[$c] += $f[$c] * $r;
            }
        }

        return $out;
    }

    /** Tristimulus values under D65, its white being that of the screen. */
    private static function seenByTheEye(Spectrum $reflectance): Xyz
    {
        return $reflectance->toLab(Illuminant::d65())->toXyz();
    }

    /** The smooth spectrum that a scene colour stands for, when the paint is this one. */
    public static function spectrum(string $paint, float $r, float $g, float $b): Spectrum
    {
        $values = array_map(static fn (array $w): float => $r ** $w[0] * $g ** $w[1] * $b ** $w[2], self::bands($paint));

        return new Spectrum(Spectrum::FROM_NM, Spectrum::STEP_NM, array_values($values));
    }

    /** @return array<int, array{0: float, 1: float, 2: float}> nm => shares of red, green and blue, adding up to 1 */
    private static function bands(string $paint): array
    {
        $random = SeededRandom::keyed("bands|$paint");
        $bare = $paint === '';
        $edges = [492 + ($bare ? 0 : $random->between(-14, 14)), 583 + ($bare ? 0 : $random->between(-14, 14))];
        $widths = [$bare ? 18 : $random->between(9, 22), $bare ? 16 : $random->between(8, 20)];
        $out = [];
        foreach (array_keys(Observer::table()) as $nm) {
            $blue = 1 / (1 + exp(($nm - $edges[0]) / $widths[0]));
            $red = 1 / (1 + exp(($edges[1] - $nm) / $widths[1]));
            $out[$nm] = [$red * (1 - $blue), (1 - $blue) * (1 - $red), $blue];
        }

        return $out;
    }

    /**
     * What the maker built in: the least squares matrix from its filters to linear sRGB over smooth spectra, taken nine tenths of the way,
     * white kept white.
     *
     * @return list<list<float>>
     */
    private function makersMatrix(): array
    {
        $from = $to = [];
        foreach ([[0.8, 0.8, 0.8], [0.2, 0.2, 0.2], [0.7, 0.15, 0.1], [0.75, 0.6, 0.08], [0.1, 0.5, 0.15], [0.08, 0.25, 0.6], [0.4, 0.1, 0.5], [0.5, 0.75, 0.8], [0.8, 0.6, 0.7], [0.3, 0.2, 0.1]] as [$r, $g, $b]) {
            $spectrum = self::spectrum('', $r, $g, $b);
            $from[] = $this->filtered($spectrum);
            $to[] = self::seenByTheEye($spectrum)->toLinearRgb()->toArray();
        }
        $out = [];
        for ($c = 0; $c < 3; $c++) {
            $normal = array_fill(0, 3, [0.0, 0.0, 0.0, 0.0]);
            foreach ($from as $n => $d) {
                for ($i = 0; $i < 3; $i++) {
                    for ($j = 0; $j < 3; $j++) {
                        $normal[$i][$j] += $d[$i] * $d[$j];
                    }
                    $normal[$i][3] += $d[$i] * $to[$n][$c];
                }
            }
            $row = self::solve3($normal);
            $row = array_map(static fn (float $v, int $i): float => 0.9 * $v + 0.1 * ($i === $c ? 1 : 0), $row, [0, 1, 2]);
            $sum = array_sum($row);
            $out[] = array_map(static fn (float $v): float => $v / $sum, $row);
        }

        return $out;
    }

    /**
     * @param array<int, array<int, float>> $m three rows of four
     *
     * @return list<float>
     */
    private static function solve3(array $m): array
    {
        for ($col = 0; $col < 3; $col++) {
            for ($row = 0; $row < 3; $row++) {
                if ($row !== $col) {
                    $factor = $m[$row][$col] / $m[$col][$col];
                    for ($k = $col; $k < 4; $k++) {
                        $m[$row][$k] -= $factor * $m[$col][$k];
                    }
                }
            }
        }

        return [$m[0][3] / $m[0][0], $m[1][3] / $m[1][1], $m[2][3] / $m[2][2]];
    }

    /**
     * What is left of a light's colour after the camera's own balance, which goes two thirds of the way.
     *
     * @return array{0: float, 1: float, 2: float}
     */
    private static function castOf(float $kelvin): array
    {
        $white = Observer::white($kelvin < 4000 ? Illuminant::radiator($kelvin) : Illuminant::daylight($kelvin));
        $rgb = (new Xyz($white[0], 1.0, $white[2]))->toLinearRgb()->toArray();
        $rest = static fn (float $v): float => max(0.02, $v / $rgb[1]) ** 0.33;

        return [$rest($rgb[0]), 1.0, $rest($rgb[2])];
    }
}
