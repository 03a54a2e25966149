<?php

declare(strict_types=1);

namespace MarshTrial\Core\Imaging;

use MarshTrial\Core\Card\Rect;

/** Finds a printed or hand-ruled black line inside its window: at both bare ends, then along the paint where it still shows. */
final readonly class LineFinder
{
    private const PITCH_MM = 0.15;

    /** Length of the line over which one look across it is taken, mm; odd in samples, so that there is a median. */
    private const ACROSS_MM = 1.05;

    /** Width a usable line may have, mm. */
    private const NARROWEST_MM = 2.0;

    private const WIDEST_MM = 6.5;

    public function __construct(private Resampler $card) {}

    /**
     * @param Rect $window the stroke's window
     * @param Rect $left a stretch of the window left of the paint
     * @param Rect $right the same to the right of it
     */
    public function find(Rect $window, Rect $left, Rect $right): ?InkLine
    {
        $a = $this->across($left->centre()->x, $window->y + 1.5, $window->height - 3, 0.35);
        $b = $this->across($right->centre()->x, $window->y + 1.5, $window->height - 3, 0.35);
        if ($a === null || $b === null || abs($a[1] - $b[1]) > 2.0) {
            return null;
        }
        $x0 = $left->centre()->x;
        $slope = ($b[0] - $a[0]) / ($right->centre()->x - $x0);
        $width = ($a[1] + $b[1]) / 2;
        $bends = [];
        for ($x = $left->right() + 6; $x < $right->x - 6; $x += 12) {
            $expected = $a[0] + $slope * ($x - $x0);
            $seen = $this->across($x, $expected - $width / 2 - 2.2, $width + 4.4, 0.45);
            if ($seen !== null && abs($seen[1] - $width) < 0.8 && abs($seen[0] - $expected) < 1.0) {
                $bends[] = [$x, $seen[0] - $expected];
            }
        }

        return new InkLine($x0, $a[0], $slope, $width, $bends);
    }

    /**
     * Centre and width of the dark run across a stretch.
     *
     * @param float $contrast how dark the run must be against its surround, as a share of the surround
     *
     * @return array{0: float, 1: float}|null height of the centre and width, mm
     */
    private function across(float $x, float $y, float $height, float $contrast): ?array
    {
        $patch = $this->card->points(new Rect($x - self::ACROSS_MM / 2, $y, self::ACROSS_MM, $height), self::PITCH_MM);
        $luminance = $patch->luminance();
        $profile = [];
        foreach (array_chunk($luminance, $patch->columns) as $line) {
            sort($line);
            $profile[] = $line[intdiv(count($line), 2)];
        }
        $sorted = $profile;
        sort($sorted);
        $n = count($sorted);
        $light = $sorted[(int) (0.8 * $n)];
        $dark = $sorted[(int) (0.04 * $n)];
        if ($light <= 0 || ($light - $dark) / $light < $contrast) {
            return null;
        }
        $half = ($light + $dark) / 2;
        $best = null;
        $start = null;
        for ($i = 1; $i < $n; $i++) {
            if ($profile[$i - 1] >= $half && $profile[$i] < $half) {
                $start = $i - 1 + ($profile[$i - 1] - $half) / ($profile[$i - 1] - $profile[$i]);
            } elseif ($start !== null && $profile[$i - 1] < $half && $profile[$i] >= $half) {
                $end = $i - 1 + ($half - $profile[$i - 1]) / ($profile[$i] - $profile[$i - 1]);
                if ($best === null || $end - $start > $best[1] - $best[0]) {
                    $best = [$start, $end];
                }
                $start = null;
            }
        }
        if ($best === null) {
            return null;
        }
        $widthMm = ($best[1] - $best[0]) * self::PITCH_MM;

        return $widthMm < self::NARROWEST_MM || $widthMm > self::WIDEST_MM
            ? null
            : [$y + (($best[0] + $best[1]) / 2 + 0.5) * self::PITCH_MM, $widthMm];
    }
}
