<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** A test whose colour cannot be its paint's is set aside until somebody says what it is. */
return new class extends Migration {
    public function up(): void
    {
        Schema::create('odd_decisions', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('specimen_id')->unique()->constrained()->cascadeOnDelete();
            $table->foreignId('by_id')->index()->constrained('users');
            $table->string('word', 30);
            $table->foreignId('other_paint_id')->nullable()->index()->constrained('paints')->nullOnDelete();
            $table->timestamps();
        });
        foreach (['insert' => ['new'], 'update' => ['old', 'new'], 'delete' => ['old']] as $what => $rows) {
            $drops = array_map(static fn (string $row): string => "delete from paint_digests where paint_id in (select paint_id from ratings where specimen_id = $row.specimen_id union select paint_id from strips where specimen_id = $row.specimen_id);", $rows);
            DB::unprepared("create trigger odd_decisions_{$what}_seen after $what on odd_decisions begin ".implode(' ', $drops)." update evidence_clocks set ticks = ticks + 1 where name = 'seen'; end");
        }
    }
};
