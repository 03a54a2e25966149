<?php

declare(strict_types=1);

namespace MarshTrial\Core\Colour;

/** How a specimen differs from a reference: size, parts and words. */
final readonly class Difference
{
    /** Parts smaller than this are not put into words (own). */
    private const WORTH_A_WORD = 0.5;

    private function __construct(
        public Lab $reference,
        public Lab $specimen,
        public float $dL,
        public float $dC,
        /** Signed with the step in hue angle. */
        public float $dH,
    ) {}

    public static function between(Lab $reference, Lab $specimen): self
    {
        $dL = $specimen->l - $reference->l;
        $dC = $specimen->chroma() - $reference->chroma();
        $rest = ($specimen->a - $reference->a) ** 2 + ($specimen->b - $reference->b) ** 2 - $dC ** 2;
        $dH = sqrt(max(0.0, $rest));
        if (self::hueStepDeg($reference, $specimen) < 0) {
            $dH = -$dH;
        }

        return new self($reference, $specimen, $dL, $dC, $dH);
    }

    /** dE*ab, CIE 1976. */
    public function dE76(): float
    {
        return sqrt($this->dL ** 2 + $this->dC ** 2 + $this->dH ** 2);
    }

    /** dE00, ISO/CIE 11664-6 with kL = kC = kH = 1. */
    public function dE00(): float
    {
        return self::ciede2000($this->reference, $this->specimen);
    }

    /**
     * The parts in words, largest first, such as ["lighter", "duller", "hue towards blue"].
     *
     * @return list<string>
     */
    public function words(): array
    {
        $parts = [
            [abs($this->dL), $this->dL > 0 ? 'lighter' : 'darker'],
            [abs($this->dC), $this->dC > 0 ? 'more vivid' : 'duller'],
        ];
        if (min($this->reference->chroma(), $this->specimen->chroma()) >= 2) {
            $parts[] = [abs($this->dH), 'hue towards '.self::axisTowards($this->reference->hueDeg(), $this->dH >= 0)];
        }
        usort($parts, static fn (array $a, array $b): int => $b[0] <=> $a[0]);

        return array_values(array_map(
            static fn (array $part): string => $part[1],
            array_filter($parts, static fn (array $part): bool => $part[0] >= self::WORTH_A_WORD),
        ));
    }

    /**
     * Which of the four elementary hue axes a hue moves towards.
     *
     * @param float $hueDeg where it was
     * @param bool $forward to larger angles
     */
    public static function axisTowards(float $hueDeg, bool $forward): string
    {
        $axes = [0 => 'red', 90 => 'yellow', 180 => 'green', 270 => 'blue'];
        foreach ($forward ? [90, 180, 270, 360] : [270, 180, 90, 0] as $axis) {
            if ($forward ? $axis > $hueDeg : $axis < $hueDeg) {
                return $axes[$axis % 360];
            }
        }

        return $forward ? 'red' : 'blue';
    }

    private static function hueStepDeg(Lab $from, Lab $to): float
    {
        $step = $from->hueTurnTo($to);

        return $step;
    }

    /** Source: ISO/CIE 11664-6; notation after Sharma, Wu and Dalal 2005. */
    public static function ciede2000(Lab $one, Lab $two): float
    {
        $cBar = ($one->chroma() + $two->chroma()) / 2;
        $g = 0.5 * (1 - sqrt($cBar ** 7 / ($cBar ** 7 + 25 ** 7)));
        $p1 = new Lab($one->l, (1 + $g) * $one->a, $one->b);
        $p2 = new Lab($two->l, (1 + $g) * $two->a, $two->b);
        [$c1, $c2, $h1, $h2] = [$p1->chroma(), $p2->chroma(), $p1->hueDeg(), $p2->hueDeg()];

        $step = $c1 * $c2 === 0.0 ? 0.0 : $h2 - $h1;
        if ($step > 180) {
            $step -= 360;
        } elseif ($step < -180) {
            $step += 360;
        }
        $dL = $two->l - $one->l;
        $dC = $c2 - $c1;
        $dH = 2 * sqrt($c1 * $c2) * sin(deg2rad($step / 2));

        $l = ($one->l + $two->l) / 2;
        $c = ($c1 + $c2) / 2;
        $h = $h1 + $h2;
        if ($c1 * $c2 !== 0.0) {
            $h = abs($h1 - $h2) <= 180 ? $h / 2 : ($h < 360 ? ($h + 360) / 2 : ($h - 360) / 2);
        }
        $t = 1 - 0.17 * cos(deg2rad($h - 30)) + 0.24 * cos(deg2rad(2 * $h))
            + 0.32 * cos(deg2rad(3 * $h + 6)) - 0.20 * cos(deg2rad(4 * $h - 63));
        $sl = 1 + 0.015 * ($l - 50) ** 2 / sqrt(20 + ($l - 50) ** 2);
        $sc = 1 + 0.045 * $c;
        $sh = 1 + 0.015 * $c * $t;
        $rt = -sin(deg2rad(60 * exp(-((($h - 275) / 25) ** 2)))) * 2 * sqrt($c ** 7 / ($c ** 7 + 25 ** 7));

        return sqrt(max(0.0, ($dL / $sl) ** 2 + ($dC / $sc) ** 2 + ($dH / $sh) ** 2 + $rt * ($dC / $sc) * ($dH / $sh)));
    }
}
