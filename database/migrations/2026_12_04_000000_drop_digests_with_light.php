<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/** What light did follows from the light of a window too: what is kept of a paint goes as soon as that is told otherwise. */
return new class extends Migration {
    /** Tables by card whose rows decide how much light a strip met. */
    private const LIGHT = ['fade_checks', 'hangings', 'hanging_moves', 'hanging_pauses', 'light_logs'];

    public function up(): void
    {
        foreach (self::LIGHT as $table) {
            foreach (['insert' => ['new'], 'update' => ['old', 'new'], 'delete' => ['old']] as $what => $rows) {
                $drops = array_map(static fn (string $row): string => 'delete from paint_digests where paint_id in ('
                    ."select strips.paint_id from strips join measurements on measurements.id = strips.measurement_id where measurements.card_id = $row.card_id and strips.kind = 'fade');", $rows);
                DB::unprepared("create trigger {$table}_{$what}_light after $what on $table begin ".implode(' ', $drops)." update evidence_clocks set ticks = ticks + 1 where name = 'seen'; end");
            }
        }
    }
};
