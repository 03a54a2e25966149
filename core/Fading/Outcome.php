<?php

declare(strict_types=1);

namespace MarshTrial\Core\Fading;

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
}
