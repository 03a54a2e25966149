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

    /** What a camera says of its own focal length is rounded, and changes a little with the distance (own, factor of e). */
    private const TOLD_SPREAD = 0.02;

    /** How well a point is seen, pixels (own). */
    private const SEEN_PX = 0.3;

    /** @param list<float> $p three angles, x, y, logarithm of the distance (mm) and of the focal length (pixels) */
    private function __construct(private array $p, private int $width, private int $height, public float $misfit, private ?float $focal) {}

    /**
     * A camera that sees three points of the sheet about so far away in proportion; to be refined.
     *
     * @param list<array{0: float, 1: float}> $sheet three, mm
     * @param list<array{0: float, 1: float}> $seen pixels
     * @param list<float> $depths of the three, in proportion
     * @param float|null $told focal length over the longer side of the picture, where the camera tells it
     * @param float $share of that focal length, or of the usual one, to begin with
     *
     * @return self|null null when the points lie on a line, or the sheet would be seen from behind
     */
    public static function about(array $sheet, array $seen, array $depths, int $width, int $height, ?float $told = null, float $share = 1.0): ?self
    {
        $focal = $share * ($told ?? self::FOCAL) * max($width, $height);
        $points = array_map(static fn (array $p, float $z): array => [($p[0] - $width / 2) / $focal * $z, ($p[1] - $height / 2) / $focal * $z, $z], $seen, $depths);
        $sub = static fn (array $a, array $b): array => array_map(static fn (float $x, float $y): float => $x - $y, $a, $b);
        $length = static fn (array $v): float => sqrt(array_sum(array_map(static fn (float $x): float => $x * $x, $v)));
        $scale = 0.0;
        foreach ([[0, 1], [1, 2], [0, 2]] as [$i, $j]) {
            $scale += $length($sub($sheet[$i], $sheet[$j])) / max(1e-9, $length($sub($points[$i], $points[$j]))) / 3;
        }
        $points = array_map(static fn (array $p): array => array_map(static fn (float $v): float => $v * $scale, $p), $points);
        [$one, $two] = [$sub($sheet[1], $sheet[0]), $sub($sheet[2], $sheet[0])];
        [$p, $q] = [$sub($points[1], $points[0]), $sub($points[2], $points[0])];
        $det = $one[0] * $two[1] - $one[1] * $two[0];
        if (abs($det) < 1e-6) {
            return null;
        }
        // Images of the sheet's axes.
        $a = array_map(static fn (float $x, float $y): float => ($x * $two[1] - $y * $one[1]) / $det, $p, $q);
        $b = array_map(static fn (float $x, float $y): float => ($y * $one[0] - $x * $two[0]) / $det, $p, $q);
        $turn = atan2($a[1], $b[1]);
        $e = array_map(static fn (float $x, float $y): float => cos($turn) * $x - sin($turn) * $y, $a, $b);
        $f = array_map(static fn (float $x, float $y): float => sin($turn) * $x + cos($turn) * $y, $a, $b);
        $about = atan2(-$e[2], $e[0]);
        $tilt = atan2($f[2] / max(0.2, cos($about)), max(0.05, $f[1]));
        [$x, $y] = [$sheet[0][0] * cos($turn) - $sheet[0][1] * sin($turn), $sheet[0][0] * sin($turn) + $sheet[0][1] * cos($turn)];
        $py = $points[0][1] / cos($tilt);
        $px = ($points[0][0] - sin($tilt) * sin($about) * $py) / cos($about);
        $distance = $points[0][2] + sin($about) * $px - sin($tilt) * cos($about) * $py;

        return $distance <= 0 ? null : new self([$tilt, $about, $turn, ($px - $x) / 100, ($py - $y) / 100, log($distance), log($focal)], $width, $height, INF, $told);
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
        return self::fit($this->p, $sheet, $seen, $this->width, $this->height, ($this->focal ?? self::FOCAL) * max($this->width, $this->height), $this->focal === null ? self::FOCAL_SPREAD : self::TOLD_SPREAD, $this->focal);
    }

    /**
     * @param list<float> $p
     * @param list<array{0: float, 1: float}> $sheet
     * @param list<array{0: float, 1: float}> $seen
     */
    private static function fit(array $p, array $sheet, array $seen, int $width, int $height, float $focal, float $spread, ?float $told): self
    {
        $residuals = static function (array $p) use ($sheet, $seen, $width, $height, $focal, $spread): array {
            $out = [($p[6] - log($focal)) / $spread];
            foreach ($sheet as $i => [$x, $y]) {
                [$u, $v] = self::project($p, $x, $y, $width, $height);
                $out[] = ($u - $seen[$i][0]) / self::SEEN_PX;
                $out[] = ($v - $seen[$i][1]) / self::SEEN_PX;
            }

            return $out;
        };
        $cost = static fn (array $r): float => array_sum(array_map(static fn (float $v): float => $v ** 2, $r));
        $now = $residuals($p);
        $damping = 1e-3;
        for ($round = 0; $round < 40; $round++) {
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

        return new self(array_values($p), $width, $height, $cost($now), $told);
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
