<?php

declare(strict_types=1);

namespace MarshTrial\Core\Colour;

/**
 * Instrumental grey-scale grade for change in colour.
 *
 * Source: ISO 105-A05 (from memory), with the pairs of ISO 105-A02 as its fixed points.
 */
final readonly class GreyScale
{
    private function __construct(
        /** dEf, the difference the grade is read from. */
        public float $dEf,
        /** 1 (largest change) to 5 (none), exact. */
        public float $grade,
    ) {}

    public static function between(Lab $reference, Lab $specimen): self
    {
        $difference = Difference::between($reference, $specimen);
        $cM = ($reference->chroma() + $specimen->chroma()) / 2;
        $h1 = $reference->hueDeg();
        $h2 = $specimen->hueDeg();
        $hM = ($h1 + $h2) / 2;
        if (abs($h1 - $h2) > 180) {
            $hM += $hM < 180 ? 180 : -180;
        }
        $away = abs($hM - 280);
        $x = ((($away > 180 ? 360 - $away : $away)) / 30) ** 2;
        $d = $difference->dC * $cM * exp(-$x) / 100;
        $dH = ($difference->dH - $d) / (1 + (10 * $cM / 1000) ** 2);
        $dC = ($difference->dC - $d) / (1 + (20 * $cM / 1000) ** 2);

        return self::of(sqrt($difference->dL ** 2 + $dC ** 2 + $dH ** 2));
    }

    public static function of(float $dEf): self
    {
        $grade = $dEf <= 3.4 ? 5 - $dEf / 1.7 : 5 - log($dEf / 0.85, 2);

        return new self($dEf, min(5.0, max(1.0, $grade)));
    }

    /** The grade as it is reported, to the half: "4", "3-4". */
    public function reported(): string
    {
        $half = (int) round($this->grade * 2);

        return $half % 2 === 0 ? (string) intdiv($half, 2) : sprintf('%d-%d', intdiv($half, 2), intdiv($half, 2) + 1);
    }
}
