<?php

declare(strict_types=1);

namespace MarshTrial\Core\Names;

/**
 * What two spellings of one name share: capitals, the way in which accents are encoded, and stray blanks do not tell names apart, letters and
 * accents do. Unicode normalisation form C (UAX 15) of the full case folding (Unicode 5.18), blanks collapsed.
 */
final class NameKey
{
    public static function of(string $name): string
    {
        $composed = static fn (string $text): string => \Normalizer::normalize($text, \Normalizer::FORM_C) ?: $text;

        return trim((string) preg_replace('/[\s\p{Z}]+/u', ' ', $composed(mb_convert_case($composed($name), MB_CASE_FOLD))));
    }

    public static function same(string $a, string $b): bool
    {
        return self::of($a) === self::of($b);
    }
}
