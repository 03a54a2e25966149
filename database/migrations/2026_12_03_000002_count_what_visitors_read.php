<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/** Counts changes of what a public page tells beside its tests, so that one that is kept for visitors is never out of date. */
return new class extends Migration {
    /** What is not counted yet. */
    private const TABLES = [
        'claims', 'claim_scales', 'decisions', 'films', 'formulations', 'group_paint', 'groups', 'hand_measures', 'hanging_moves', 'hanging_pauses', 'hangings', 'house', 'instrument_runs', 'ledgers', 'light_logs',
        'mix_runs', 'paint_aliases', 'paint_study', 'pans', 'papers', 'revisions', 'specimens', 'studies', 'study_pictures', 'swatches', 'users',
    ];

    public function up(): void
    {
        DB::table('evidence_clocks')->insert(['name' => 'read', 'ticks' => 0]);
        foreach (self::TABLES as $table) {
            foreach (['insert', 'update', 'delete'] as $what) {
                DB::unprepared("create trigger {$table}_{$what}_read after $what on $table begin update evidence_clocks set ticks = ticks + 1 where name = 'read'; end");
            }
        }
    }
};
