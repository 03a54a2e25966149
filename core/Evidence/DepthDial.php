<?php

declare(strict_types=1);

namespace MarshTrial\Core\Evidence;

use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\LinearRgb;
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
     * The channel in which all depths of a set are taken: that of the first strip, the reference paint.
     *
     * @param list<Strip> $strips in the order in which they are shown
     *
     * @return list<list<array{hex: string, lab: array{0: float, 1: float, 2: float}, dE00Above: float|null, seam: bool}|null>> per depth, per strip; null beyond a strip's evidence
     */
    public static function stops(array $strips): array
    {
        $key = $strips[0]->key ?? null;

        return array_map(static function (float $depth) use ($strips, $key): array {
            $colours = array_map(static fn (Strip $s): ?LinearRgb => $s->at($depth, $key), $strips);
            $out = [];
            foreach ($colours as $i => $colour) {
                if ($colour === null) {
                    $out[] = null;

                    continue;
                }
                $above = $colours[$i - 1] ?? null;
                $dE = $above === null ? null : Difference::ciede2000($above->toLab(), $colour->toLab());
                $out[] = [
                    'hex' => $colour->toHex(),
                    'lab' => array_map(static fn (float $v): float => round($v, 2), $colour->toLab()->toArray()),
                    'dE00Above' => $dE === null ? null : round($dE, 2),
                    'seam' => $dE === null || $dE >= self::SEAM,
                ];
            }

            return $out;
        }, self::depths());
    }
}
