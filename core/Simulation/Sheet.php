<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

use MarshTrial\Core\Colour\Bands;

/** A make-believe sheet of painting paper: its colour, its surface, what light does to it. */
final readonly class Sheet
{
    private function __construct(
        /** @var list<float> reflectance by band, without the surface's own light */
        public array $reflectance,
        /** Light that surface and glass mirror, share of white: of the bare sheet and of ink. */
        public float $gloss,
        public float $inkGloss,
        /** Tooth: relative scatter of brightness, and radius of its bumps, mm. */
        public float $tooth,
        public float $toothMm,
        /** What light does in the end: change at the blue end, share. */
        public float $drift,
    ) {}

    public static function of(SeededRandom $random): self
    {
        $white = $random->between(0.82, 0.90);
        // From cream to a blue white.
        $cream = $random->between(-0.02, 0.14);
        // Hot-pressed, cold-pressed, rough.
        [$tooth, $mm] = [[0.005, 0.14], [0.010, 0.18], [0.016, 0.26]][$random->whole(0, 2)];

        return new self(
            Bands::map(static fn (float $nm): float => $white * (1 - $cream / (1 + exp(($nm - 475) / 28)) - 0.02 / (1 + exp(($nm - 415) / 8)))),
            $random->between(0.008, 0.022), $random->between(0.006, 0.026), $tooth * $random->between(0.85, 1.15), $mm, $random->between(-0.06, 0.035),
        );
    }

    /** Office paper from a printer, brightened: it sends back more blue than falls on it. */
    public static function ofOffice(SeededRandom $random): self
    {
        [$white, $brightener] = [$random->between(0.82, 0.88), $random->between(0.0, 0.16)];

        return new self(
            Bands::map(static fn (float $nm): float => $white * (1 + $brightener * exp(-(($nm - 442) / 24) ** 2) - 0.25 / (1 + exp(($nm - 412) / 6)))),
            $random->between(0.008, 0.018), $random->between(0.006, 0.02), 0.004, 0.14, 0.0,
        );
    }

    /** The same sheet after years in a drawer: darker at the blue end. @param float $age 0 to 1 */
    public function aged(float $age): self
    {
        $yellowed = array_map(static fn (float $r, int $i): float => $r * (1 - 0.13 * $age ** 2 / (1 + exp((Bands::STEP_NM * $i - 90) / 35))), $this->reflectance, array_keys($this->reflectance));

        return new self(...array_replace(get_object_vars($this), ['reflectance' => $yellowed]));
    }

    /** @return list<float> reflectance by band after a dose */
    public function after(float $doseMlxh): array
    {
        $share = (1 - exp(-$doseMlxh / 8)) * $this->drift;

        return array_map(static fn (float $r, int $i): float => $r * (1 + $share / (1 + exp((Bands::STEP_NM * $i - 95) / 45))), $this->reflectance, array_keys($this->reflectance));
    }
}
