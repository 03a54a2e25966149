<?php

declare(strict_types=1);

namespace MarshTrial\Core\Daylight;

/** What hangs between the sky and the card. */
enum Glass: string
{
    case None = 'none';
    case Single = 'one pane';
    case Double = 'two panes';
    case Coated = 'two panes, coated';
    case Filtering = 'ultraviolet-filtering glass';
    case Acrylic = 'acrylic';
    /** Between one pane and two. */
    case Unknown = 'not known';

    /** Refractive index of glass (memory). */
    private const INDEX = 1.526;

    /** Angle at which glass passes diffuse light as it does on the whole, degrees (Brandemuehl and Beckman 1980, memory). */
    public const DIFFUSE_DEG = 59.0;

    /** @return array{0: float, 1: float} transmittance straight through, of visible light and of the sun's radiation (common practice, no source) */
    private function straight(): array
    {
        return match ($this) {
            self::None => [1.0, 1.0],
            self::Single => [0.89, 0.82],
            self::Double => [0.80, 0.69],
            self::Coated => [0.76, 0.50],
            self::Filtering => [0.86, 0.70],
            self::Acrylic => [0.92, 0.85],
            self::Unknown => [0.84, 0.72],
        };
    }

    private function panes(): int
    {
        return match ($this) {
            self::None => 0,
            self::Double, self::Coated => 2,
            default => 1,
        };
    }

    /**
     * Transmittance by angle of incidence: Fresnel's reflections of its panes, the rest absorbed along the slanting way.
     *
     * @param float $degrees 0 straight through, 90 along it
     *
     * @return array{0: float, 1: float} of visible light and of the sun's radiation
     */
    public function passes(float $degrees): array
    {
        if ($this === self::None) {
            return [1.0, 1.0];
        }
        if ($degrees >= 89.9) {
            return [0.0, 0.0];
        }
        $angle = deg2rad(max(0.0, $degrees));
        $inside = asin(sin($angle) / self::INDEX);
        $longer = 1 / cos($inside) - 1;
        $reflections = $this->unreflected($angle) / $this->unreflected(0.0);

        return array_map(fn (float $t): float => $t * $reflections * ($t / $this->unreflected(0.0)) ** $longer, $this->straight());
    }

    /** Share that the surfaces of its panes let through, both polarisations alike. */
    private function unreflected(float $angle): float
    {
        $inside = asin(sin($angle) / self::INDEX);
        if ($angle < 1e-4) {
            $across = $along = ((self::INDEX - 1) / (self::INDEX + 1)) ** 2;
        } else {
            $across = (sin($inside - $angle) / sin($inside + $angle)) ** 2;
            $along = (tan($inside - $angle) / tan($inside + $angle)) ** 2;
        }
        $many = 2 * $this->panes() - 1;

        return ((1 - $across) / (1 + $many * $across) + (1 - $along) / (1 + $many * $along)) / 2;
    }
}
