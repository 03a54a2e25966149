<?php

declare(strict_types=1);

namespace MarshTrial\Core\Rating;

enum RatingStatus: string
{
    case Measured = 'measured';
    /** The card does not hold the depth or resolution that the value needs. */
    case NotReached = 'not-reached';
    /** Nothing was painted or read there. */
    case NotTested = 'not-tested';
    /** Everything was read, and no answer follows. */
    case Undecidable = 'undecidable';
}
