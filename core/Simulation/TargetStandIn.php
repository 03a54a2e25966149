<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

use MarshTrial\Core\Card\TargetSheet;
use MarshTrial\Core\Colour\Illuminant;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\Spectrum;
use MarshTrial\Core\Exchange\Readings;
use MarshTrial\Core\Exchange\Sample;

/** A make-believe colour target: a row of greys, and patches spread over hue, lightness and strength. */
final readonly class TargetStandIn
{
    private function __construct(
        public TargetSheet $sheet,
        /** @var list<Spectrum> along the rows */
        public array $spectra,
    ) {}

    /** Twelve greys and 48 colours. */
    public static function full(): self
    {
        $random = SeededRandom::keyed('target');
        $spectra = self::greys(12);
        for ($i = 0; $i < 48; $i++) {
            // Around the circle of hues, pale, middle and deep by turns.
            $angle = 2 * M_PI * ($i * 5 % 48) / 48;
            $depth = [0.5, 1.1, 2.0][$i % 3] * $random->between(0.85, 1.15);
            $deposit = array_map(static fn (float $shift): float => $depth * max(0.03, 0.5 + 0.62 * cos($angle - $shift)), [0.0, 2 * M_PI / 3, 4 * M_PI / 3]);
            $spectra[] = Sensor::spectrum("target|$i", ...array_map(static fn (float $d): float => 0.02 + 0.86 * exp(-$d), $deposit));
        }

        return new self(TargetSheet::of(12, 5), $spectra);
    }

    /** Ten greys only. */
    public static function wedge(): self
    {
        return new self(TargetSheet::of(10, 1), self::greys(10));
    }

    /** @return list<Spectrum> from near white to near black, even in lightness */
    private static function greys(int $count): array
    {
        return array_map(static function (int $i) use ($count): Spectrum {
            $l = 96 - 82 * $i / ($count - 1);
            $y = (($l + 16) / 116) ** 3;

            return Sensor::spectrum('grey', $y, $y * 0.995, $y * 0.985);
        }, range(0, $count - 1));
    }

    /** @return list<Lab> its colours, for D65 */
    public function colours(): array
    {
        return array_map(static fn (Spectrum $s): Lab => $s->toLab(Illuminant::d65()), $this->spectra);
    }

    /** The reference file that comes with it. */
    public function referenceFile(): string
    {
        $name = fn (int $i): string => chr(65 + intdiv($i, $this->sheet->columns)).($i % $this->sheet->columns + 1);

        return Readings::write(array_map(static fn (Spectrum $s, int $i): Sample => new Sample($name($i), $s->toLab(Illuminant::d65()), $s), $this->spectra, array_keys($this->spectra)), ['DESCRIPTOR' => 'make-believe target of the camera stand-in']);
    }

    /** @return list<array{0: float, 1: float, 2: float}> linear device RGB of the patches before cast and light */
    public function seenBy(?Sensor $sensor): array
    {
        $sensor ??= Sensor::colorimetric(6500, 0);

        return array_map(static function (Spectrum $s) use ($sensor): array {
            [$r, $g, $b] = $sensor->lookAt($s);

            return [max(0.0, $r), max(0.0, $g), max(0.0, $b)];
        }, $this->spectra);
    }
}
