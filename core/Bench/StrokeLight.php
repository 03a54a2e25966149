<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

use MarshTrial\Core\Imaging\Linear;
use MarshTrial\Core\Rating\Scale;

/**
 * The light that comes from a stroke's own surface, apart from the light that comes from its body, from all depths and channels of the stroke.
 *
 * Over the line a film shows R_b = g + R0 + light from the line through the film. The surface's light g is the same in every channel and at every
 * depth. The body's R0 grows with the amount x of paint and is held back by its own absorption: R0 = q / (1 + q), q = S x (1 - s) / -ln s, s the
 * share of light that passes (to the paper and back). So a channel that passes light tells S, the one that absorbs tells g. Ink mirrors
 * more or less than paint by delta, which dies away with s. Least squares over g, S and delta, with a prior for g (own; Kubelka-Munk to
 * first order in S).
 */
final readonly class StrokeLight
{
    /** Middles of the red, green and blue channel, nm, over 550 (own). */
    private const CHANNELS = [610 / 550, 545 / 550, 455 / 550];

    private function __construct(
        /** Light from the surface, linear, as a share of white; and one standard deviation. */
        public float $surface,
        public float $uncertainty,
        /** How much more ink mirrors. */
        public float $inkAbove,
        /** S, per unit of deposit in the key channel. */
        public float $scattering,
    ) {}

    /**
     * @param array{0: float, 1: float} $expected light from the surface as other places tell it, and one standard deviation
     *
     * @return self|null null without a line, or where nothing was painted
     */
    public static function of(RowReadings $row, array $expected): ?self
    {
        $places = self::places($row);
        if ($row->key === null || count($places) < 3) {
            return null;
        }
        $middle = self::fit($row->scale, $places, $row->key, $expected, $row->scale->surface->fall);
        if ($middle === null) {
            return null;
        }
        $other = self::fit($row->scale, $places, $row->key, $expected, $row->scale->surface->fall + $row->scale->surface->fallSpread) ?? $middle;

        return new self($middle[0], sqrt($middle[1] ** 2 + ($other[0] - $middle[0]) ** 2 + $row->scale->surface->systematic ** 2), $middle[2], $middle[3]);
    }

    /**
     * Paper, line, and every depth over both: linear, all three channels.
     *
     * @return list<array{0: array{0: float, 1: float, 2: float}, 1: array{0: float, 1: float, 2: float}}>
     */
    private static function places(RowReadings $row): array
    {
        $out = [];
        foreach ($row->steps as $step) {
            if ($step->onBlack !== null) {
                $out[] = [$step->onPaper->rgb->toArray(), $step->onBlack->rgb->toArray()];
            }
        }

        return $row->bareLine === [] ? [] : [[$row->paper->rgb->toArray(), Transparency::inkOf($row->bareLine)[0]->toArray()], ...$out];
    }

    /**
     * @param non-empty-list<array{0: array{0: float, 1: float, 2: float}, 1: array{0: float, 1: float, 2: float}}> $places
     * @param array{0: float, 1: float} $expected
     *
     * @return array{0: float, 1: float, 2: float, 3: float}|null surface, its uncertainty, ink above it, S
     */
    private static function fit(Scale $scale, array $places, int $key, array $expected, float $fall): ?array
    {
        [$paper, $ink] = array_shift($places);
        [$g, $s, $delta] = [$expected[0], 0.01, 0.0];
        $u = $expected[1];
        for ($round = 0; $round < 6; $round++) {
            // Shares that pass, body's own light taken off as far as it is known.
            $passed = $bodies = [];
            $amounts = self::amounts($scale, $places, $paper, $g, $key);
            foreach ($places as $i => [$white]) {
                foreach ([0, 1, 2] as $c) {
                    $through = max(2e-3, min(0.9999, ($white[$c] - $g) / max(1e-3, $paper[$c] - $g)));
                    $held = $amounts[$i] * self::CHANNELS[$c] ** -$fall * (1 - $through) / -log($through);
                    $q = max(0.0, $s) * $held;
                    $bodies[$i][$c] = [$held / (1 + $q), $q / (1 + $q)];
                    $passed[$i][$c] = max(0.0, ($white[$c] - $g - $q / (1 + $q)) / max(1e-3, $paper[$c] - $g)) * (1 - $q / (1 + $q) * $paper[$c]);
                }
            }
            // Normal equations of three unknowns.
            $normal = [[1 / $expected[1] ** 2, 0.0, 0.0, $expected[0] / $expected[1] ** 2], [0.0, 1e-3, 0.0, 0.0], [0.0, 0.0, 1 / $scale->surface->inkAgainstPaint ** 2, 0.0]];
            foreach ($places as $i => [$white, $black]) {
                foreach ([0, 1, 2] as $c) {
                    $share = $passed[$i][$c];
                    // R_b = g + R0 + (K - g - delta) share.
                    $terms = [1 - $share, $bodies[$i][$c][0], -$share];
                    $value = $black[$c] - $ink[$c] * $share;
                    $weight = 1 / ($scale->surface->reading[0] ** 2 + ($scale->surface->reading[1] * $black[$c]) ** 2 + ($scale->surface->reading[2] * $bodies[$i][$c][1]) ** 2);
                    for ($a = 0; $a < 3; $a++) {
                        for ($b = 0; $b < 3; $b++) {
                            $normal[$a][$b] += $weight * $terms[$a] * $terms[$b];
                        }
                        $normal[$a][3] += $weight * $terms[$a] * $value;
                    }
                }
            }
            [$g, $s, $delta] = Linear::solve($normal);
            $g = max(0.0, $g);
            $s = max(0.0, $s);
            if ($round === 5) {
                $unit = $normal;
                foreach ([0, 1, 2] as $a) {
                    $unit[$a][3] = $a === 0 ? 1.0 : 0.0;
                }
                $u = sqrt(max(1e-12, Linear::solve($unit)[0]));
            }
        }

        return is_finite($g) && is_finite($u) ? [$g, $u, $delta, $s] : null;
    }

    /**
     * How much paint there is at every depth: the key channel's deposit where it can be read, further down that of a channel which passes more, in proportion.
     *
     * @param list<array{0: array{0: float, 1: float, 2: float}, 1: array{0: float, 1: float, 2: float}}> $places
     * @param array{0: float, 1: float, 2: float} $paper
     *
     * @return list<float>
     */
    private static function amounts(Scale $scale, array $places, array $paper, float $g, int $key): array
    {
        $deposits = array_map(static fn (array $p): array => array_map(static fn (int $c): float => -log(max(2e-3, min(0.9999, ($p[0][$c] - $g) / max(1e-3, $paper[$c] - $g)))), [0, 1, 2]), $places);
        [$most, $least] = [-log($scale->surface->readable[0]), -log($scale->surface->readable[1])];
        // In proportion to the key channel, from the places where both can be read.
        $shares = [];
        foreach ([0, 1, 2] as $c) {
            $xx = $xy = 0.0;
            foreach ($deposits as $d) {
                if ($d[$key] > 2 * $least && $d[$key] < $most) {
                    $xx += $d[$key] ** 2;
                    $xy += $d[$key] * $d[$c];
                }
            }
            $shares[] = $xx > 0 ? max(0.01, $xy / $xx) : ($c === $key ? 1.0 : 0.01);
        }

        return array_map(static function (array $d) use ($shares, $key, $most, $least): float {
            if ($d[$key] < $most) {
                return $d[$key];
            }
            $sum = $weights = 0.0;
            foreach ($d as $c => $deposit) {
                if ($deposit > $least && $deposit < $most + 0.4) {
                    $sum += $deposit;
                    $weights += $shares[$c];
                }
            }

            return max($most, $weights > 0 ? $sum / $weights : $d[$key]);
        }, $deposits);
    }
}
