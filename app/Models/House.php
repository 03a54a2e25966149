<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/** Facts about this installation as a whole. */
final class House
{
    private const DEMO = 'demo';

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
}
