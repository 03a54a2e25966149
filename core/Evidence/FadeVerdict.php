<?php

declare(strict_types=1);

namespace MarshTrial\Core\Evidence;

use MarshTrial\Core\Fading\Outcome;

/** How what an eye said of a fade row stands to what its picture found: outcome against outcome, never against a category. */
final class FadeVerdict
{
    /** Outcomes that one and the same row may be called with good reason, since one passes into the other (own). */
    private const NEIGHBOURS = [
        [Outcome::NoChange, Outcome::PalerInTint], [Outcome::PalerInTint, Outcome::Paler], [Outcome::Paler, Outcome::NearlyGone], [Outcome::Paler, Outcome::HueShift],
        [Outcome::HueShift, Outcome::Darker], [Outcome::HueShift, Outcome::MoreVivid], [Outcome::Darker, Outcome::MoreVivid],
    ];

    public static function check(Outcome $said, Outcome $found): ClaimCheck
    {
        // An eye or a picture that cannot tell contradicts nobody.
        if ($said === Outcome::PaperOrUndecidable || $found === Outcome::PaperOrUndecidable) {
            return $said === $found ? ClaimCheck::Agrees : ClaimCheck::Open;
        }
        if ($said === $found) {
            return ClaimCheck::Agrees;
        }

        return in_array([$said, $found], self::NEIGHBOURS, true) || in_array([$found, $said], self::NEIGHBOURS, true) ? ClaimCheck::Open : ClaimCheck::Contradicted;
    }
}
