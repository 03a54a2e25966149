<?php

declare(strict_types=1);

namespace MarshTrial\Core\Colour;

/** The CIE 1931 standard observer, 2 degrees, 380 to 780 nm at 10 nm (cie-1931.psv beside this file; CIE 15). */
final class Observer
{
    /** @var array<int, list<float>> nm => x, y, z, S0, S1, S2 */
    private static array $table = [];

    /** @var array<string, array<int, array{0: float, 1: float, 2: float}>> */
    private static array $weights = [];

    /** @return array<int, list<float>> nm => colour matching functions x, y, z and daylight components S0, S1, S2 */
    public static function table(): array
    {
        if (self::$table === []) {
            foreach (file(__DIR__.'/cie-1931.psv', FILE_IGNORE_NEW_LINES) ?: [] as $line) {
                if (! str_starts_with($line, '#')) {
                    $fields = array_map(floatval(...), explode('|', $line));
                    self::$table[(int) $fields[0]] = array_slice($fields, 1);
                }
            }
        }

        return self::$table;
    }

    /** @return array<int, array{0: float, 1: float, 2: float}> nm => weights for X, Y, Z; those for Y add up to 1 */
    public static function weights(Illuminant $light): array
    {
        return self::$weights[$light->name] ??= self::weighted($light);
    }

    /** @return array{0: float, 1: float, 2: float} tristimulus values of the perfect white */
    public static function white(Illuminant $light): array
    {
        $weights = self::weights($light);

        return [array_sum(array_column($weights, 0)), 1.0, array_sum(array_column($weights, 2))];
    }

    /** @return array<int, array{0: float, 1: float, 2: float}> */
    private static function weighted(Illuminant $light): array
    {
        $out = [];
        $sum = 0.0;
        foreach (self::table() as $nm => [$x, $y, $z]) {
            $power = $light->power->at($nm);
            $out[$nm] = [$power * $x, $power * $y, $power * $z];
            $sum += $power * $y;
        }

        return array_map(static fn (array $w): array => [$w[0] / $sum, $w[1] / $sum, $w[2] / $sum], $out);
    }
}
