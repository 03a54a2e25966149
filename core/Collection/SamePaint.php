<?php

declare(strict_types=1);

namespace MarshTrial\Core\Collection;

use MarshTrial\Core\Names\NameKey;
use MarshTrial\Core\Pigment\PigmentStatement;

/** Whether two entries, written down in two places, are of one paint: the same for sure, likely enough to be asked about, or not. */
enum SamePaint: string
{
    case Same = 'same';
    case Unsure = 'unsure';
    case Other = 'other';

    /** A name of so many letters or more may differ by as many as below and still be a slip of the pen (own choice). */
    private const LONG_NAME = 6;

    private const SLIPS = 2;

    /**
     * @param array{maker: string, range: string, name: string, pigments: string} $a pigments as they are written
     * @param array{maker: string, range: string, name: string, pigments: string} $b
     */
    public static function of(array $a, array $b): self
    {
        $same = [];
        foreach (['maker', 'range', 'name'] as $part) {
            $same[$part] = self::key($a[$part]) === self::key($b[$part]);
        }
        // Most pairs are of two names, which is told without reading what is in the paints.
        if (! $same['name'] && ! self::near($a['name'], $b['name'])) {
            return self::Other;
        }
        $codes = PigmentStatement::parse($a['pigments'])->text() === PigmentStatement::parse($b['pigments'])->text();
        if ($same['maker'] && $same['range'] && $same['name'] && $codes) {
            return self::Same;
        }
        $makers = $same['maker'] || self::near($a['maker'], $b['maker']);
        $names = $same['name'] || ($codes && self::near($a['name'], $b['name']));

        return $makers && $names ? self::Unsure : self::Other;
    }

    /** Why one is asked, in words. */
    public static function differs(string $maker, string $range, string $name, string $pigments, string $otherMaker, string $otherRange, string $otherName, string $otherPigments): string
    {
        $differs = [];
        foreach ([['maker', $maker, $otherMaker], ['range', $range, $otherRange], ['name', $name, $otherName], ['pigments', $pigments, $otherPigments]] as [$what, $a, $b]) {
            if (self::key($a) !== self::key($b)) {
                $differs[] = "$what: ".($a === '' ? 'none' : $a).' there, '.($b === '' ? 'none' : $b).' here';
            }
        }

        return implode('; ', $differs);
    }

    /** Letters and digits alone, without case. */
    public static function key(string $text): string
    {
        return (string) preg_replace('/[^\p{L}\p{N}]+/u', '', NameKey::of($text));
    }

    /** Names that a reader would take for one another: the same letters, but for an article and a slip or two. */
    public static function namesAlike(string $a, string $b): bool
    {
        [$a, $b] = array_map(static fn (string $n): string => (string) preg_replace('/^the\s+/iu', '', trim($n)), [$a, $b]);

        return self::key($a) === self::key($b) || self::near($a, $b);
    }

    private static function near(string $a, string $b): bool
    {
        [$a, $b] = [self::key($a), self::key($b)];

        return min(mb_strlen($a), mb_strlen($b)) >= self::LONG_NAME && max(strlen($a), strlen($b)) < 255 && levenshtein($a, $b) <= self::SLIPS;
    }
}
