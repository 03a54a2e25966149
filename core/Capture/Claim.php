<?php

declare(strict_types=1);

namespace MarshTrial\Core\Capture;

use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Colour\Srgb;

/**
 * What a picture's own word for its colours is worth: scanners and cameras bend tone and colour unasked, so each of the usual ways is undone by
 * turns, and how far a colour then moves is how far it may be wrong. Two things are known beforehand about how the truth looks: painting paper
 * and black ink. Ways after which they look likely weigh more.
 */
final readonly class Claim
{
    /** Ways and how usual they are: kind, strength, weight; the first changes nothing (own). */
    private const WAYS = [
        ['none', 0.0, 0.36],
        ['gamma', 0.88, 0.04], ['gamma', 0.94, 0.05], ['gamma', 1.07, 0.05], ['gamma', 1.14, 0.04],
        ['curve', 1.8, 0.06], ['curve', 3.0, 0.05],
        ['black', 0.012, 0.04], ['black', 0.024, 0.03],
        ['light', 0.82, 0.03], ['light', 0.91, 0.04], ['light', 1.08, 0.05], ['light', 1.18, 0.03],
        ['saturation', 1.12, 0.07], ['saturation', 1.26, 0.06],
        ['red', 1.05, 0.02], ['red', 0.95, 0.02], ['blue', 1.08, 0.03], ['blue', 0.92, 0.02],
        ['levels', 1.12, 0.04], ['levels', 1.25, 0.02],
        ['flare', 0.008, 0.08], ['flare', 0.018, 0.06],
    ];

    /** Lightness of painting paper, and of its ink's logarithm of luminance: mean and one standard deviation (own; common papers and inks, no source). */
    private const PAPER = [94.2, 1.6];

    private const INK = [-3.55, 0.38];

    /** Chroma beyond which paper is not usual, and the spread of it. */
    private const PAPER_CHROMA = [3.0, 3.2];

    /** What holds 95 % of errors over their root mean square, for a mixture with so many small ones (own, simulated). */
    private const WIDTH = 2.5;

    /** The same for a value that is normally spread: mixtures of many small and few large errors have long tails (own, simulated). */
    private const TAILS = 1.4;

    /** Luminance below which print is blacker than any print: automatic levels or contrast pushed it to the end of the scale (own). */
    public const CRUSHED = 0.004;

    /** What is said where the device changed the contrast: colours between paper and black are less sure then. */
    public const CONTRAST = 'its contrast was changed';

    /** Weight of "nothing was changed" below which it is told that something was (own). */
    public const UNLIKELY = 0.08;

    private function __construct(
        /** @var list<float> weight of every way, adding up to 1 */
        private array $weights,
        /** @var list<array{0: float, 1: float, 2: float}>|null by way, what keeps the paper where it is whatever was changed; null: colours were not fitted to it */
        private ?array $kept = null,
    ) {}

    /**
     * @param LinearRgb $paper bare paper as it reads
     * @param float $ink luminance of solid print as it reads
     * @param bool $fixed whether colours were fitted to the paper, so that it tells nothing
     */
    public static function of(LinearRgb $paper, float $ink, bool $fixed = false): self
    {
        $weights = $kept = [];
        foreach (self::WAYS as [$kind, $strength, $weight]) {
            $was = self::undone($kind, $strength, $paper);
            $kept[] = [$paper->r / max(1e-3, $was->r), $paper->g / max(1e-3, $was->g), $paper->b / max(1e-3, $was->b)];
            if (! $fixed) {
                $lab = $was->toLab();
                $weight *= exp(-0.5 * ((($lab->l - self::PAPER[0]) / self::PAPER[1]) ** 2 + (max(0.0, $lab->chroma() - self::PAPER_CHROMA[0]) / self::PAPER_CHROMA[1]) ** 2));
            }
            $y = self::undone($kind, $strength, new LinearRgb($ink, $ink, $ink))->luminance() * ($fixed ? $paper->luminance() / max(1e-3, $was->luminance()) : 1.0);
            $weight *= exp(-0.5 * ((log(max(1e-3, $y)) - self::INK[0]) / self::INK[1]) ** 2);
            $weights[] = $weight + 1e-9;
        }
        $sum = array_sum($weights);

        return new self(array_map(static fn (float $w): float => $w / $sum, $weights), $fixed ? $kept : null);
    }

    /** How likely it is that nothing was changed, 0 to 1. */
    public function unchanged(): float
    {
        return $this->weights[0];
    }

    /** Where paper and ink tell that something was changed: a sentence; null where they do not. */
    public function sign(): ?string
    {
        if ($this->weights[0] >= self::UNLIKELY) {
            return null;
        }
        $best = self::WAYS[(int) array_search(max($this->weights), $this->weights, true)][0];

        return 'paper and black of this picture do not look as paper and black do: '.match ($best) {
            'gamma', 'curve', 'black', 'levels' => self::CONTRAST,
            'light' => 'it was exposed otherwise than usual',
            'red', 'blue' => 'its colour balance was changed',
            'flare' => 'stray light lies over it',
            default => 'tone or colour were changed',
        }.' by the device. Turn its automatic corrections off, or make a profile of it';
    }

    /** What 95 % of colours like this are wrong by at most, dE00. */
    public function uncertainty95(LinearRgb $colour): float
    {
        $lab = $colour->toLab();

        return self::WIDTH * $this->meanSquare(static fn (array $c): float => Difference::ciede2000($lab, $c[0]->toLab()), [$colour]);
    }

    /**
     * How far a value that is worked out from several colours may be off because the device changed them all alike.
     *
     * @param callable(non-empty-list<LinearRgb>): float $of
     * @param non-empty-list<LinearRgb> $colours
     *
     * @return float one standard deviation, in the unit of the value
     */
    public function spread(callable $of, array $colours): float
    {
        return self::TAILS * $this->meanSquare($of, $colours);
    }

    /**
     * @param callable(non-empty-list<LinearRgb>): float $of
     * @param non-empty-list<LinearRgb> $colours
     */
    private function meanSquare(callable $of, array $colours): float
    {
        $now = $of($colours);
        $encoded = array_map(self::encoded(...), $colours);
        $square = 0.0;
        foreach ($this->weights as $way => $weight) {
            if ($way > 0 && $weight > 1e-4) {
                $square += $weight * ($of($this->before($way, $colours, $encoded)) - $now) ** 2;
            }
        }

        return sqrt($square);
    }

    /**
     * Colours as they were before a device changed them this way, and were fitted to the paper then.
     *
     * @param non-empty-list<LinearRgb> $colours
     * @param non-empty-list<array{0: float, 1: float, 2: float}> $encoded the same, encoded
     *
     * @return non-empty-list<LinearRgb>
     */
    private function before(int $way, array $colours, array $encoded): array
    {
        [$kind, $strength] = self::WAYS[$way];
        $out = array_map(static fn (LinearRgb $c, array $e): LinearRgb => self::undone($kind, $strength, $c, $e), $colours, $encoded);
        if ($this->kept === null) {
            return $out;
        }
        [$r, $g, $b] = $this->kept[$way];

        return array_map(static fn (LinearRgb $c): LinearRgb => new LinearRgb($r * $c->r, $g * $c->g, $b * $c->b), $out);
    }

    /** @return array{0: float, 1: float, 2: float} */
    private static function encoded(LinearRgb $colour): array
    {
        return array_map(static fn (float $v): float => Srgb::encode(max(0.0, min(1.2, $v))), $colour->toArray());
    }

    /**
     * A colour as it was before a device changed it this way.
     *
     * @param array{0: float, 1: float, 2: float}|null $encoded the same, encoded, where it is known already
     */
    private static function undone(string $kind, float $strength, LinearRgb $seen, ?array $encoded = null): LinearRgb
    {
        if ($kind === 'none') {
            return $seen;
        }
        $rgb = $seen->toArray();
        if ($kind === 'light') {
            return new LinearRgb($rgb[0] / $strength, $rgb[1] / $strength, $rgb[2] / $strength);
        }
        if ($kind === 'flare') {
            return new LinearRgb(max(1e-3, $rgb[0] - $strength), max(1e-3, $rgb[1] - $strength), max(1e-3, $rgb[2] - $strength));
        }
        if ($kind === 'red' || $kind === 'blue') {
            $rgb[$kind === 'red' ? 0 : 2] /= $strength;

            return new LinearRgb($rgb[0], $rgb[1], $rgb[2]);
        }
        $encoded ??= self::encoded($seen);
        if ($kind === 'saturation') {
            $luma = 0.2126 * $encoded[0] + 0.7152 * $encoded[1] + 0.0722 * $encoded[2];
            $encoded = array_map(static fn (float $e): float => max(0.0, $luma + ($e - $luma) / $strength), $encoded);
        } else {
            $encoded = array_map(static fn (float $e): float => match ($kind) {
                'gamma' => $e ** (1 / $strength),
                'black' => $strength + $e * (1 - $strength),
                // Black pushed down and white up by as much.
                'levels' => 0.5 + ($e - 0.5) / $strength,
                default => self::straightened($e, $strength),
            }, $encoded);
        }

        return new LinearRgb(Srgb::decode($encoded[0]), Srgb::decode($encoded[1]), Srgb::decode($encoded[2]));
    }

    /** Takes a sigmoid about the middle, from black to white, out of an encoded value. */
    private static function straightened(float $encoded, float $strength): float
    {
        [$low, $high] = [1 / (1 + exp(0.5 * $strength)), 1 / (1 + exp(-0.5 * $strength))];
        $at = max(1e-4, min(1 - 1e-4, $low + $encoded * ($high - $low)));

        return max(0.0, 0.5 - log(1 / $at - 1) / $strength);
    }
}
