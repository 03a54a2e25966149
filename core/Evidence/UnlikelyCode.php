<?php

declare(strict_types=1);

namespace MarshTrial\Core\Evidence;

use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Rating\Scale;

/** A pigment code that what was painted makes unlikely: its hue lies far from that of every other paint of the code. */
final class UnlikelyCode
{
    /** Turn of hue from the nearest other paint, degrees, from which it is pointed out (own). */
    public const TURN = 25.0;

    /** As often as the others lie apart from their own nearest at most, it has to be further away (own). */
    private const TIMES = 2.0;

    /** Others that there have to be at least. */
    private const OTHERS = 2;

    /**
     * @param array<int|string, Lab> $colours of paints of this code alone, at reference depth
     *
     * @return array<int|string, float> degrees from the nearest other one, for those that are pointed out
     */
    public static function among(array $colours): array
    {
        $hues = array_map(static fn (Lab $c): float => $c->hueDeg(), array_filter($colours, static fn (Lab $c): bool => $c->chroma() >= Scale::current()->steps->leastChroma));
        $nearest = [];
        foreach ($hues as $key => $hue) {
            $others = array_diff_key($hues, [$key => 0]);
            if (count($others) < self::OTHERS) {
                return [];
            }
            $nearest[$key] = min(array_map(static fn (float $h): float => abs(fmod($hue - $h + 540, 360) - 180), $others));
        }
        $out = [];
        foreach ($nearest as $key => $turn) {
            $others = array_diff_key($nearest, [$key => 0]);
            // What lies apart together with another one is no single slip.
            if ($turn > self::TURN && $turn > self::TIMES * max($others)) {
                $out[$key] = $turn;
            }
        }

        return $out;
    }
}
