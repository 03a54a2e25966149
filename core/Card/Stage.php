<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card;

/** When in the course of a card something is done. */
enum Stage
{
    /** Before any water comes to the pan. */
    case DryPan;
    /** Painting on the dry sheet. */
    case Paint;
    /** On the paint when it has dried. */
    case OnDry;
    /** Once more, when that has dried too. */
    case Again;
}
