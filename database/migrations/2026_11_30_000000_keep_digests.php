<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/**
 * What the tests of a paint say, worked out once. The database itself drops it as soon as one of these tests changes, whoever changed it, and counts
 * every change of what can be seen, so that nothing kept is ever older than what it was made of.
 */
return new class extends Migration {
    /** Tables whose rows decide what a page of paints shows, or who may see it. */
    private const SEEN = ['ratings', 'strips', 'spoilings', 'specimen_conditions', 'measurements', 'pictures', 'cards', 'fade_checks', 'bench_sessions', 'session_people', 'tasks', 'verdicts', 'paints', 'paint_codes', 'paint_merges', 'makers'];

    /** Of these, those that decide how a paint is found by its name. */
    private const NAMED = ['paints', 'paint_codes', 'paint_merges', 'makers'];

    public function up(): void
    {
        Schema::create('paint_digests', function (Blueprint $table): void {
            $table->foreignId('paint_id')->constrained()->cascadeOnDelete();
            $table->string('seen', 32);
            $table->text('listed');
            $table->text('strip')->nullable();
            $table->primary(['paint_id', 'seen']);
        });
        Schema::create('evidence_clocks', function (Blueprint $table): void {
            $table->string('name', 20)->primary();
            $table->unsignedBigInteger('ticks');
        });
        DB::table('evidence_clocks')->insert([['name' => 'seen', 'ticks' => 0], ['name' => 'named', 'ticks' => 0]]);
        // All that finding near colours and counting tests reads, so that neither touches the strips themselves.
        Schema::table('strips', static function (Blueprint $table): void {
            $table->index(['kind', 'paint_id', 'measurement_id', 'specimen_id', 'l', 'a', 'b'], 'strips_found');
            $table->index(['paint_id', 'measurement_id', 'specimen_id'], 'strips_counted');
        });
        Schema::table('ratings', static fn (Blueprint $table) => $table->index(['paint_id', 'measurement_id'], 'ratings_seen'));
        foreach (self::SEEN as $table) {
            foreach (['insert', 'update', 'delete'] as $what) {
                $rows = $what === 'insert' ? ['new'] : ($what === 'delete' ? ['old'] : ['old', 'new']);
                $drops = array_map(static fn (string $row): string => match ($table) {
                    'ratings', 'strips' => "delete from paint_digests where paint_id = $row.paint_id;",
                    'spoilings', 'specimen_conditions' => "delete from paint_digests where paint_id in (select paint_id from ratings where specimen_id = $row.specimen_id union select paint_id from strips where specimen_id = $row.specimen_id);",
                    'bench_sessions' => "delete from paint_digests where paint_id in (select ratings.paint_id from ratings join measurements on measurements.id = ratings.measurement_id join cards on cards.id = measurements.card_id where cards.bench_session_id = $row.id);",
                    default => '',
                }, $rows);
                $of = in_array($table, self::NAMED, true) ? 'name' : "'seen'";
                DB::unprepared("create trigger {$table}_{$what}_seen after $what on $table begin ".implode(' ', $drops).' update evidence_clocks set ticks = ticks + 1 where name = '.$of.'; end');
            }
        }
    }
};
