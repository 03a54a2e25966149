<?php

declare(strict_types=1);

namespace MarshTrial\Core\Imaging;

use MarshTrial\Core\CoreException;

/**
 * Where a simple camera stands over a flat sheet: with square pixels and the axis in the middle of the picture a sheet is placed by less
 * than four points. Levenberg-Marquardt over three angles, the place and the focal length, which is known only about.
 */
final readonly class Pose
{
    /** Focal length over the longer side of the picture: usual for a hand-held camera, and how far it may differ (own, factor of e). */
    private const FOCAL = 0.78;

    private const FOCAL_SPREAD = 0.25;

    /** How well a point is seen, pixels (own). */
    private const SEEN_PX = 0.3;

    /** @param list<float> $p three angles, x, y, logarithm of the distance (mm) and of the focal length (pixels) */
    private function __construct(private array $p, private int $width, private int $height, public float $misfit) {}

    /**
     * All poses that explain the points, best first.
     *
     * @param list<array{0: float, 1: float}> $sheet three or more, mm
     * @param list<array{0: float, 1: float}> $seen pixels
     *
     * @return list<self>
     */
    public static function fits(array $sheet, array $seen, int $width, int $height): array
    {
        $turn = atan2($seen[1][1] - $seen[0][1], $seen[1][0] - $seen[0][0]) - atan2($sheet[1][1] - $sheet[0][1], $sheet[1][0] - $sheet[0][0]);
        $scale = hypot($seen[1][0] - $seen[0][0], $seen[1][1] - $seen[0][1]) / hypot($sheet[1][0] - $sheet[0][0], $sheet[1][1] - $sheet[0][1]);
        $focal = self::FOCAL * max($width, $height);
        $out = [];
        foreach ([[0.35, 0.0], [-0.35, 0.0], [0.0, 0.35], [0.0, -0.35], [0.05, 0.05]] as [$rx, $ry]) {
            $pose = self::fit([$rx, $ry, $turn, 0.0, 0.0, log($focal / $scale), log($focal)], $sheet, $seen, $width, $height);
            foreach ($out as $other) {
                if (abs($other->p[0] - $pose->p[0]) + abs($other->p[1] - $pose->p[1]) < 0.02) {
                    continue 2;
                }
            }
            $out[] = $pose;
        }
        usort($out, static fn (self $a, self $b): int => $a->misfit <=> $b->misfit);

        return $out;
    }

    /** @return array{0: float, 1: float} pixels */
    public function map(float $x, float $y): array
    {
        return self::project($this->p, $x, $y, $this->width, $this->height);
    }

    /**
     * The same camera with further points.
     *
     * @param list<array{0: float, 1: float}> $sheet
     * @param list<array{0: float, 1: float}> $seen
     */
    public function refined(array $sheet, array $seen): self
    {
        return self::fit($this->p, $sheet, $seen, $this->width, $this->height);
    }

    /**
     * @param list<float> $p
     * @param list<array{0: float, 1: float}> $sheet
     * @param list<array{0: float, 1: float}> $seen
     */
    private static function fit(array $p, array $sheet, array $seen, int $width, int $height): self
    {
        $residuals = static function (array $p) use ($sheet, $seen, $width, $height): array {
            $out = [($p[6] - log(self::FOCAL * max($width, $height))) / self::FOCAL_SPREAD];
            foreach ($sheet as $i => [$x, $y]) {
                [$u, $v] = self::project($p, $x, $y, $width, $height);
                $out[] = ($u - $seen[$i][0]) / self::SEEN_PX;
                $out[] = ($v - $seen[$i][1]) / self::SEEN_PX;
            }

            return $out;
        };
        $cost = static fn (array $r): float => array_sum(array_map(static fn (float $v): float => $v ** 2, $r));
        // Start where the middle of the points is seen.
        $now = $residuals($p);
        $damping = 1e-3;
        for ($round = 0; $round < 25; $round++) {
            $normal = array_fill(0, 7, array_fill(0, 8, 0.0));
            $jacobian = [];
            foreach ($p as $i => $v) {
                $step = $i === 3 || $i === 4 ? 0.01 : 1e-6;
                $jacobian[] = array_map(static fn (float $a, float $b): float => ($a - $b) / $step, $residuals(array_replace($p, [$i => $v + $step])), $now);
            }
            for ($i = 0; $i < 7; $i++) {
                for ($j = 0; $j < 7; $j++) {
                    $normal[$i][$j] = array_sum(array_map(static fn (float $a, float $b): float => $a * $b, $jacobian[$i], $jacobian[$j]));
                }
                $normal[$i][7] = -array_sum(array_map(static fn (float $a, float $b): float => $a * $b, $jacobian[$i], $now));
                $normal[$i][$i] *= 1 + $damping;
                $normal[$i][$i] += 1e-12;
            }
            try {
                $change = Linear::solve($normal);
            } catch (CoreException) {
                break;
            }
            $next = array_map(static fn (float $a, float $b): float => $a + $b, $p, $change);
            $then = $residuals($next);
            if (is_finite($cost($then)) && $cost($then) < $cost($now)) {
                $gain = $cost($now) - $cost($then);
                [$p, $now] = [$next, $then];
                $damping = max(1e-9, $damping / 5);
                if ($gain < 1e-5) {
                    break;
                }
            } else {
                $damping *= 8;
                if ($damping > 1e9) {
                    break;
                }
            }
        }

        return new self(array_values($p), $width, $height, $cost($now));
    }

    /**
     * @param array<int, float> $p
     *
     * @return array{0: float, 1: float}
     */
    private static function project(array $p, float $x, float $y, int $width, int $height): array
    {
        // Turn in the plane, then tilt about both axes.
        $px = $x * cos($p[2]) - $y * sin($p[2]) + 100 * $p[3];
        $py = $x * sin($p[2]) + $y * cos($p[2]) + 100 * $p[4];
        $z1 = $py * sin($p[0]);
        $y1 = $py * cos($p[0]);
        $x2 = $px * cos($p[1]) + $z1 * sin($p[1]);
        $z2 = -$px * sin($p[1]) + $z1 * cos($p[1]) + exp($p[5]);
        $f = exp($p[6]);

        return [$width / 2 + $f * $x2 / $z2, $height / 2 + $f * $y1 / $z2];
    }
}
