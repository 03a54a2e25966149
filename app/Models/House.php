<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/** Facts about this installation as a whole. */
final class House
{
    private const DEMO = 'demo';

    private const PRACTICE = 'practice';

    private const LOADING = 'practice is being loaded';

    /** All here is invented: pictures of stand-ins count as if they were real. Asked once in a request. */
    public static function isDemo(): bool
    {
        static $asked = new \WeakMap;

        return $asked[request()] ??= self::demo()->exists();
    }

    /** The same as a subquery. */
    public static function demo(): Builder
    {
        return DB::table('house')->where('fact', self::DEMO);
    }

    public static function becomeDemo(): void
    {
        DB::table('house')->insertOrIgnore(['fact' => self::DEMO]);
    }

    /** The demo was loaded into an empty installation to walk about in, and goes again with all that was done meanwhile. */
    public static function isPractice(): bool
    {
        return DB::table('house')->where('fact', self::PRACTICE)->exists();
    }

    public static function becomePractice(): void
    {
        DB::table('house')->insertOrIgnore([['fact' => self::PRACTICE], ['fact' => self::LOADING]]);
    }

    /** Its cards are painted and measured just now, as of days long past. */
    public static function isLoading(): bool
    {
        return DB::table('house')->where('fact', self::LOADING)->exists();
    }

    public static function hasLoaded(): void
    {
        DB::table('house')->where('fact', self::LOADING)->delete();
    }

    /** Nobody has recorded anything yet. */
    public static function isEmpty(): bool
    {
        return ! self::isPractice() && ! DB::table('paints')->exists() && ! DB::table('cards')->exists() && ! DB::table('pans')->exists();
    }
}
