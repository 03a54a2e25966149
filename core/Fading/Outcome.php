<?php

declare(strict_types=1);

namespace MarshTrial\Core\Fading;

use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Rating\Scale;

/** What happened to a specimen, in words that follow from the numbers. */
enum Outcome: string
{
    case NoChange = 'no change seen';
    case PalerInTint = 'paler in the tint only';
    case Paler = 'paler';
    case NearlyGone = 'nearly gone';
    case HueShift = 'hue shift at equal lightness';
    case Darker = 'darker or browner';
    case MoreVivid = 'more vivid';
    case PaperOrUndecidable = 'explained by the paper, or not decidable';

    /**
     * Which way a colour went that has changed.
     *
     * @param float|null $left share of its paint that it still has; null: cannot be told
     * @param float $u standard uncertainty of the change, dE*ab
     */
    public static function direction(Scale $scale, Lab $from, Lab $to, ?float $left, float $u): self
    {
        $difference = Difference::between($from, $to);

        return match (true) {
            $left !== null && $left < $scale->fade->nearlyGone => self::NearlyGone,
            abs($difference->dL) < $scale->fade->equalLightness * $difference->dE76() && abs($difference->dH) >= abs($difference->dC) => self::HueShift,
            // What browns may gain a little chroma on the way; more vivid is what gains more of it than it darkens.
            $difference->dL < 0 && $difference->dC > max(2 * $u, -$scale->fade->vivid * $difference->dL) => self::MoreVivid,
            $difference->dL < 0 => self::Darker,
            default => self::Paler,
        };
    }
}
