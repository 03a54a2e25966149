<?php

declare(strict_types=1);

namespace Tests\Accuracy;

use MarshTrial\Core\Simulation\SeededRandom;

/** Draws of the standard normal distribution (Box and Muller 1958). */
final class Normal
{
    public static function of(SeededRandom $random): float
    {
        return sqrt(-2 * log(max(1e-12, $random->between(0, 1)))) * cos(2 * M_PI * $random->between(0, 1));
    }
}
