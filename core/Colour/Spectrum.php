<?php

declare(strict_types=1);

namespace MarshTrial\Core\Colour;

use MarshTrial\Core\CoreException;

/** A quantity by wavelength at even steps: a reflectance factor (1 = perfect white) or a relative power. */
final readonly class Spectrum
{
    /** Range within which colour is computed, nm. */
    public const FROM_NM = 380;

    public const TO_NM = 780;

    public const STEP_NM = 10;

    /** @param list<float> $values at $fromNm, $fromNm + $stepNm, ... */
    public function __construct(public float $fromNm, public float $stepNm, public array $values)
    {
        if ($stepNm <= 0 || count($values) < 2) {
            throw new CoreException('A spectrum needs two or more values at rising wavelengths.');
        }
    }

    public function toNm(): float
    {
        return $this->fromNm + $this->stepNm * (count($this->values) - 1);
    }

    /** Straight line between neighbours; beyond either end the last value, as CIE 15 recommends for missing ends. */
    public function at(float $nm): float
    {
        $place = ($nm - $this->fromNm) / $this->stepNm;
        $last = count($this->values) - 1;
        if ($place <= 0 || $place >= $last) {
            return $this->values[$place <= 0 ? 0 : $last];
        }
        $i = (int) $place;

        return $this->values[$i] + ($place - $i) * ($this->values[$i + 1] - $this->values[$i]);
    }

    /**
     * Tristimulus values of a reflectance under a light, Y = 1 for the perfect white under that light (CIE 15, 10 nm sums, 2 degree
     * observer). Not adapted: the white is the light's own.
     */
    public function toXyz(Illuminant $light): Xyz
    {
        $x = $y = $z = 0.0;
        foreach (Observer::weights($light) as $nm => [$wx, $wy, $wz]) {
            $r = $this->at($nm);
            $x += $r * $wx;
            $y += $r * $wy;
            $z += $r * $wz;
        }

        return new Xyz($x, $y, $z);
    }

    /** The colour seen under a light by an eye adapted to it: Bradford to D65 where the light is another. */
    public function toLab(Illuminant $light): Lab
    {
        return $this->toXyz($light)->adaptedFrom(Observer::white($light))->toLab();
    }
}
