<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card;

enum CardKind: string
{
    case Property = 'property';
    case Fade = 'fade';
}
