<?php

declare(strict_types=1);

namespace MarshTrial\Core\Imaging;

/**
 * Where places of a card are in a picture: a projective map, then the bend of the lens about the middle of the picture
 * (bent = straight * (1 + k r2), r = 1 in the corner of the picture).
 */
final readonly class Placement
{
    /** Bends of a lens that are tried, the most usual first, and their standard deviation among usual lenses (own). */
    public const LENSES = [0.0, 0.015, -0.015, 0.03, -0.03];

    public const LENS_SPREAD = 0.02;

    public function __construct(
        public Homography $plane,
        /** k; 0 for a scanner. */
        public float $lens = 0.0,
        private float $middleX = 0.0,
        private float $middleY = 0.0,
        /** Half the diagonal of the picture, pixels. */
        private float $radius = 1.0,
    ) {}

    /**
     * Through marks seen in a picture, for a lens of a given bend.
     *
     * @param list<array{0: float, 1: float}> $sheet mm
     * @param list<array{0: float, 1: float}> $seen pixels
     */
    public static function through(array $sheet, array $seen, float $lens, int $width, int $height): self
    {
        if ($lens === 0.0) {
            return new self(Homography::through($sheet, $seen));
        }
        $straight = array_map(static fn (array $p): array => self::straightened($p, $lens, $width, $height), $seen);

        return self::behindLens(Homography::through($sheet, $straight), $lens, $width, $height);
    }

    /** @param Homography $plane where places would be seen if the lens did not bend */
    public static function behindLens(Homography $plane, float $lens, int $width, int $height): self
    {
        return new self($plane, $lens, $width / 2, $height / 2, hypot($width, $height) / 2);
    }

    /**
     * Where a place of the picture would be without the lens's bend.
     *
     * @param array{0: float, 1: float} $seen pixels
     *
     * @return array{0: float, 1: float}
     */
    public static function straightened(array $seen, float $lens, int $width, int $height): array
    {
        [$mx, $my, $radius] = [$width / 2, $height / 2, hypot($width, $height) / 2];
        [$x, $y] = [$seen[0] - $mx, $seen[1] - $my];
        $k = 1.0;
        for ($i = 0; $lens !== 0.0 && $i < 8; $i++) {
            $k = 1 + $lens * ($x ** 2 + $y ** 2) / ($radius * $k) ** 2;
        }

        return [$mx + $x / $k, $my + $y / $k];
    }

    /** @return array{0: float, 1: float} pixels */
    public function map(float $x, float $y): array
    {
        [$u, $v] = $this->plane->map($x, $y);
        if ($this->lens === 0.0) {
            return [$u, $v];
        }
        [$du, $dv] = [$u - $this->middleX, $v - $this->middleY];
        $k = 1 + $this->lens * ($du ** 2 + $dv ** 2) / $this->radius ** 2;

        return [$this->middleX + $du * $k, $this->middleY + $dv * $k];
    }

    /** Pixels per millimetre around a place. */
    public function scaleAt(float $x, float $y): float
    {
        [[$ux, $vx], [$uy, $vy]] = $this->stepsAt($x, $y);

        return sqrt(abs($ux * $vy - $uy * $vx));
    }

    /**
     * What a step in the picture around a place is on the sheet.
     *
     * @param float $du pixels
     *
     * @return array{0: float, 1: float} mm
     */
    public function onSheet(float $x, float $y, float $du, float $dv): array
    {
        [[$ux, $vx], [$uy, $vy]] = $this->stepsAt($x, $y);
        $det = $ux * $vy - $uy * $vx;

        return [($vy * $du - $uy * $dv) / $det, ($ux * $dv - $vx * $du) / $det];
    }

    /** How much closer together pixels lie in the direction in which the sheet is seen most foreshortened: 1 or more. */
    public function slantAt(float $x, float $y): float
    {
        [[$ux, $vx], [$uy, $vy]] = $this->stepsAt($x, $y);
        $sum = $ux ** 2 + $vx ** 2 + $uy ** 2 + $vy ** 2;
        $root = sqrt(max(0.0, $sum ** 2 / 4 - ($ux * $vy - $uy * $vx) ** 2));

        return sqrt(($sum / 2 + $root) / max(1e-12, $sum / 2 - $root));
    }

    /** Rotation of the card's x axis in the picture, degrees, -180 to 180, positive clockwise. */
    public function rotationDeg(float $x, float $y): float
    {
        [[$ux, $vx]] = $this->stepsAt($x, $y);

        return rad2deg(atan2($vx, $ux));
    }

    /** @return array{0: array{0: float, 1: float}, 1: array{0: float, 1: float}} pixels per mm along x and along y */
    private function stepsAt(float $x, float $y): array
    {
        [$u0, $v0] = $this->map($x, $y);
        [$u1, $v1] = $this->map($x + 1, $y);
        [$u2, $v2] = $this->map($x, $y + 1);

        return [[$u1 - $u0, $v1 - $v0], [$u2 - $u0, $v2 - $v0]];
    }
}
