<?php

declare(strict_types=1);

namespace App\Database;

use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\DB;

/** How often what can be seen was changed, as the database itself counts it: what is kept under its count is never out of date. */
final class EvidenceClock
{
    /** Seconds after which what nobody asked for again is worked out anew. */
    private const KEPT = 86_400;

    /**
     * What was worked out at a count, kept until it counts on; under one name there is one value, so that what is out of date takes no room.
     *
     * @template T
     *
     * @param string|int $at a count, with whatever else the value depends on
     * @param \Closure(): T $make
     *
     * @return T
     */
    public static function remember(string $name, string|int $at, \Closure $make): mixed
    {
        $at = "$at|".self::build();
        $kept = Cache::get($name);
        if (! is_array($kept) || $kept[0] !== $at) {
            Cache::put($name, $kept = [$at, $make()], self::KEPT);
        }

        return $kept[1];
    }

    /** When this program was built: what another edition of it kept is not read. */
    public static function build(): int
    {
        return (int) @filemtime(public_path('build/manifest.json'));
    }

    /** Of anything that a page of paints shows. */
    public static function seen(): int
    {
        return self::ticks('seen');
    }

    /** Of names, makers and codes. */
    public static function named(): int
    {
        return self::ticks('named');
    }

    /** Of anything that a page for everybody tells: all counts together but those of testers' own. */
    public static function read(): string
    {
        return implode('|', DB::table('evidence_clocks')->where('name', '<>', 'own')->orderBy('name')->pluck('ticks')->all());
    }

    /** Of anything that any page tells. */
    public static function all(): string
    {
        return implode('|', DB::table('evidence_clocks')->orderBy('name')->pluck('ticks')->all());
    }

    private static function ticks(string $of): int
    {
        return (int) DB::table('evidence_clocks')->where('name', $of)->value('ticks');
    }
}
