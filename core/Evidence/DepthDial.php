<?php

declare(strict_types=1);

namespace MarshTrial\Core\Evidence;

use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Rating\Scale;

/** The same depth of paint for every strip of a set: sampled colours, and how far each lies from the strip above it. */
final class DepthDial
{
    /** Two colours edge to edge that differ by less, dE00, show no seam (own). */
    public const SEAM = 1.0;

    /**
     * Depths the dial stops at: deposits from pale to deep, reference depth among them.
     *
     * @return list<float>
     */
    public static function depths(): array
    {
        $depths = array_map(static fn (int $i): float => $i / 10, range(1, 16));
        $depths[] = Scale::current()->depths->reference;
        sort($depths);

        return $depths;
    }

    /**
     * A strip at every stop of the dial.
     *
     * @param int|null $key channel in which the depths are taken: that of the first strip of a set, its reference paint
     *
     * @return list<array{hex: string, lab: array{0: float, 1: float, 2: float}}|null> null beyond its evidence
     */
    public static function samples(Strip $strip, ?int $key): array
    {
        return array_map(static function (float $depth) use ($strip, $key): ?array {
            $colour = $strip->at($depth, $key);

            return $colour === null ? null : ['hex' => $colour->toHex(), 'lab' => array_map(static fn (float $v): float => round($v, 4), $colour->toLab()->toArray())];
        }, self::depths());
    }

    /**
     * @param list<list<array{hex: string, lab: array{0: float, 1: float, 2: float}}|null>> $samples of strips in the order in which they are shown, all of one channel
     *
     * @return list<list<array{hex: string, lab: array{0: float, 1: float, 2: float}, dE00Above: float|null, seam: bool}|null>> per depth, per strip; null beyond a strip's evidence
     */
    public static function stops(array $samples): array
    {
        return array_map(static function (int $stop) use ($samples): array {
            $out = [];
            foreach ($samples as $i => $strip) {
                $here = $strip[$stop];
                $above = $samples[$i - 1][$stop] ?? null;
                $dE = $here === null || $above === null ? null : Difference::ciede2000(new Lab(...$above['lab']), new Lab(...$here['lab']));
                $out[] = $here === null ? null : ['hex' => $here['hex'], 'lab' => array_map(static fn (float $v): float => round($v, 2), $here['lab']), 'dE00Above' => $dE === null ? null : round($dE, 2), 'seam' => $dE === null || $dE >= self::SEAM];
            }

            return $out;
        }, array_keys(self::depths()));
    }
}
