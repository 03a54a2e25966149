<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

use MarshTrial\Core\Colour\Bands;

/** What light does to a make-believe paint, and time in the dark. */
final readonly class LightHabit
{
    public function __construct(
        /** Loss per Mlx h of a film so thin that it shelters nothing; thicker films lose less. */
        public float $fadePerMlxh = 0.0,
        /** Absorption added in all bands per Mlx h, share. */
        public float $brownPerMlxh = 0.0,
        /** How strongly a film shelters itself: loss falls as 1 / (1 + 0.8 thickness) to this power. */
        public float $shelter = 1.0,
        /** Nanometres by which absorption moves to shorter waves per Mlx h: another hue, nearly as light. */
        public float $shiftNmPerMlxh = 0.0,
        /** Share that a half in the dark loses between the first reading and the checks. */
        public float $darkLoss = 0.0,
    ) {}

    /** Furthest that absorption moves, nm. */
    private const MOST_SHIFT_NM = 60.0;

    /**
     * A habit by its name, drawn within its bounds.
     *
     * @param string $name stable, slow, fast, browning, shift, tint or dark
     */
    public static function named(string $name, SeededRandom $random): self
    {
        return match ($name) {
            'slow' => new self($random->between(0.01, 0.03)),
            'fast' => new self($random->between(0.08, 0.25)),
            'browning' => new self(0.0005, $random->between(0.01, 0.05)),
            'shift' => new self(shiftNmPerMlxh: $random->between(1.5, 5.0)),
            'tint' => new self($random->between(0.25, 0.6), shelter: 9.0),
            'dark' => new self($random->between(0.05, 0.15), darkLoss: $random->between(0.06, 0.15)),
            default => new self,
        };
    }

    /** Share of the thickness that is left after a dose. */
    public function leftAfter(float $thickness, float $doseMlxh): float
    {
        return exp(-$this->fadePerMlxh * $doseMlxh / (1 + 0.8 * $thickness) ** $this->shelter);
    }

    /**
     * Absorption after a dose.
     *
     * @param list<float> $k by band
     *
     * @return list<float>
     */
    public function absorption(array $k, float $doseMlxh): array
    {
        $by = min(self::MOST_SHIFT_NM, $this->shiftNmPerMlxh * $doseMlxh) / Bands::STEP_NM;
        $brown = 0.4 * $this->brownPerMlxh * $doseMlxh;
        $out = [];
        foreach ($k as $i => $v) {
            $from = min(count($k) - 1.0, $i + $by);
            $low = (int) $from;
            $out[] = ($by > 0 ? $k[$low] + ($from - $low) * ($k[min(count($k) - 1, $low + 1)] - $k[$low]) : $v) + $brown;
        }

        return $out;
    }
}
