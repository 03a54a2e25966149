<?php

declare(strict_types=1);

namespace MarshTrial\Core\Evidence;

use MarshTrial\Core\CoreException;
use MarshTrial\Core\Measuring\Measures;
use MarshTrial\Core\Names\NameKey;
use MarshTrial\Core\Rating\Property;

/** A maker's own ordered words for a property, laid on the program's classes. */
final readonly class ClaimScale
{
    /** @param list<array{word: string, classes: list<string>}> $words in the maker's order */
    private function __construct(public string $property, public array $words) {}

    /**
     * @param list<array{word: string, classes: list<string>}> $words
     *
     * @throws CoreException when a word is missing or repeated, or a class is not one of the property's
     */
    public static function of(string $property, array $words): self
    {
        $known = Measures::claimedClasses()[$property] ?? throw new CoreException("There is no property called \"$property\".");
        $seen = [];
        foreach ($words as ['word' => $word, 'classes' => $classes]) {
            $key = NameKey::of($word);
            if ($key === '' || isset($seen[$key])) {
                throw new CoreException('Every word of a scale is given once.');
            }
            $seen[$key] = true;
            if ($classes === [] || array_diff($classes, $known) !== []) {
                throw new CoreException("Lay \"$word\" on at least one of: ".implode(', ', $known).'.');
            }
        }
        if (count($words) < 2) {
            throw new CoreException('A scale needs at least two words.');
        }

        return new self($property, array_map(static fn (array $w): array => ['word' => trim($w['word']), 'classes' => $w['classes']], $words));
    }

    /** @return list<string> classes that a word stands for; empty when it is not on the scale */
    public function classesOf(string $word): array
    {
        foreach ($this->words as $entry) {
            if (NameKey::of($entry['word']) === NameKey::of($word)) {
                return $entry['classes'];
            }
        }

        return [];
    }
}
