<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Where pans are kept, what was imported, and sessions at the bench with all that is said there. */
return new class extends Migration {
    public function up(): void
    {
        $this->collection();
        $this->imports();
        $this->sessions();
        $this->bench();
    }

    private function collection(): void
    {
        Schema::create('palettes', function (Blueprint $table): void {
            $this->shared($table);
            $table->string('name');
            $table->unsignedTinyInteger('rows');
            $table->unsignedTinyInteger('columns');
            $table->unique(['owner_id', 'name']);
        });
        Schema::create('formulations', function (Blueprint $table): void {
            $this->shared($table);
            $table->foreignId('paint_id')->constrained()->cascadeOnDelete();
            $table->date('since')->nullable();
            $table->string('pigments_written')->default('');
            $table->string('note', 1000)->default('');
        });
        Schema::table('paints', function (Blueprint $table): void {
            $table->string('series')->default('');
            $table->boolean('discontinued')->default(false);
        });
        Schema::table('pans', function (Blueprint $table): void {
            $table->foreignId('palette_id')->nullable()->constrained()->nullOnDelete();
            $table->unsignedSmallInteger('slot')->nullable();
            $table->date('opened_on')->nullable();
            $table->string('state')->default('in use');
            $table->string('got')->default('');
            $table->string('note', 1000)->default('');
            $table->foreignId('formulation_id')->nullable()->constrained()->nullOnDelete();
            // Columns of a foreign spreadsheet that mean nothing here, by heading.
            $table->json('extras')->nullable();
            $table->index('owner_id');
            $table->unique(['palette_id', 'slot']);
        });
    }

    private function imports(): void
    {
        Schema::create('imports', function (Blueprint $table): void {
            $this->shared($table);
            $table->string('name');
            // checking, checked, importing, done or failed.
            $table->string('state')->default('checking');
            $table->float('progress')->default(0);
            $table->string('problem', 1000)->nullable();
            $table->string('separator');
            $table->string('encoding');
            $table->json('headings');
            $table->json('mapping');
            $table->json('defaults');
            $table->json('report')->nullable();
        });
        // What an import made or changed, newest last, so that it can be taken back.
        Schema::create('import_changes', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('import_id')->constrained()->cascadeOnDelete();
            $table->string('table');
            $table->unsignedBigInteger('row_id');
            $table->json('before')->nullable();
            $table->unsignedInteger('edition')->default(1);
        });
    }

    private function sessions(): void
    {
        Schema::create('bench_sessions', function (Blueprint $table): void {
            $this->shared($table);
            $table->string('title');
            $table->date('planned_on');
            $table->foreignId('paper_id')->constrained();
            $table->json('tests');
            // Property => protocol, where it is not the usual one.
            $table->json('protocols');
            $table->json('conditions');
            $table->boolean('blind')->default(false);
            $table->timestamp('revealed_at')->nullable();
            $table->timestamp('finished_at')->nullable();
        });
        Schema::create('session_people', function (Blueprint $table): void {
            $table->foreignId('bench_session_id')->constrained()->cascadeOnDelete();
            $table->foreignId('user_id')->constrained();
            $table->primary(['bench_session_id', 'user_id']);
        });
        Schema::table('cards', function (Blueprint $table): void {
            $table->foreignId('bench_session_id')->nullable()->constrained();
        });
        Schema::table('specimens', function (Blueprint $table): void {
            $table->string('code_word')->nullable();
        });
        Schema::table('verdicts', function (Blueprint $table): void {
            $table->boolean('blind')->default(false);
        });
        Schema::create('tasks', function (Blueprint $table): void {
            $this->shared($table);
            $table->foreignId('bench_session_id')->constrained()->cascadeOnDelete();
            $table->foreignId('card_id')->constrained()->cascadeOnDelete();
            $table->foreignId('specimen_id')->nullable()->constrained()->cascadeOnDelete();
            $table->unsignedSmallInteger('position');
            $table->string('kind');
            // open, done or skipped.
            $table->string('state')->default('open');
            $table->string('reason')->default('');
            $table->foreignId('done_by_id')->nullable()->constrained('users');
            $table->timestamp('done_at')->nullable();
            $table->unsignedInteger('planned_end_seconds');
            $table->unique(['bench_session_id', 'position']);
        });
    }

    private function bench(): void
    {
        Schema::create('timers', function (Blueprint $table): void {
            $this->shared($table);
            $table->foreignId('bench_session_id')->constrained()->cascadeOnDelete();
            $table->foreignId('task_id')->nullable()->constrained()->nullOnDelete();
            $table->string('kind');
            $table->string('label')->default('');
            $table->unsignedInteger('seconds');
            $table->timestamp('started_at', 3);
            $table->timestamp('stopped_at', 3)->nullable();
        });
        // A remark of one tap, or with no word a note in the tester's own words.
        Schema::create('remarks', function (Blueprint $table): void {
            $this->shared($table);
            $table->foreignId('specimen_id')->constrained()->cascadeOnDelete();
            $table->string('word')->default('');
            $table->string('note', 2000)->default('');
            $table->boolean('withdrawn')->default(false);
        });
        Schema::create('specimen_conditions', function (Blueprint $table): void {
            $this->shared($table);
            $table->foreignId('specimen_id')->constrained()->cascadeOnDelete();
            $table->string('key');
            $table->string('value');
            $table->unique(['specimen_id', 'key']);
        });
        // Taken with a ruler, a timer, or by counting; null value: withdrawn.
        Schema::create('hand_measures', function (Blueprint $table): void {
            $this->shared($table);
            $table->foreignId('specimen_id')->constrained()->cascadeOnDelete();
            $table->string('what');
            $table->decimal('value', 8, 2)->nullable();
        });
        Schema::create('photos', function (Blueprint $table): void {
            $this->shared($table);
            $table->foreignId('specimen_id')->constrained()->cascadeOnDelete();
            $table->string('sha256', 64);
            $table->string('extension', 4);
        });
        // A test that is kept and shown but no longer counts; null property: the whole row.
        Schema::create('spoilings', function (Blueprint $table): void {
            $this->shared($table);
            $table->foreignId('specimen_id')->constrained()->cascadeOnDelete();
            $table->string('property')->nullable();
            $table->string('reason');
        });
    }

    private function shared(Blueprint $table): void
    {
        $table->id();
        $table->uuid()->unique();
        $table->foreignId('owner_id')->constrained('users');
        $table->unsignedInteger('edition')->default(1);
        $table->timestamps();
    }
};
