<?php

declare(strict_types=1);

namespace MarshTrial\Core\Exchange;

/** What others may do with a published record: open licences, told in words. */
final class Licences
{
    /** SPDX identifier => name, and what it says. */
    public const ALL = [
        'CC-BY-4.0' => ['Creative Commons Attribution 4.0', 'Anybody may use, change and pass it on, for whatever purpose, if they say whose tests these are.'],
        'CC-BY-SA-4.0' => ['Creative Commons Attribution-ShareAlike 4.0', 'Anybody may use, change and pass it on if they say whose tests these are, and share what they make of it on the same terms.'],
        'CC0-1.0' => ['Creative Commons Zero 1.0', 'Anybody may do with it what they like; nobody has to be named.'],
    ];

    public const USUAL = 'CC-BY-4.0';

    /** @return array{key: string, name: string, says: string} */
    public static function told(string $key): array
    {
        return ['key' => $key, 'name' => self::ALL[$key][0], 'says' => self::ALL[$key][1]];
    }
}
