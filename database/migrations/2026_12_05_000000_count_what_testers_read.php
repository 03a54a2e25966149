<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/** Counts changes of what only signed-in testers read, so that an answer that is kept for one of them is never out of date. */
return new class extends Migration {
    /** What is not counted yet, but for what no page tells. */
    private const TABLES = [
        'answers', 'bundles', 'capture_profiles', 'capture_targets', 'circles', 'corrections', 'follows', 'hearts', 'imports', 'invitations', 'looks', 'mixes',
        'palettes', 'pan_sets', 'phone_links', 'photos', 'questions', 'remarks', 'reports', 'standings', 'timers',
    ];

    public function up(): void
    {
        DB::table('evidence_clocks')->insert(['name' => 'own', 'ticks' => 0]);
        foreach (self::TABLES as $table) {
            foreach (['insert', 'update', 'delete'] as $what) {
                DB::unprepared("create trigger {$table}_{$what}_own after $what on $table begin update evidence_clocks set ticks = ticks + 1 where name = 'own'; end");
            }
        }
    }
};
