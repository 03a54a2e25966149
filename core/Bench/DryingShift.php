<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Rating\Scale;

/** How a place changes in drying: from a wet and a dry picture of the same card under one light. */
final readonly class DryingShift
{
    private function __construct(
        /** Dry minus wet. */
        public float $dL,
        /** Change of chroma in percent of the wet one, and its uncertainty (one standard deviation); null for greys. */
        public ?float $chromaPercent,
        public ?float $chromaUncertainty,
        /** Turn of hue, degrees; null for greys. */
        public ?float $hueDeg,
        /** A sentence. */
        public string $words,
    ) {}

    /**
     * @param float $wetUncertainty one standard deviation of the colour's place in L*a*b*, without what both pictures share
     */
    public static function between(Scale $scale, Lab $wet, Lab $dry, float $wetUncertainty = 0.0, float $dryUncertainty = 0.0): self
    {
        $dL = $dry->l - $wet->l;
        if ($wet->chroma() < $scale->steps->leastChroma) {
            return new self($dL, null, null, null, self::lightness($dL).'; too weak in colour for a change of chroma');
        }
        $percent = 100 * ($dry->chroma() / $wet->chroma() - 1);
        $u = 100 / $wet->chroma() * hypot($dryUncertainty, $wetUncertainty * $dry->chroma() / $wet->chroma());
        $turn = $dry->chroma() < $scale->steps->leastChroma ? null : $wet->hueTurnTo($dry);
        $chroma = abs($percent) < max(1.0, 2 * $u) ? 'as vivid as when wet' : sprintf('%.0f %% %s', abs($percent), $percent < 0 ? 'less vivid' : 'more vivid');

        return new self($dL, $percent, $u, $turn, self::lightness($dL).', '.$chroma.($turn !== null && abs($turn) >= 3 ? sprintf(', hue turned by %.0f degrees', $turn) : ''));
    }

    private static function lightness(float $dL): string
    {
        return abs($dL) < 0.5 ? 'as light as when wet' : sprintf('%s by L* %.1f', $dL > 0 ? 'lighter' : 'darker', abs($dL));
    }
}
