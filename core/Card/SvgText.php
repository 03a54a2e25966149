<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card;

/** Words as they may stand in an SVG. */
final class SvgText
{
    /** What XML 1.0 (section 2.2, Char) cannot hold, in a string of valid UTF-8. */
    private const NO_CHAR = '/[^\x{9}\x{A}\x{D}\x{20}-\x{D7FF}\x{E000}-\x{FFFD}\x{10000}-\x{10FFFF}]/u';

    public static function of(string $text): string
    {
        return htmlspecialchars((string) preg_replace(self::NO_CHAR, '', mb_scrub($text, 'UTF-8')), ENT_XML1 | ENT_QUOTES);
    }
}
