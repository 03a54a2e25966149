<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

/** What paints are laid side by side to look at. */
enum SideBySide: string
{
    case Ladders = 'ladders';
    case Glazes = 'glazes';
    case Grain = 'grain';
    case Lifting = 'lifting';
    case Water = 'water';
    case Lines = 'lines';

    public function title(): string
    {
        return match ($this) {
            self::Ladders => 'Ladder against ladder',
            self::Glazes => 'Glaze lanes',
            self::Grain => 'Grain under the loupe',
            self::Lifting => 'Before and after lifting',
            self::Water => 'Wet work',
            self::Lines => 'Over black',
        };
    }
}
