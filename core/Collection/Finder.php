<?php

declare(strict_types=1);

namespace MarshTrial\Core\Collection;

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
        $typed = mb_strtolower(trim($typed));
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
        $text = mb_strtolower($text);
        if ($text === '' || ! str_contains($text, mb_substr($word, 0, 1))) {
            return 0;
        }
        $words = preg_split('/[^\p{L}\p{N}]+/u', $text, -1, PREG_SPLIT_NO_EMPTY) ?: [];
        foreach ($words as $i => $one) {
            if (str_starts_with($one, $word)) {
                return $weight + ($i === 0 ? 5 : 0);
            }
        }
        $initials = implode('', array_map(static fn (string $w): string => mb_substr($w, 0, 1), $words));

        return match (true) {
            mb_strlen($word) > 1 && str_starts_with($initials, $word) => $weight - 3,
            mb_strlen($word) > 2 && str_contains($text, $word) => $weight - 15,
            default => 0,
        };
    }
}
