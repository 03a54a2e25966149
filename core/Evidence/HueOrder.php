<?php

declare(strict_types=1);

namespace MarshTrial\Core\Evidence;

use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Rating\Scale;

/** Orders paints around the hue circle, cut open at its widest empty stretch, so that neighbours on paper are neighbours in hue. */
final class HueOrder
{
    /**
     * @param array<int|string, Lab> $colours
     *
     * @return list<int|string> the keys; greys last, dark to light
     */
    public static function of(array $colours): array
    {
        $hues = $greys = [];
        foreach ($colours as $key => $lab) {
            if ($lab->chroma() < Scale::current()->steps->leastChroma) {
                $greys[$key] = $lab->l;
            } else {
                $hues[$key] = $lab->hueDeg();
            }
        }
        asort($hues);
        asort($greys);
        $keys = array_keys($hues);
        $start = 0;
        $widest = -1.0;
        foreach ($keys as $i => $key) {
            $before = $hues[$keys[($i + count($keys) - 1) % count($keys)]];
            $gap = $hues[$key] - $before + ($i === 0 ? 360 : 0);
            if ($gap > $widest) {
                [$widest, $start] = [$gap, $i];
            }
        }

        return [...array_slice($keys, $start), ...array_slice($keys, 0, $start), ...array_keys($greys)];
    }
}
