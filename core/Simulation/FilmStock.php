<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

use MarshTrial\Core\Card\RowLabel;
use MarshTrial\Core\Colour\Bands;
use MarshTrial\Core\Pigment\Catalogue;
use MarshTrial\Core\Pigment\PigmentStatement;

/**
 * Invents a film for a row: its spectrum follows the pigment codes, everything else the specimen's name and the seed.
 *
 * Absorption is made of edges ("below" or "above" a wavelength, so many nm wide) and lobes; plausible shapes, no paint's data.
 */
final class FilmStock
{
    /** Shapes of absorption by hue family: kind, nm, width, height. */
    private const BY_HUE = [
        'yellow' => [['below', 500, 9, 1.0]],
        'orange' => [['below', 566, 11, 1.0]],
        'red' => [['below', 594, 9, 1.0], ['lobe', 425, 32, -0.35]],
        'violet' => [['lobe', 548, 34, 1.0], ['lobe', 590, 20, 0.7], ['lobe', 405, 25, 0.18], ['flat', 0, 0, 0.05]],
        'blue' => [['lobe', 618, 44, 1.0], ['above', 665, 20, 0.5], ['lobe', 400, 20, 0.1], ['flat', 0, 0, 0.06]],
        'green' => [['lobe', 640, 42, 1.0], ['above', 670, 15, 0.5], ['lobe', 428, 26, 0.62], ['flat', 0, 0, 0.08]],
        'brown' => [['below', 580, 42, 1.0], ['flat', 0, 0, 0.22]],
        'black' => [['flat', 0, 0, 1.0]],
        'white' => [['below', 412, 9, 0.05], ['flat', 0, 0, 0.004]],
    ];

    /** Shapes of codes that have well-known ones. */
    private const BY_CODE = [
        'PR254' => [['below', 597, 9, 1.0], ['lobe', 425, 30, -0.22], ['flat', 0, 0, 0.012]],
        'PB28' => [['lobe', 545, 24, 0.62], ['lobe', 588, 20, 0.95], ['lobe', 630, 26, 1.0], ['above', 655, 18, 0.3], ['lobe', 500, 22, 0.18], ['flat', 0, 0, 0.075]],
        'PB29' => [['lobe', 598, 46, 1.0], ['lobe', 520, 24, 0.22], ['flat', 0, 0, 0.06]],
        'PB15:3' => [['lobe', 606, 44, 1.0], ['lobe', 685, 34, 0.9], ['lobe', 540, 28, 0.45], ['lobe', 400, 22, 0.14], ['flat', 0, 0, 0.085]],
        'PB36' => [['lobe', 622, 46, 1.0], ['below', 430, 22, 0.4], ['lobe', 570, 26, 0.32], ['flat', 0, 0, 0.1]],
        'PG17' => [['lobe', 462, 34, 0.85], ['lobe', 608, 36, 1.0], ['below', 425, 18, 0.5], ['flat', 0, 0, 0.2]],
        'PG18' => [['lobe', 440, 34, 0.75], ['above', 578, 15, 1.0], ['flat', 0, 0, 0.14]],
        'PG7' => [['lobe', 628, 38, 1.0], ['above', 655, 16, 0.7], ['lobe', 425, 28, 0.6], ['flat', 0, 0, 0.095]],
        'PY65' => [['below', 511, 10, 1.0], ['flat', 0, 0, 0.014]],
        'PY42' => [['below', 526, 22, 1.0], ['lobe', 560, 30, 0.12], ['flat', 0, 0, 0.1]],
        'PY150' => [['below', 505, 13, 1.0], ['lobe', 520, 26, 0.14], ['flat', 0, 0, 0.02]],
        'PO48' => [['below', 582, 13, 1.0]],
        'PR149' => [['below', 602, 9, 1.0], ['lobe', 415, 26, -0.2], ['flat', 0, 0, 0.012]],
        'PR106' => [['below', 594, 8, 1.0], ['flat', 0, 0, 0.02]],
        'PR101' => [['below', 584, 15, 1.0], ['flat', 0, 0, 0.12]],
        'PBr7' => [['below', 572, 46, 1.0], ['flat', 0, 0, 0.24]],
        'PV3' => [['lobe', 552, 34, 1.0], ['lobe', 596, 18, 0.85], ['lobe', 400, 24, 0.18], ['flat', 0, 0, 0.035]],
        'PV19' => [['lobe', 525, 34, 1.0], ['lobe', 566, 15, 0.9], ['lobe', 445, 46, 0.42], ['flat', 0, 0, 0.02]],
    ];

    /** Habits of codes that have well-known ones: scattering, grain, left by soft brush, fade, browning, variety between makers. */
    private const HABITS = [
        'PR254' => [0.020, 0.02, 0.55, 0.004, 0.0, 1.0],
        'PB28' => [0.022, 0.22, 0.16, 0.0003, 0.0, 0.12],
        'PG17' => [0.070, 0.12, 0.35, 0.0003, 0.0, 0.3],
        'PY65' => [0.014, 0.01, 0.42, 0.010, 0.0, 0.4],
        'PB36' => [0.030, 0.20, 0.20, 0.0003, 0.0, 0.3],
        'PR149' => [0.012, 0.02, 0.68, 0.006, 0.0, 0.4],
        'PV3' => [0.006, 0.01, 0.78, 0.075, 0.0, 0.4],
        'PR106' => [0.075, 0.08, 0.14, 0.0005, 0.012, 0.3],
    ];

    /** Stands in a row's name before the habit in light that its paint is to have. */
    public const HABIT = '|light=';

