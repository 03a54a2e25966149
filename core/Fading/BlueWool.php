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
