<?php

declare(strict_types=1);

namespace MarshTrial\Core\Imaging;

/** Kinds of what is to be said of a cell's reading. */
enum CellFlag
{
    case LeftOut;
    case Glare;
    case MostlyGlare;
    /** More vivid than the picture's colours reach. */
    case Beyond;
    case WindowUnlikeSheet;
    case OddWindow;
    case OtherEndPaler;

    /** Whether it is said of every rating that stands on the bare window. */
    public function isOfBareWindow(): bool
    {
        return $this === self::WindowUnlikeSheet || $this === self::OddWindow;
    }
}
