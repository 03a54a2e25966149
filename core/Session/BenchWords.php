<?php

declare(strict_types=1);

namespace MarshTrial\Core\Session;

/** Words for what is said with one tap at the bench. */
final class BenchWords
{
    /** Remarks on a row; a letter each, so that one key says it. */
    public const REMARKS = [
        'a' => 'binder excess', 'c' => 'contaminated', 'e' => 'streaky', 'f' => 'wrong side of the paper', 'h' => 'too much water',
        'i' => 'too little paint', 'j' => 'bloom', 'l' => 'hard to re-wet', 'm' => 'pigment separates', 'o' => 'paper roughened', 'u' => 'uneven load', 'v' => 'line ran',
    ];

    public const SKIPS = ['pan not found', 'pan empty or dried up', 'no time today', 'place spoiled', 'not wanted for this paint', 'another reason'];

    public const SPOILED = ['contaminated', 'wrong paint', 'smudged or splashed', 'paper roughened', 'uneven load', 'not dry', 'picture poor', 'another reason'];

    public const TIMERS = ['pre-wetting' => 120, 'dwell' => 30, 'spread' => 60, 'drying' => 1800];
}
