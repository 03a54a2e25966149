<?php

declare(strict_types=1);

namespace MarshTrial\Core\Instrument;

use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Illuminant;
use MarshTrial\Core\Colour\Spectrum;

/** Two colours that look alike under one light and not under another. */
final readonly class Metamerism
{
    /** Alike in daylight up to here, and worth a remark from here under a lamp, dE00 (own). */
    private const ALIKE = 3.0;

    private const APART = 2.0;

    private function __construct(
        /** dE00 under D65 and under A. */
        public float $inDaylight,
        public float $underLamp,
        /**
         * Special index of metamerism, change of illuminant: distance in L*a*b* under A when what differs under D65 is taken off
         * (CIE 15; additive correction).
         */
        public float $index,
    ) {}

    public static function of(Spectrum $one, Spectrum $two): self
    {
        [$d65, $a] = [Illuminant::d65(), Illuminant::a()];
        [$oneDay, $twoDay, $oneLamp, $twoLamp] = [$one->toLab($d65), $two->toLab($d65), $one->toLab($a), $two->toLab($a)];

        return new self(
            Difference::ciede2000($oneDay, $twoDay), Difference::ciede2000($oneLamp, $twoLamp),
            sqrt(($oneLamp->l - $twoLamp->l - $oneDay->l + $twoDay->l) ** 2 + ($oneLamp->a - $twoLamp->a - $oneDay->a + $twoDay->a) ** 2 + ($oneLamp->b - $twoLamp->b - $oneDay->b + $twoDay->b) ** 2),
        );
    }

    /** A sentence for a pair that changes; null for one that does not. */
    public function remark(): ?string
    {
        return match (true) {
            $this->index < self::APART => null,
            $this->inDaylight <= self::ALIKE && $this->underLamp > $this->inDaylight => sprintf('alike in daylight (dE00 %.1f) and apart under a filament lamp (%.1f): metameric', $this->inDaylight, $this->underLamp),
            default => sprintf('the difference changes with the light: dE00 %.1f in daylight, %.1f under a filament lamp', $this->inDaylight, $this->underLamp),
        };
    }
}
