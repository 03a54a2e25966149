<?php

declare(strict_types=1);

namespace App\Database;

use Illuminate\Support\Facades\DB;

/** How often what can be seen was changed, as the database itself counts it: what is kept under its count is never out of date. */
final class EvidenceClock
{
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

    private static function ticks(string $of): int
    {
        return (int) DB::table('evidence_clocks')->where('name', $of)->value('ticks');
    }
}
