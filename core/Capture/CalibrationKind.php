<?php

declare(strict_types=1);

namespace MarshTrial\Core\Capture;

/** What colour rests on, best first. */
enum CalibrationKind: string
{
    /** A target with known patches in the same picture. */
    case Target = 'target';
    /** A profile saved for this device earlier. */
    case Profile = 'profile';
    /** A wedge of known greys in the same picture. */
    case Wedge = 'wedge';
    /** The card's own bare paper and black. */
    case Paper = 'paper-and-black';
    /** The picture's own colour profile, taken at its word. */
    case AsTold = 'as-told';
}
