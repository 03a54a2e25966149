<?php

declare(strict_types=1);

namespace MarshTrial\Core\Capture;

use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Lab;

/**
 * Whether a card's paper and print look as paper and print do once colours are calibrated. Where they do not, target and card lay in different
 * light, the target mirrors light, or the device is no longer as it was when its profile was made.
 */
final readonly class PaperCheck
{
    /** Lightness of painting paper, and how far it may lie off either way (own; common papers, no source). */
    private const LIGHTNESS = [94.0, 4.0];

    /** Most chroma that a cream paper has (own). */
    private const CHROMA = 10.5;

    /** Logarithm of the luminance of print, how far it may lie off, and what more than that weighs (own). */
    private const PRINT = [-3.55, 1.1, 2.0];

    /** Difference from a paper whose colour is known, or in lightness from the sheet of a profile, that says nothing yet, dE00 (own). */
    private const STEP = 2.0;

    /** Lightness beyond which no paper lies: it would reflect more light than falls on it. */
    public const LIGHTEST = 100.0;

    private function __construct(
        /** How far the picture's colours are to be doubted, dE00; 0 where paper and print are as they should be. */
        public float $doubt,
        /** What is to be said, a sentence without its full stop; null where nothing is. */
        public ?string $remark,
    ) {}

    /**
     * @param Lab $paper bare paper of the card, calibrated
     * @param float $print luminance of solid print, calibrated
     * @param Lab|null $known the paper's colour where it was measured before
     * @param Lab|null $sheet the target's own sheet, in this picture or when the profile was made
     * @param bool $profile whether a profile was used, not a target in the picture
     */
    public static function of(Lab $paper, float $print, ?Lab $known, ?Lab $sheet, bool $profile): self
    {
        if ($known !== null) {
            $off = Difference::ciede2000($paper, $known);

            return new self(max(0.0, $off - self::STEP), $off > self::STEP ? sprintf('the paper reads dE00 %.1f from what it was measured to be: %s', $off, self::why($profile)) : null);
        }
        [$usual, $range] = self::LIGHTNESS;
        [$ink, $inkRange, $weight] = self::PRINT;
        $doubt = hypot(
            max(0.0, abs($paper->l - $usual) - $range) + max(0.0, $paper->chroma() - self::CHROMA),
            $weight * max(0.0, abs(log(max(1e-3, $print)) - $ink) - $inkRange),
        );
        $step = $sheet === null ? 0.0 : Difference::ciede2000($paper, $sheet);
        if ($profile && $sheet !== null) {
            $doubt = max($doubt, 0.5 * max(0.0, abs($paper->l - $sheet->l) - self::STEP));
        }
        $numbers = sprintf('the card’s paper reads L* %.0f, chroma %.0f%s', $paper->l, $paper->chroma(), $sheet === null ? '' : sprintf(', dE00 %.1f from the target’s own sheet', $step));

        return new self($doubt, $doubt > 0 ? "$numbers: ".self::why($profile) : ($step > 3 * self::STEP ? "$numbers; another paper, or other light" : null));
    }

    private static function why(bool $profile): string
    {
        return $profile ? 'another paper, or the device has changed (exposure, automatic contrast); scan the target again to tell'
            : 'target and card may not have lain in the same light, or light is mirrored in the target; lay them side by side and take the picture again';
    }
}
