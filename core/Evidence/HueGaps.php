<?php

declare(strict_types=1);

namespace MarshTrial\Core\Evidence;

use MarshTrial\Core\Colour\Lab;

/** The largest turn of hue in which a palette has nothing. */
final class HueGaps
{
    /** Chroma from which a colour counts as being of its hue, C*ab (own). */
    public const CHROMA = 30.0;

    /**
     * @param array<int|string, Lab> $colours of one depth
     *
     * @return array{from: int|string, to: int|string, degrees: float, middle: float}|null the colours on either side, the turn between them and the hue in its middle, degrees; null where fewer than two are chromatic
     */
    public static function widest(array $colours): ?array
    {
        $hues = array_map(static fn (Lab $c): float => fmod($c->hueDeg() + 360, 360), array_filter($colours, static fn (Lab $c): bool => $c->chroma() >= self::CHROMA));
        if (count($hues) < 2) {
            return null;
        }
        asort($hues);
        $keys = array_keys($hues);
        $widest = null;
        foreach ($keys as $i => $key) {
            $next = $keys[($i + 1) % count($keys)];
            $degrees = fmod($hues[$next] - $hues[$key] + 360, 360);
            if ($widest === null || $degrees > $widest['degrees']) {
                $widest = ['from' => $key, 'to' => $next, 'degrees' => $degrees, 'middle' => fmod($hues[$key] + $degrees / 2, 360)];
            }
        }

        return $widest;
    }
}
