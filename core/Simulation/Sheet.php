<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

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

    /** @return list<float> reflectance by band after a dose */
    public function after(float $doseMlxh): array
    {
        $share = (1 - exp(-$doseMlxh / 8)) * $this->drift;

        return array_map(static fn (float $r, int $i): float => $r * (1 + $share / (1 + exp((Bands::STEP_NM * $i - 95) / 45))), $this->reflectance, array_keys($this->reflectance));
    }
}
