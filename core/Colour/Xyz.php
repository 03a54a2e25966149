<?php

declare(strict_types=1);

namespace MarshTrial\Core\Colour;

/** CIE 1931 tristimulus values, 2 degree observer, Y = 1 for the white; D65 unless a method says otherwise. */
final readonly class Xyz
{
    /** D65 white, 2 degree observer: the sum of the sRGB primaries' columns. */
    public const D65 = [0.9504559, 1.0, 1.0890578];

    private const BRADFORD = [[0.8951, 0.2664, -0.1614], [-0.7502, 1.7135, 0.0367], [0.0389, -0.0685, 1.0296]];

    private const BRADFORD_INVERSE = [
        [0.9869929, -0.1470543, 0.1599627], [0.4323053, 0.5183603, 0.0492912], [-0.0085287, 0.0400428, 0.9684867],
    ];

    public function __construct(public float $x, public float $y, public float $z) {}

    /** CIE L*a*b* (CIE 15) against D65. */
    public function toLab(): Lab
    {
        return $this->labAgainst(self::D65);
    }

    /**
     * CIE L*a*b* against another white, not adapted: as files of measurements tell it.
     *
     * @param array{0: float, 1: float, 2: float} $white
     */
    public function labAgainst(array $white): Lab
    {
        $f = static fn (float $t): float => $t > 216 / 24389 ? $t ** (1 / 3) : (24389 / 27 * $t + 16) / 116;
        [$xn, $yn, $zn] = $white;
        $fx = $f($this->x / $xn);
        $fy = $f($this->y / $yn);
        $fz = $f($this->z / $zn);

        return new Lab(116 * $fy - 16, 500 * ($fx - $fy), 200 * ($fy - $fz));
    }

    public function toLinearRgb(): LinearRgb
    {
        return new LinearRgb(
            3.2409699 * $this->x - 1.5373832 * $this->y - 0.4986108 * $this->z,
            -0.9692436 * $this->x + 1.8759675 * $this->y + 0.0415551 * $this->z,
            0.0556301 * $this->x - 0.2039770 * $this->y + 1.0569715 * $this->z,
        );
    }

    /**
     * Bradford adaptation from another white to D65.
     *
     * @param array{0: float, 1: float, 2: float} $white tristimulus values of the other white, Y = 1
     */
    public function adaptedFrom(array $white): self
    {
        return $this->adapted($white, self::D65);
    }

    /**
     * Bradford adaptation from D65 to another white.
     *
     * @param array{0: float, 1: float, 2: float} $white
     */
    public function adaptedTo(array $white): self
    {
        return $this->adapted(self::D65, $white);
    }

    /**
     * @param array{0: float, 1: float, 2: float} $source
     * @param array{0: float, 1: float, 2: float} $destination
     */
    private function adapted(array $source, array $destination): self
    {
        $from = self::times(self::BRADFORD, $source);
        $to = self::times(self::BRADFORD, $destination);
        $cone = self::times(self::BRADFORD, [$this->x, $this->y, $this->z]);
        foreach ($cone as $i => $value) {
            $cone[$i] = $value * $to[$i] / $from[$i];
        }

        return new self(...self::times(self::BRADFORD_INVERSE, $cone));
    }

    /**
     * @param array<int, array<int, float>> $m
     * @param array<int, float> $v
     *
     * @return array{0: float, 1: float, 2: float}
     */
    private static function times(array $m, array $v): array
    {
        $row = static fn (array $r): float => $r[0] * $v[0] + $r[1] * $v[1] + $r[2] * $v[2];

        return [$row($m[0]), $row($m[1]), $row($m[2])];
    }
}
