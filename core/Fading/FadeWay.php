<?php

declare(strict_types=1);

namespace MarshTrial\Core\Fading;

/** How a change runs over its checks. */
enum FadeWay: string
{
    case OneWay = 'one way';
    case Back = 'does not run one way';
    case SpeedingUp = 'speeding up';
}
