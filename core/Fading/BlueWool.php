<?php

declare(strict_types=1);

namespace MarshTrial\Core\Fading;

/** Reference strips hung beside the paints: the strip that has changed as much is a paint's equivalent, whatever the dose really was. */
final class BlueWool
{
    /** Dose to a just noticeable change of strips 1 to 8, Mlx h of daylight with ultraviolet, and without (CIE 157, memory). */
    public const NOTICEABLE = [
        'daylight' => [1 => 0.22, 2 => 0.6, 3 => 1.5, 4 => 3.5, 5 => 8.0, 6 => 20.0, 7 => 50.0, 8 => 120.0],
        'without ultraviolet' => [1 => 0.3, 2 => 1.0, 3 => 3.0, 4 => 10.0, 5 => 30.0, 6 => 100.0, 7 => 300.0, 8 => 1000.0],
    ];

    /** Change from which a reference strip is taken to show that its dose was reached, and below which that it was not, dE*ab: 3-4 and 4-5 on the grey scale (own). */
    private const SHOWN = 2.5;

    private const NOT_SHOWN = 0.9;

    /** How far a strip's dose may be off what is said of it, as a ratio (own). */
    private const SPREAD = 1.8;

    /** Number of the reference strip that is so called, such as "blue wool 3"; null for paint. */
    public static function number(string $name): ?int
    {
        return preg_match('/^blue wool (?:no\.? ?)?([1-8])$/i', trim($name), $m) === 1 ? (int) $m[1] : null;
    }

    /**
     * What reference strips say of the light that fell on them.
     *
     * @param array<int, float> $strips change of every strip, dE*ab, by its number
     * @param key-of<self::NOTICEABLE> $light
     *
     * @return array{0: float, 1: float|null}|null Mlx h at least and at most; null where there is none at most; null where no strip tells anything
     */
    public static function dose(array $strips, string $light = 'daylight'): ?array
    {
        [$least, $most] = [0.0, null];
        foreach ($strips as $number => $change) {
            $dose = self::NOTICEABLE[$light][$number];
            if ($change >= self::SHOWN) {
                $least = max($least, $dose / self::SPREAD);
            } elseif ($change <= self::NOT_SHOWN) {
                $most = min($most ?? INF, $dose * self::SPREAD);
            }
        }

        return $least > 0 || $most !== null ? [$least, $most] : null;
    }

    /**
     * Number of the strip that has changed as a paint has, between two strips in halves.
     *
     * @param array<int, float> $strips change of every strip that hangs there, dE*ab, by its number
     *
     * @return array{0: float, 1: string}|null the number, and "" or that it is at most or at least that; null where no strip hangs there
     */
    public static function equivalent(array $strips, float $change): ?array
    {
        if ($strips === []) {
            return null;
        }
        ksort($strips);
        $numbers = array_keys($strips);
        // A higher number fades less.
        if ($change >= $strips[$numbers[0]]) {
            return [(float) $numbers[0], 'at most'];
        }
        foreach ($numbers as $i => $number) {
            $next = $numbers[$i + 1] ?? null;
            if ($next === null) {
                return [(float) $number, $change < $strips[$number] ? 'at least' : ''];
            }
            if ($change <= $strips[$number] && $change >= $strips[$next]) {
                $span = log(max(1e-3, $strips[$number])) - log(max(1e-3, $strips[$next]));
                $share = $span < 1e-9 ? 0.0 : (log(max(1e-3, $strips[$number])) - log(max(1e-3, $change))) / $span;

                return [round(2 * ($number + $share * ($next - $number))) / 2, ''];
            }
        }

        return null;
    }

    /**
     * The strip that a dose to a just noticeable change belongs to (the nearest in the logarithm of the dose).
     *
     * @param float $mlxh dose to a just noticeable change
     * @param key-of<self::NOTICEABLE> $light
     */
    public static function ofDose(float $mlxh, string $light = 'daylight'): int
    {
        $best = [INF, 1];
        foreach (self::NOTICEABLE[$light] as $number => $dose) {
            $off = abs(log(max(1e-6, $mlxh) / $dose));
            if ($off < $best[0]) {
                $best = [$off, $number];
            }
        }

        return $best[1];
    }
}
