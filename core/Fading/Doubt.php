<?php

declare(strict_types=1);

namespace MarshTrial\Core\Fading;

/** Why it cannot be told what light did to a paint. */
enum Doubt: string
{
    case Paper = 'the paper changed too';
    case DarkHalf = 'the dark half changed';
    case Swapped = 'the halves may hang the other way round';
    case NoFirstReading = 'nobody read the halves before they were hung';
    case Unsure = 'the pictures are too unsure';
}