    public static function film(RowLabel $row, int $seed): Film
    {
        $random = SeededRandom::keyed("film|$row->specimen|$row->pigments|$seed");
        $codes = array_slice(PigmentStatement::parse($row->pigments)->codes, 0, 2);
        $code = $codes[0]->text ?? '';
        [$scatter, $grain, $left, $fade, $brown, $variety] = self::HABITS[$code] ?? [
            exp($random->between(log(0.003), log(0.08))), $random->between(0, 1) < 0.4 ? 0.01 : $random->between(0.05, 0.4),
            $random->between(0.04, 0.9), exp($random->between(log(0.0005), log(0.06))), 0.0, 0.5,
        ];
        $vary = static fn (float $value, float $by): float => $value * exp($by * $variety * $random->between(-1, 1));
        $s = $vary($scatter, 1.1);
        $soft = min(0.92, max(0.02, $vary($left, 0.5)));
        $pigments = [self::pigment($code, $s, $variety, $random)];
        $shares = [1.0];
        if (count($codes) > 1) {
            $pigments[] = self::pigment($codes[1]->text, exp($random->between(log(0.003), log(0.06))), 0.5, $random);
            $share = $random->between(0.45, 0.75);
            $shares = [$share, 1 - $share];
        }

        return new Film(
            $pigments, $shares,
            $random->between(3.6, 5.4),
            $random->between(0.12, 0.24),
            $vary($grain, 0.6),
            $random->between(0.10, 0.20),
            $soft,
            $soft * $random->between(0.35, 0.9),
            str_contains($row->specimen, self::HABIT) ? LightHabit::named(explode(self::HABIT, $row->specimen)[1], SeededRandom::keyed("light|$row->specimen|$seed")) : new LightHabit($vary($fade, 0.6), $vary($brown, 0.4)),
            ...self::streaks("$row->specimen|$seed"),
            ...self::surface("$row->specimen|$seed"),
        );
    }

    /**
     * Absorption and scattering of one pigment, made so strong that one unit of thickness is about one unit of deposit.
     *
     * @return array{k: list<float>, s: list<float>}
     */
    private static function pigment(string $code, float $scatter, float $variety, SeededRandom $random): array
    {
        $shape = self::BY_CODE[$code] ?? self::BY_HUE[Catalogue::find($code)->hueFamily ?? 'brown'] ?? self::BY_HUE['brown'];
        [$shift, $wider] = [7 * $variety * $random->between(-1, 1), exp(0.15 * $variety * $random->between(-1, 1))];
        $parts = array_map(static fn (array $p): array => [$p[0], $p[1] + $shift + 3 * $variety * $random->between(-1, 1), $p[2] * $wider, $p[3] * ($p[3] === 1.0 ? 1.0 : 1 + 0.2 * $variety * $random->between(-1, 1))], $shape);
        $k = Bands::map(static function (float $nm) use ($parts): float {
            $sum = 0.006;
            foreach ($parts as [$kind, $at, $width, $height]) {
                $sum += $height * match ($kind) {
                    'below' => 1 / (1 + exp(($nm - $at) / $width)),
                    'above' => 1 / (1 + exp(($at - $nm) / $width)),
                    'lobe' => exp(-0.5 * (($nm - $at) / $width) ** 2),
                    default => 1.0,
                };
            }

            return max(0.004, $sum);
        });
        $fall = $random->between(0.0, 1.2);
        $s = Bands::map(static fn (float $nm): float => $scatter * (550 / $nm) ** $fall);
        [$low, $high] = [0.1, 60.0];
        for ($i = 0; $i < 30; $i++) {
            $scale = sqrt($low * $high);
            [$low, $high] = self::deposit($k, $s, $scale) < 0.92 ? [$scale, $high] : [$low, $scale];
        }

        return ['k' => array_map(static fn (float $v): float => $low * $v, $k), 's' => $s];
    }

    /**
     * Largest deposit at a thickness of 0.92 over a usual sheet.
     *
     * @param list<float> $k
     * @param list<float> $s
     */
    private static function deposit(array $k, array $s, float $scale): float
    {
        $seen = Bands::sum(array_map(static function (float $k, float $s) use ($scale): float {
            [$body, $passage] = Film::bodyAndPassage($scale * $k, $s, 0.92);

            return 0.015 + 0.985 * ($body + $passage * 0.86 / (1 - $body * 0.86));
        }, $k, $s), Bands::rgb());
        $bare = 0.015 + 0.985 * 0.86;

        return -log(max(1e-4, min($seen)) / $bare);
    }

    /** @return array{0: float, 1: float} every third paint is laid in streaks; chances of their own, so that nothing else changes */
    private static function streaks(string $key): array
    {
        $random = SeededRandom::keyed("streaks|$key");

        return [$random->between(0, 1) < 0.35 ? $random->between(0.03, 0.18) : 0.0, $random->between(0, 180)];
    }

    /** @return array{0: float, 1: float, 2: float} matt or shiny, now and then very much so over the line; a backrun in every eighth wash */
    private static function surface(string $key): array
    {
        $random = SeededRandom::keyed("surface|$key");

        return [
            0.0015 * ($random->between(-1, 1) + $random->between(-1, 1) + $random->between(-1, 1)),
            $random->between(0, 1) < 0.08 ? $random->between(0.008, 0.02) : max(0.0, $random->between(-0.004, 0.003)),
            $random->between(0, 1) < 0.12 ? $random->between(0.2, 0.5) : 0.0,
        ];
    }
}
