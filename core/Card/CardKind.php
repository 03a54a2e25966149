<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card;

enum CardKind: string
{
    case Property = 'property';
    case Fade = 'fade';
    /** Windows of one's own over any sheet. */
    case Frame = 'frame';
    /** Swatches of any time, each seen through the pocket frame. */
    case Pocket = 'pocket';
    /** Two halves of an old strip, or of a sheet half covered, each seen through the pocket frame. */
    case Halves = 'halves';

    /** Kinds whose dark and window halves are compared. */
    public const FADING = ['fade', 'halves'];

    public function words(): string
    {
        return match ($this) {
            self::Property => 'test card',
            self::Fade => 'fade card',
            self::Frame => 'own frame',
            self::Pocket => 'swatches through the pocket frame',
            self::Halves => 'old strip in two halves',
        };
    }

    /** Whether nothing was printed for it: the pocket frame is laid over what is there. */
    public function isUnderPocketFrames(): bool
    {
        return $this === self::Pocket || $this === self::Halves;
    }

    public function fades(): bool
    {
        return in_array($this->value, self::FADING, true);
    }
}
