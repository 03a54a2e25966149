<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

use MarshTrial\Core\Card\RowLabel;
use MarshTrial\Core\Pigment\Catalogue;
use MarshTrial\Core\Pigment\PigmentStatement;

/** Invents a film for a row: its hue follows the pigment code, everything else the specimen's name and the seed. */
final class FilmStock
{
    /** Absorption of red, green and blue relative to the strongest, by hue family (invented). */
    private const BY_HUE = [
        'yellow' => [0.03, 0.14, 1.0], 'orange' => [0.04, 0.50, 1.0], 'red' => [0.07, 1.0, 0.85], 'violet' => [0.42, 1.0, 0.28],
        'blue' => [1.0, 0.50, 0.08], 'green' => [1.0, 0.30, 0.62], 'brown' => [0.35, 0.75, 1.0], 'black' => [0.97, 1.0, 0.98], 'white' => [0.9, 0.95, 1.0],
    ];

    /** Habits of codes that have well-known ones: absorption, scattering, grain, left by soft brush, fade, browning, variety between makers. */
    private const BY_CODE = [
        'PR254' => [[0.05, 1.0, 0.92], 0.020, 0.02, 0.55, 0.004, 0.0, 1.0],
        'PB28' => [[1.0, 0.46, 0.05], 0.022, 0.22, 0.16, 0.0003, 0.0, 0.12],
        'PG17' => [[1.0, 0.42, 0.80], 0.070, 0.12, 0.35, 0.0003, 0.0, 0.3],
        'PY65' => [[0.02, 0.22, 1.0], 0.014, 0.01, 0.42, 0.010, 0.0, 0.4],
        'PB36' => [[1.0, 0.34, 0.26], 0.030, 0.20, 0.20, 0.0003, 0.0, 0.3],
        'PR149' => [[0.05, 1.0, 0.80], 0.012, 0.02, 0.68, 0.006, 0.0, 0.4],
        'PV3' => [[0.50, 1.0, 0.20], 0.006, 0.01, 0.78, 0.075, 0.0, 0.4],
        'PR106' => [[0.04, 0.95, 1.0], 0.075, 0.08, 0.14, 0.0005, 0.012, 0.3],
    ];

    public static function film(RowLabel $row, int $seed): Film
    {
        $random = Chance::keyed("film|$row->specimen|$row->pigments|$seed");
        $code = PigmentStatement::parse($row->pigments)->codes[0] ?? null;
        $habit = self::BY_CODE[$code->text ?? ''] ?? null;
        if ($habit === null) {
            $hue = Catalogue::find($code->text ?? '')->hueFamily ?? 'brown';
            $habit = [
                self::BY_HUE[$hue], exp($random->between(log(0.003), log(0.08))), $random->between(0, 1) < 0.4 ? 0.01 : $random->between(0.05, 0.4),
                $random->between(0.04, 0.9), exp($random->between(log(0.0005), log(0.06))), 0.0, 0.5,
            ];
        }
        [$absorption, $scatter, $grain, $left, $fade, $brown, $variety] = $habit;
        $vary = static fn (float $value, float $by): float => $value * exp($by * $variety * $random->between(-1, 1));
        $hueShift = $variety * $random->between(-0.22, 0.22);
        $k = [];
        foreach ($absorption as $i => $share) {
            // Only the weaker channels drift, so that the key channel keeps its meaning.
            $k[] = 0.5 * ($share >= 0.99 ? 1.0 : min(0.97, max(0.015, $share * (1 + ($i === 1 ? $hueShift : -$hueShift)))));
        }
        $s = $vary($scatter, 1.1);
        $soft = min(0.92, max(0.02, $vary($left, 0.5)));

        return new Film(
            $k,
            [$s, $s * 0.95, $s * 0.9],
            $random->between(1.5, 2.2),
            $random->between(0.12, 0.24),
            $vary($grain, 0.6),
            $random->between(0.10, 0.20),
            $soft,
            $soft * $random->between(0.35, 0.9),
            $vary($fade, 0.6),
            $vary($brown, 0.4),
            ...self::streaks("$row->specimen|$seed"),
        );
    }

    /** @return array{0: float, 1: float} every third paint is laid in streaks; chances of their own, so that nothing else changes */
    private static function streaks(string $key): array
    {
        $random = Chance::keyed("streaks|$key");

        return [$random->between(0, 1) < 0.35 ? $random->between(0.03, 0.18) : 0.0, $random->between(0, 180)];
    }
}
