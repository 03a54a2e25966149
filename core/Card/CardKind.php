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
}
