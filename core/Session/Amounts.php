<?php

declare(strict_types=1);

namespace MarshTrial\Core\Session;

/** What paint is measured out in. Nothing turns one into another: drops differ by dropper, loads by brush, and neither has a weight. */
final class Amounts
{
    public const DROPS = 'counted drops';

    public const WORDS = [self::DROPS, 'brush loads', 'grams'];
}
