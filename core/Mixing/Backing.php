<?php

declare(strict_types=1);

namespace MarshTrial\Core\Mixing;

use MarshTrial\Core\Colour\Bands;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Colour\Spectrum;
use MarshTrial\Core\Imaging\Linear;

/** What lies beneath a film, by band: the smoothest reflectance of a measured colour, and the even reflectance of ink. */
final readonly class Backing
{
    /** Light that any surface mirrors, share of white, unless the ink beneath is darker (own). */
    private const SURFACE = 0.012;

    private function __construct(
        /** @var list<float> reflectance of the paper by band, without its surface */
        public array $paper,
        public ?float $ink,
        /** Light mirrored by the surface, share of white. */
        public float $surface,
    ) {}

    /** @param Spectrum|null $read of the paper by an instrument */
    public static function of(LinearRgb $paper, ?LinearRgb $ink, ?Spectrum $read = null): self
    {
        $surface = $ink === null ? self::SURFACE : max(0.002, min(self::SURFACE, 0.7 * $ink->luminance()));
        $beneath = static fn (float $seen): float => max(1e-4, ($seen - $surface) / (1 - $surface));
        $rgb = array_map($beneath, $paper->toArray());

        return new self($read === null ? self::smoothest([$rgb[0], $rgb[1], $rgb[2]]) : Bands::map(static fn (float $nm): float => min(1.1, $beneath($read->at($nm)))), $ink === null ? null : $beneath($ink->luminance()), $surface);
    }

    /** @param list<float> $paper */
    public static function fromArray(array $paper, ?float $ink, float $surface): self
    {
        return new self($paper, $ink, $surface);
    }

    /**
     * The reflectance of a colour whose second differences are smallest.
     *
     * @param array{0: float, 1: float, 2: float} $rgb linear
     *
     * @return list<float> by band
     */
    private static function smoothest(array $rgb): array
    {
        $n = Bands::COUNT;
        $weights = Bands::rgb();
        $m = array_fill(0, $n + 3, array_fill(0, $n + 4, 0.0));
        for ($i = 1; $i < $n - 1; $i++) {
            foreach ([[$i - 1, 1.0], [$i, -2.0], [$i + 1, 1.0]] as [$a, $u]) {
                foreach ([[$i - 1, 1.0], [$i, -2.0], [$i + 1, 1.0]] as [$b, $v]) {
                    $m[$a][$b] += $u * $v;
                }
            }
        }
        for ($i = 0; $i < $n; $i++) {
            // A little weight on the level keeps the ends from running away.
            $m[$i][$i] += 1e-6;
            for ($c = 0; $c < 3; $c++) {
                $m[$i][$n + $c] = $m[$n + $c][$i] = $weights[$i][$c];
            }
            $m[$i][$n + 3] = 1e-6 * 0.85;
        }
        for ($c = 0; $c < 3; $c++) {
            $m[$n + $c][$n + 3] = $rgb[$c];
        }

        return array_map(static fn (float $r): float => min(1.1, max(0.01, $r)), array_slice(Linear::solve($m), 0, $n));
    }
}
