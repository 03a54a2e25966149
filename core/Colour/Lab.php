<?php

declare(strict_types=1);

namespace MarshTrial\Core\Colour;

/** CIE L*a*b* for D65, 2 degree observer: L* 0..100, a* towards red, b* towards yellow. */
final readonly class Lab
{
    public function __construct(public float $l, public float $a, public float $b) {}

    /**
     * @param non-empty-list<self> $colours
     *
     * @return self axis by axis
     */
    public static function mean(array $colours): self
    {
        $n = count($colours);

        return new self(array_sum(array_column($colours, 'l')) / $n, array_sum(array_column($colours, 'a')) / $n, array_sum(array_column($colours, 'b')) / $n);
    }

    /** From lightness, chroma and hue angle in degrees. */
    public static function fromLch(float $l, float $c, float $hueDeg): self
    {
        return new self($l, $c * cos(deg2rad($hueDeg)), $c * sin(deg2rad($hueDeg)));
    }

    /** C*ab. */
    public function chroma(): float
    {
        return hypot($this->a, $this->b);
    }

    /** h_ab in degrees, 0 up to but not including 360; 0 for a grey. */
    public function hueDeg(): float
    {
        if ($this->a === 0.0 && $this->b === 0.0) {
            return 0.0;
        }
        $h = rad2deg(atan2($this->b, $this->a));

        return $h < 0 ? $h + 360 : $h;
    }

    public function toXyz(): Xyz
    {
        $inverse = static fn (float $t): float => $t > 6 / 29 ? $t ** 3 : (116 * $t - 16) * 27 / 24389;
        $fy = ($this->l + 16) / 116;
        [$xn, $yn, $zn] = Xyz::D65;

        return new Xyz($xn * $inverse($fy + $this->a / 500), $yn * $inverse($fy), $zn * $inverse($fy - $this->b / 200));
    }

    /** Turn of hue from this colour to the other the short way round, degrees, -180 to below 180. */
    public function hueTurnTo(self $other): float
    {
        return fmod($other->hueDeg() - $this->hueDeg() + 540, 360) - 180;
    }

    /** Straight line in L*a*b*: $t = 0 is this colour, 1 the other. */
    public function towards(self $other, float $t): self
    {
        return new self(
            $this->l + $t * ($other->l - $this->l),
            $this->a + $t * ($other->a - $this->a),
            $this->b + $t * ($other->b - $this->b),
        );
    }

    /** @return array{0: float, 1: float, 2: float} */
    public function toArray(): array
    {
        return [$this->l, $this->a, $this->b];
    }
}
