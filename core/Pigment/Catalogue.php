<?php

declare(strict_types=1);

namespace MarshTrial\Core\Pigment;

/** The pigments that ship with the program (catalogue.psv beside this file). */
final class Catalogue
{
    /** @var array<string, Pigment>|null */
    private static ?array $entries = null;

    public static function find(string $canonicalCode): ?Pigment
    {
        return self::all()[$canonicalCode] ?? null;
    }

    /** @return array<string, Pigment> keyed by canonical code, in catalogue order */
    public static function all(): array
    {
        return self::$entries ??= self::read();
    }

    /** @return array<string, Pigment> */
    private static function read(): array
    {
        $entries = [];
        foreach (file(__DIR__.'/catalogue.psv', FILE_IGNORE_NEW_LINES | FILE_SKIP_EMPTY_LINES) ?: [] as $line) {
            if (str_starts_with($line, '#')) {
                continue;
            }
            [$code, $constitution, $name, $class, $metals, $hue] = array_map('trim', explode('|', $line));
            $entries[$code] = new Pigment($code, $constitution, $name, $class, $metals === '' ? [] : explode(' ', $metals), $hue);
        }

        return $entries;
    }
}
