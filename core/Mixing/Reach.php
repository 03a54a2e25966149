<?php

declare(strict_types=1);

namespace MarshTrial\Core\Mixing;

use MarshTrial\Core\Colour\Lab;

/** Colours that mixtures of two out of a palette cover, in patches of the hue and chroma plane at a few lightnesses, and what each paint adds to them. */
final class Reach
{
    /** Lightnesses at which the plane is looked at, L*. */
    public const LIGHTNESSES = [30.0, 50.0, 70.0, 88.0];

    /** Side of a patch in a* and b* (own): about what is seen as another colour beside its neighbour in a painting. */
    public const PATCH = 8.0;

    /** Shares of the second paint, by strength; patches between them are taken as covered too. */
    private const SHARES = [0.0, 0.1, 0.25, 0.42, 0.58, 0.75, 0.9, 1.0];

    /** How far from the wanted lightness a colour may stay and still count, L*: a pale paint gets no darker. */
    private const NEAR = 6.0;

    private function __construct(
        /** @var list<array{l: float, a: float, b: float}> middle of every covered patch */
        public array $patches,
        /** @var array<int|string, int> patches that are lost without a paint */
        public array $lost,
    ) {}

    /** @param non-empty-array<int|string, PaintFilm> $films */
    public static function of(array $films, Backing $backing): self
    {
        $coarse = CoarseSearch::of($films, [], $backing);
        $names = array_keys($films);
        /** @var array<string, list<int>> $needs paints without which a patch is not covered */
        $needs = [];
        foreach ($names as $i => $_) {
            for ($j = $i; $j < count($names); $j++) {
                foreach (self::LIGHTNESSES as $l) {
                    $before = null;
                    foreach ($i === $j ? [0.0] : self::SHARES as $share) {
                        $lab = $coarse->asLightAs($i, $j, $share, $l);
                        if (abs($lab->l - $l) > self::NEAR) {
                            $before = null;
                            continue;
                        }
                        $way = self::between($before, $lab);
                        foreach ($way as $n => [$a, $b]) {
                            // The ends of a run are one paint alone; what lies on the way to them is not.
                            $end = $n === count($way) - 1;
                            $by = $end && $share === 0.0 ? [$i] : ($end && $share === 1.0 ? [$j] : [$i, $j]);
                            $key = "$l|$a|$b";
                            $needs[$key] = isset($needs[$key]) ? array_values(array_intersect($needs[$key], $by)) : $by;
                        }
                        $before = $lab;
                    }
                }
            }
        }
        $lost = array_fill_keys($names, 0);
        foreach ($needs as $paints) {
            foreach ($paints as $i) {
                $lost[$names[$i]]++;
            }
        }

        return new self(array_map(static function (string $key): array {
            [$l, $a, $b] = array_map(floatval(...), explode('|', $key));

            return ['l' => $l, 'a' => $a * self::PATCH, 'b' => $b * self::PATCH];
        }, array_keys($needs)), $lost);
    }

    /** @return list<array{0: int, 1: int}> patches on the way from one colour to the next, that of the latter among them */
    private static function between(?Lab $from, Lab $to): array
    {
        $steps = $from === null ? 1 : max(1, (int) ceil(2 * hypot($to->a - $from->a, $to->b - $from->b) / self::PATCH));
        $out = [];
        for ($n = 1; $n <= $steps; $n++) {
            $t = $n / $steps;
            $out[] = [(int) round((($from->a ?? $to->a) * (1 - $t) + $to->a * $t) / self::PATCH), (int) round((($from->b ?? $to->b) * (1 - $t) + $to->b * $t) / self::PATCH)];
        }

        return $out;
    }
}
