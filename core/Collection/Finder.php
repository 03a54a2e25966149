<?php

declare(strict_types=1);

namespace MarshTrial\Core\Collection;

use MarshTrial\Core\Names\NameKey;
use MarshTrial\Core\Pigment\PigmentCode;
use MarshTrial\Core\Pigment\PigmentCodeState;

/**
 * Finds a paint from very few key strokes: its code in any spelling or only the code's number, the beginning of any word
 * of its name or maker, or the initials of either ("br" for "Beacon Red").
 */
final class Finder
{
    /** @var list<string> */
    private array $words;

    private ?string $code;

    public function __construct(string $typed)
    {
        $typed = NameKey::of($typed);
        $this->words = preg_split('/\s+/u', $typed, -1, PREG_SPLIT_NO_EMPTY) ?: [];
        $code = PigmentCode::parse($typed);
        $this->code = $code->state === PigmentCodeState::NotColourIndexPigment ? null : $code->text;
    }

    /**
     * How well a paint fits; 0 is not at all. Every word typed has to fit somewhere.
     *
     * @param list<string> $codes canonical codes or the words written in their place
     */
    public function score(array $codes, string $name, string $maker, string $place = ''): int
    {
        if ($this->code !== null && in_array($this->code, $codes, true)) {
            return 1000;
        }
        $sum = 0;
        foreach ($this->words as $word) {
            $best = max(self::inCodes($word, $codes), self::inWords($word, $name, 60), self::inWords($word, $maker, 40), self::inWords($word, $place, 20));
            if ($best === 0) {
                return 0;
            }
            $sum += $best;
        }

        return $sum;
    }

    /**
     * All that a paint can be found by, in one line.
     *
     * @param list<string> $codes canonical codes or the words written in their place
     */
    public static function line(int $id, array $codes, string $name, string $maker): string
    {
        $parts = [];
        foreach ($codes as $code) {
            $code = strtolower($code);
            array_push($parts, '='.$code, substr($code, 1), ltrim($code, 'a..z'));
        }
        foreach ([$name, $maker] as $text) {
            $text = NameKey::of($text);
            array_push($parts, self::initials(self::words($text)), $text);
        }

        return $id."\t".strtr(implode(' ', $parts), "\t\r\n", '   ');
    }

    /**
     * Which of very many paints are worth scoring.
     *
     * @param string $lines as from line(), one under another
     *
     * @return list<int> ids; every paint that fits is among them
     */
    public function among(string $lines): array
    {
        $exactly = $this->code === null ? [] : self::matching('(?<= )='.preg_quote(strtolower($this->code), '/').'(?= )|(?<=\t)='.preg_quote(strtolower($this->code), '/').'(?= )', $lines);
        $left = $this->words === [] ? [] : [$lines];
        foreach ($this->words as $word) {
            // A word of one or two letters stands at the beginning of something, a longer one anywhere.
            $left = self::matching((mb_strlen($word) < 3 ? '(?<![\p{L}\p{N}])' : '').preg_quote($word, '/'), implode("\n", $left));
        }

        return array_values(array_unique(array_map(intval(...), [...$exactly, ...$left])));
    }

    /** @return list<string> lines in which something stands after the id */
    private static function matching(string $pattern, string $lines): array
    {
        preg_match_all("/^\d++\t.*?(?:$pattern).*+$/mu", $lines, $m);

        return $m[0];
    }

    /** @param list<string> $codes */
    private static function inCodes(string $word, array $codes): int
    {
        $best = 0;
        foreach ($codes as $code) {
            $code = strtolower($code);
            $number = ltrim($code, 'a..z');
            $best = max($best, match (true) {
                str_starts_with($code, $word), str_starts_with(substr($code, 1), $word) => 90,
                ctype_digit($word[0]) && str_starts_with($number, $word) => 80,
                default => 0,
            });
        }

        return $best;
    }

    private static function inWords(string $word, string $text, int $weight): int
    {
        $text = NameKey::of($text);
        if ($text === '' || ! str_contains($text, mb_substr($word, 0, 1))) {
            return 0;
        }
        $words = self::words($text);
        foreach ($words as $i => $one) {
            if (str_starts_with($one, $word)) {
                return $weight + ($i === 0 ? 5 : 0);
            }
        }
        $initials = self::initials($words);

        return match (true) {
            mb_strlen($word) > 1 && str_starts_with($initials, $word) => $weight - 3,
            mb_strlen($word) > 2 && str_contains($text, $word) => $weight - 15,
            default => 0,
        };
    }

    /** @return list<string> */
    private static function words(string $text): array
    {
        return preg_split('/[^\p{L}\p{N}]+/u', $text, -1, PREG_SPLIT_NO_EMPTY) ?: [];
    }

    /** @param list<string> $words */
    private static function initials(array $words): string
    {
        return implode('', array_map(static fn (string $w): string => mb_substr($w, 0, 1), $words));
    }
}
