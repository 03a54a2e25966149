<?php

declare(strict_types=1);

namespace Tests\Support;

use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Daylight\Dose;
use MarshTrial\Core\Fading\Doubt;
use MarshTrial\Core\Fading\FadeReading;
use MarshTrial\Core\Fading\FadeSeries;
use MarshTrial\Core\Fading\LightVerdict;
use MarshTrial\Core\Rating\Scale;

/** Fade strips of a grey, of whose change in lightness the grey scale weighs all. */
final class FadeStrips
{
    /** @param array<string, mixed> $more further properties of the reading */
    public static function reading(float $mlxh, float $lighter, float $u = 0.2, array $more = []): FadeReading
    {
        return new FadeReading(new Dose($mlxh), new Lab(50, 0, 0), new Lab(50 + $lighter, 0, 0), abs($lighter), $u, ...$more);
    }

    /** @param array<int|string, float> $changes lightness gained by dose, Mlx h, at middle strength */
    public static function verdict(array $changes, float $u = 0.1, ?Doubt $doubt = null, bool $doseKnown = true): LightVerdict
    {
        $readings = array_map(static fn (int|string $dose, float $by): FadeReading => self::reading((float) $dose, $by, $u, ['doubt' => $doubt]), array_keys($changes), $changes);

        return LightVerdict::of(Scale::current(), [2 => new FadeSeries(Scale::current(), $readings)], $doseKnown);
    }
}
