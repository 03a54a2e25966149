<?php

declare(strict_types=1);

namespace MarshTrial\Core\Imaging;

use MarshTrial\Core\Card\CardCode;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\Piece;

/** Reads what is printed on a piece for finding it: exact centres of marks, the code, and how far the code lies from where it should. */
final readonly class FiducialReader
{
    /** How well a code is placed, mm, standard deviation (own). */
    public const CODE_MM = 0.03;

    /** How far to both sides of a module's edge it is looked for, and the step, mm. */
    private const REACH_MM = 0.9;

    private const STEP_MM = 0.15;

    public function __construct(private PixelGrid $picture) {}

    /**
     * Centre of darkness around a coarse spot, to a fraction of a pixel.
     *
     * @return array{0: float, 1: float}
     */
    public function centre(Blob $blob): array
    {
        [$cx, $cy] = [$blob->x, $blob->y];
        $reach = 0.72 * $blob->diameter;
        $p = $this->picture;
        [$data, $greens, $bytes] = [$p->data, $p->tables[1], $p->bytesPerSample];
        // Some fifty samples across a mark place its centre to a few hundredths of a pixel; a first look is coarser.
        $fine = max(1, (int) ($blob->diameter / 50));
        foreach ([3 * $fine, $fine] as $stride) {
            $xs = $ys = $shades = [];
            [$x0, $x1] = [max(0, (int) ($cx - $reach)), min($p->width - 1, (int) ($cx + $reach))];
            [$y0, $y1] = [max(0, (int) ($cy - $reach)), min($p->height - 1, (int) ($cy + $reach))];
            for ($y = $y0; $y <= $y1; $y += $stride) {
                for ($x = $x0; $x <= $x1; $x += $stride) {
                    if (($x + 0.5 - $cx) ** 2 + ($y + 0.5 - $cy) ** 2 <= $reach ** 2) {
                        $at = (($y * $p->width + $x) * 3 + 1) * $bytes;
                        $xs[] = $x + 0.5;
                        $ys[] = $y + 0.5;
                        $shades[] = $greens[$bytes === 1 ? ord($data[$at]) : ord($data[$at]) | ord($data[$at + 1]) << 8];
                    }
                }
            }
            $sorted = $shades;
            sort($sorted);
            $black = $sorted[(int) (0.1 * count($sorted))];
            $white = $sorted[(int) (0.9 * count($sorted))];
            $slope = 2 / max(1e-6, $white - $black);
            $sum = $sx = $sy = 0.0;
            foreach ($shades as $i => $v) {
                // Only the transition counts by shade; noise within paper and ink does not.
                $weight = 1.5 - $slope * ($v - $black);
                if ($weight > 0.0) {
                    $weight = $weight < 1.0 ? $weight : 1.0;
                    $sum += $weight;
                    $sx += $weight * $xs[$i];
                    $sy += $weight * $ys[$i];
                }
            }
            if ($sum > 0) {
                [$cx, $cy] = [$sx / $sum, $sy / $sum];
            }
        }

        return [$cx, $cy];
    }

    /** Reads the modules of the code; null when the checksum does not agree. */
    public function code(Piece $piece, Placement $placement): ?CardCode
    {
        return $this->codeBy(5, $piece, $placement);
    }

    /** The same by a look at the middle of each module, where many placements are tried. */
    public function codeAtAGlance(Piece $piece, Placement $placement): ?CardCode
    {
        return $this->codeBy(1, $piece, $placement);
    }

    /** @param int $n samples along each side of the middle of a module */
    private function codeBy(int $n, Piece $piece, Placement $placement): ?CardCode
    {
        $values = [];
        $step = $n === 1 ? 0.0 : 0.4 / ($n - 1);
        $from = 0.5 - $step * ($n - 1) / 2;
        for ($i = 0; $i < CardCode::ROWS * CardCode::COLUMNS; $i++) {
            $sum = 0.0;
            for ($k = 0; $k < $n * $n; $k++) {
                $v = $this->at($piece, $placement, $i % CardCode::COLUMNS + $from + $step * ($k % $n), intdiv($i, CardCode::COLUMNS) + $from + $step * intdiv($k, $n));
                if ($v === null) {
                    return null;
                }
                $sum += $v;
            }
            $values[] = $sum / $n ** 2;
        }
        $middle = (min($values) + max($values)) / 2;

        return CardCode::fromBits(array_map(static fn (float $v): int => $v < $middle ? 1 : 0, $values));
    }

    /**
     * How far the code, or some columns of it, lies from where the placement says, from all edges between its modules.
     *
     * @param int $from first column
     * @param int $to column after the last
     *
     * @return array{0: float, 1: float, 2: float, 3: float, 4: float} along x and y, mm on the sheet; the scatter of single edges; how soft they are, mm (standard deviation of the blur); how far paper beside them is lighter than paper, as a share of the step
     */
    public function shiftOfCode(Piece $piece, Placement $placement, CardCode $code, int $from = 0, int $to = CardCode::COLUMNS): array
    {
        $bits = $code->bits();
        $edges = [[[], []], [[], []]];
        $widths = $halos = [];
        $module = CardLayout::CODE_MODULE_MM;
        for ($row = 0; $row < CardCode::ROWS; $row++) {
            for ($column = $from; $column < $to; $column++) {
                $here = $bits[$row * CardCode::COLUMNS + $column];
                $right = $column + 1 < CardCode::COLUMNS ? $bits[$row * CardCode::COLUMNS + $column + 1] : 0;
                $below = $row + 1 < CardCode::ROWS ? $bits[($row + 1) * CardCode::COLUMNS + $column] : 0;
                foreach ([[$right, 0], [$below, 1]] as [$other, $axis]) {
                    if ($here === $other) {
                        continue;
                    }
                    $edge = $this->edge(fn (float $t, float $s): ?float => $axis === 0
                        ? $this->at($piece, $placement, $column + 1 + $t / $module, $row + 0.5 + $s)
                        : $this->at($piece, $placement, $column + 0.5 + $s, $row + 1 + $t / $module), $here === 1);
                    if ($edge !== null) {
                        $edges[$axis][$here][] = $edge[0];
                        $widths[] = $edge[1];
                        $halos[] = $edge[2];
                    }
                }
            }
        }
        $out = [];
        $square = $n = 0;
        foreach ($edges as $ofAxis) {
            // Ink that spreads moves edges of the two kinds apart; their middle stays.
            $means = array_map(static fn (array $e): float => $e === [] ? 0.0 : array_sum($e) / count($e), $ofAxis);
            $out[] = $ofAxis[0] === [] || $ofAxis[1] === [] ? $means[0] + $means[1] : ($means[0] + $means[1]) / 2;
            foreach ($ofAxis as $kind => $places) {
                foreach ($places as $p) {
                    $square += ($p - $means[$kind]) ** 2;
                    $n++;
                }
            }
        }

        sort($widths);
        sort($halos);

        // From a fifth to four fifths a Gaussian blur takes 1.68 standard deviations.
        return [$out[0], $out[1], $n > 2 ? sqrt($square / $n) : INF, ($widths[intdiv(count($widths), 2)] ?? 0.0) / 1.68, $halos[intdiv(count($halos), 2)] ?? 0.0];
    }

    /**
     * Where along a stretch the shade crosses the middle, mm from its centre, over how many mm it goes from a fifth to four fifths.
     *
     * @return array{0: float, 1: float, 2: float}|null and how far its upper end overshoots, as a share of the step; null when there is no clear edge
     */
    private function edge(\Closure $shade, bool $rising): ?array
    {
        $profile = [];
        for ($t = -self::REACH_MM; $t <= self::REACH_MM + 1e-9; $t += self::STEP_MM) {
            $sum = 0.0;
            foreach ([-0.25, 0.0, 0.25] as $s) {
                $v = $shade($t, $s);
                if ($v === null) {
                    return null;
                }
                $sum += $v;
            }
            $profile[] = $rising ? $sum : -$sum;
        }
        [$low, $high] = [min($profile), max($profile)];
        $middle = ($low + $high) / 2;
        $best = null;
        for ($i = 1; $i < count($profile); $i++) {
            if ($profile[$i - 1] < $middle && $profile[$i] >= $middle) {
                $place = -self::REACH_MM + self::STEP_MM * ($i - 1 + ($middle - $profile[$i - 1]) / ($profile[$i] - $profile[$i - 1]));
                if ($best === null || abs($place) < abs($best[0])) {
                    $best = [$place, $i];
                }
            }
        }
        if ($best === null) {
            return null;
        }
        [$from, $to] = [self::crossing($profile, $best[1], -1, $low + 0.2 * ($high - $low)), self::crossing($profile, $best[1], 1, $low + 0.8 * ($high - $low))];

        $plateau = ($profile[count($profile) - 1] + $profile[count($profile) - 2]) / 2;

        return [$best[0], self::STEP_MM * ($to - $from), ($high - $plateau) / max(1e-6, $high - $low)];
    }

    /**
     * Where a profile that rises reaches a level, walking from inside its edge.
     *
     * @param list<float> $profile
     */
    private static function crossing(array $profile, int $i, int $step, float $level): float
    {
        $i += $step < 0 ? 0 : -1;
        while ($i + $step >= 0 && $i + $step < count($profile)) {
            [$here, $next] = [$profile[$i], $profile[$i + $step]];
            if ($step < 0 ? $next <= $level : $next >= $level) {
                return $i + $step * ($here === $next ? 0.0 : max(0.0, min(1.0, ($level - $here) / ($next - $here))));
            }
            $i += $step;
        }

        return $i;
    }

    /** Shade at a place of the code, in modules from its corner; between pixels. */
    private function at(Piece $piece, Placement $placement, float $column, float $row): ?float
    {
        [$u, $v] = $placement->map($piece->codeArea->x + $column * CardLayout::CODE_MODULE_MM, $piece->codeArea->y + $row * CardLayout::CODE_MODULE_MM);
        $u -= 0.5;
        $v -= 0.5;
        if (! ($u >= 0 && $v >= 0 && $u < $this->picture->width - 1 && $v < $this->picture->height - 1)) {
            return null;
        }
        [$i, $j] = [(int) $u, (int) $v];
        [$fu, $fv] = [$u - $i, $v - $j];
        $p = $this->picture;

        return (1 - $fv) * ((1 - $fu) * $p->green($i, $j) + $fu * $p->green($i + 1, $j)) + $fv * ((1 - $fu) * $p->green($i, $j + 1) + $fu * $p->green($i + 1, $j + 1));
    }
}
