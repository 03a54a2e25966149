<?php

declare(strict_types=1);

namespace MarshTrial\Core\Collection;

use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Evidence\DepthDial;
use MarshTrial\Core\Evidence\Strip;

/**
 * Narrows an unlabelled pan down: its measured stroke against the strokes of known paints, depth by depth, so that more or
 * less paint on the brush does not matter.
 */
final class Narrowing
{
    /** Mean dE00 over the common depths up to which a paint may be the one, and up to which it is near (own). */
    public const MAY_BE = 2.0;

    public const NEAR = 5.0;

    public const NOT_THIS = 'not this one';

    /** Depths both have to reach before anything is said (own). */
    public const LEAST_DEPTHS = 4;

    /**
     * @param array<int|string, Strip> $known by any key
     *
     * @return array<int|string, array{meanDE00: float, worstDE00: float, depths: int, says: string}> best first; those that share too few depths are left out
     */
    public static function of(Strip $dab, array $known): array
    {
        $own = self::colours($dab, $dab->key);
        $out = [];
        foreach ($known as $key => $strip) {
            $differences = [];
            foreach (self::colours($strip, $dab->key) as $i => $colour) {
                if ($colour !== null && $own[$i] !== null) {
                    $differences[] = Difference::ciede2000($own[$i], $colour);
                }
            }
            if (count($differences) < self::LEAST_DEPTHS) {
                continue;
            }
            $mean = array_sum($differences) / count($differences);
            $out[$key] = [
                'meanDE00' => round($mean, 2), 'worstDE00' => round(max($differences), 2), 'depths' => count($differences),
                'says' => match (true) {
                    $mean <= self::MAY_BE => 'may be this one',
                    $mean <= self::NEAR => 'near, but probably another',
                    default => self::NOT_THIS,
                },
            ];
        }
        uasort($out, static fn (array $a, array $b): int => $a['meanDE00'] <=> $b['meanDE00']);

        return $out;
    }

    /**
     * A swatch that is known at a few depths only: what fits is as wide as its colours are unsure.
     *
     * @param list<array{deposit: float, lab: Lab, uncertainty95: float}> $places even places of one swatch
     * @param int|null $key channel in which the deposits are: 0 red, 1 green, 2 blue
     * @param array<int|string, Strip> $known by any key
     *
     * @return array<int|string, array{meanDE00: float, worstDE00: float, depths: int, says: string}> best first
     */
    public static function ofPlaces(array $places, ?int $key, array $known): array
    {
        $out = [];
        foreach ($known as $id => $strip) {
            $differences = $ranges = [];
            foreach ($places as $place) {
                $there = $strip->at($place['deposit'], $key)?->toLab();
                if ($there !== null) {
                    $differences[] = Difference::ciede2000($place['lab'], $there);
                    $ranges[] = max(self::MAY_BE, $place['uncertainty95']);
                }
            }
            if ($differences === []) {
                continue;
            }
            $mean = array_sum($differences) / count($differences);
            $within = array_sum($ranges) / count($ranges);
            $out[$id] = [
                'meanDE00' => round($mean, 2), 'worstDE00' => round(max($differences), 2), 'depths' => count($differences),
                'says' => match (true) {
                    $mean <= $within => 'may be this one',
                    $mean <= $within + self::NEAR - self::MAY_BE => 'near, but probably another',
                    default => self::NOT_THIS,
                },
            ];
        }
        uasort($out, static fn (array $a, array $b): int => $a['meanDE00'] <=> $b['meanDE00']);

        return $out;
    }

    /** @return list<Lab|null> */
    private static function colours(Strip $strip, ?int $key): array
    {
        return array_map(static fn (float $depth) => $strip->at($depth, $key)?->toLab(), DepthDial::depths());
    }
}
