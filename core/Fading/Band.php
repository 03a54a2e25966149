<?php

declare(strict_types=1);

namespace MarshTrial\Core\Fading;

/** What an eye sees of a change, by grades of the grey scale (ISO 105-A05, from memory); limits stand in the scale. */
enum Band: string
{
    case Unseen = 'no change to be seen';
    case JustVisible = 'just visible';
    case Clear = 'clearly changed';
    case Strong = 'strongly changed';

    /** How much, before a word for what happened: "just visibly paler". */
    public function adverb(): string
    {
        return match ($this) {
            self::Unseen => 'not to be seen', self::JustVisible => 'just visibly', self::Clear => 'clearly', self::Strong => 'strongly',
        };
    }
}
