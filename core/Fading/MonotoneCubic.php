<?php

declare(strict_types=1);

namespace MarshTrial\Core\Fading;

/** A smooth line through points that never leaves the range of its neighbours (Fritsch and Carlson 1980, with the harmonic mean of Fritsch and Butland 1984). */
final readonly class MonotoneCubic
{
    /**
     * @param list<float> $xs rising
     * @param list<float> $ys
     * @param list<float> $slopes
     */
    private function __construct(private array $xs, private array $ys, private array $slopes) {}

    /**
     * @param list<float> $xs rising
     * @param list<float> $ys
     */
    public static function through(array $xs, array $ys): self
    {
        $n = count($xs);
        $widths = $steps = [];
        for ($i = 0; $i + 1 < $n; $i++) {
            $widths[] = max(1e-12, $xs[$i + 1] - $xs[$i]);
            $steps[] = ($ys[$i + 1] - $ys[$i]) / $widths[$i];
        }
        if ($n < 3) {
            return new self($xs, $ys, array_fill(0, $n, $steps[0] ?? 0.0));
        }
        $slopes = [self::end($widths[0], $widths[1], $steps[0], $steps[1])];
        for ($i = 1; $i + 1 < $n; $i++) {
            [$a, $b] = [2 * $widths[$i] + $widths[$i - 1], $widths[$i] + 2 * $widths[$i - 1]];
            $slopes[] = $steps[$i - 1] * $steps[$i] <= 0 ? 0.0 : ($a + $b) / ($a / $steps[$i - 1] + $b / $steps[$i]);
        }
        $slopes[] = self::end($widths[$n - 2], $widths[$n - 3], $steps[$n - 2], $steps[$n - 3]);

        return new self($xs, $ys, $slopes);
    }

    /** Beyond its ends it stays at them. */
    public function at(float $x): float
    {
        $n = count($this->xs);
        if ($n === 0) {
            return 0.0;
        }
        if ($x <= $this->xs[0] || $n === 1) {
            return $this->ys[0];
        }
        if ($x >= $this->xs[$n - 1]) {
            return $this->ys[$n - 1];
        }
        $i = 0;
        while ($x > $this->xs[$i + 1]) {
            $i++;
        }
        $width = $this->xs[$i + 1] - $this->xs[$i];
        $t = ($x - $this->xs[$i]) / $width;

        return (1 + 2 * $t) * (1 - $t) ** 2 * $this->ys[$i] + $t * (1 - $t) ** 2 * $width * $this->slopes[$i]
            + $t ** 2 * (3 - 2 * $t) * $this->ys[$i + 1] + $t ** 2 * ($t - 1) * $width * $this->slopes[$i + 1];
    }

    /** Three-point slope at an end, held to the shape of the data. */
    private static function end(float $near, float $next, float $step, float $stepNext): float
    {
        $slope = ((2 * $near + $next) * $step - $near * $stepNext) / ($near + $next);
        if ($slope * $step <= 0) {
            return 0.0;
        }

        return $step * $stepNext <= 0 && abs($slope) > 3 * abs($step) ? 3 * $step : $slope;
    }
}
