<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;
use Illuminate\Support\Str;
use MarshTrial\Core\Exchange\RecordFingerprint;
use MarshTrial\Core\Exchange\Signature;

/** Ledgers, what travels between them, and what is said of a record: withdrawn, asked, answered. */
return new class extends Migration {
    public function up(): void
    {
        Schema::create('ledgers', function (Blueprint $table): void {
            $table->id();
            $table->uuid()->unique();
            $table->string('name', 80);
            $table->boolean('own')->default(false);
            $table->string('public_key', 44);
            $table->string('secret_key', 88)->nullable();
            $table->timestamps();
        });
        DB::table('ledgers')->insert(['uuid' => (string) Str::uuid(), 'name' => '', 'own' => true, ...Signature::keyPair(), 'created_at' => now(), 'updated_at' => now()]);
        Schema::create('bundles', function (Blueprint $table): void {
            $this->shared($table);
            $table->string('name', 200);
            $table->string('state', 20)->default('looking');
            $table->float('progress')->default(0);
            $table->string('problem', 1000)->nullable();
            $table->foreignId('ledger_id')->nullable()->index()->constrained();
            $table->json('report')->nullable();
            $table->json('answers');
            $table->timestamp('taken_at')->nullable();
        });
        Schema::create('bundle_changes', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('bundle_id')->index()->constrained()->cascadeOnDelete();
            $table->string('table', 40);
            $table->unsignedBigInteger('row_id');
            $table->json('before')->nullable();
        });
        Schema::table('users', static fn (Blueprint $table) => $table->foreignId('ledger_id')->nullable()->index()->constrained());
        // Not through the builder, which would make the table anew and lose the triggers that hang on it.
        DB::statement('alter table cards add column ledger_id integer references ledgers(id)');
        DB::statement('alter table cards add column revision_id integer references revisions(id) on delete set null');
        Schema::table('cards', function (Blueprint $table): void {
            $table->index('ledger_id');
            $table->index('revision_id');
            $table->uuid('repeats_card')->nullable()->index();
            $table->unsignedInteger('repeats_number')->nullable();
        });
        Schema::table('fade_checks', static fn (Blueprint $table) => $table->decimal('dose_uncertainty', 6, 4)->nullable());
        Schema::create('paint_aliases', function (Blueprint $table): void {
            $table->id();
            $table->uuid()->unique();
            $table->foreignId('paint_id')->index()->constrained()->cascadeOnDelete();
        });
        Schema::table('revisions', function (Blueprint $table): void {
            $table->string('fingerprint', 64)->default('');
            $table->json('evidence')->nullable();
            // Of the ledger that it is from; this one signs when it passes on.
            $table->json('signature')->nullable();
            $table->foreignId('bundle_id')->nullable()->index()->constrained()->nullOnDelete();
            $table->dropUnique(['card_id', 'number']);
        });
        foreach (DB::table('revisions')->orderBy('id')->pluck('id') as $id) {
            $kept = (string) DB::table('revisions')->where('id', $id)->value('record');
            $json = str_starts_with($kept, 'gz:') ? (string) gzuncompress((string) base64_decode(substr($kept, 3), true)) : $kept;
            DB::table('revisions')->where('id', $id)->update(['fingerprint' => RecordFingerprint::of((array) json_decode($json, true, flags: JSON_THROW_ON_ERROR))]);
        }
        Schema::table('revisions', static fn (Blueprint $table) => $table->unique(['card_id', 'number', 'fingerprint']));
        Schema::create('standings', function (Blueprint $table): void {
            $this->entry($table);
            $table->foreignId('card_id')->index()->constrained()->cascadeOnDelete();
            $table->boolean('withdrawn');
            $table->string('because', 500)->default('');
            $table->json('signature')->nullable();
        });
        foreach (DB::table('cards')->whereNotNull('withdrawn_at')->get(['id', 'owner_id', 'withdrawn_at', 'withdrawn_because']) as $card) {
            DB::table('standings')->insert(['uuid' => (string) Str::uuid(), 'by_id' => $card->owner_id, 'at' => $card->withdrawn_at, 'card_id' => $card->id, 'withdrawn' => true, 'because' => $card->withdrawn_because]);
        }
        Schema::create('questions', function (Blueprint $table): void {
            $this->entry($table);
            $table->foreignId('card_id')->index()->constrained()->cascadeOnDelete();
            $table->unsignedTinyInteger('row')->nullable();
            $table->string('text', 1000);
            $table->timestamp('closed_at')->nullable();
        });
        Schema::create('answers', function (Blueprint $table): void {
            $this->entry($table);
            $table->foreignId('question_id')->index()->constrained()->cascadeOnDelete();
            $table->string('text', 2000);
        });
    }

    /** What is said once and never changed. */
    private function entry(Blueprint $table): void
    {
        $table->id();
        $table->uuid()->unique();
        $table->foreignId('by_id')->index()->constrained('users');
        $table->timestamp('at');
        $table->timestamp('hidden_at')->nullable();
        $table->foreignId('bundle_id')->nullable()->index()->constrained()->nullOnDelete();
    }

    private function shared(Blueprint $table): void
    {
        $table->id();
        $table->uuid()->unique();
        $table->foreignId('owner_id')->index()->constrained('users');
        $table->unsignedInteger('edition')->default(1);
        $table->timestamps();
    }
};
