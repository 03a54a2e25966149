<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** Sign-ins that can be ended, links that set a password once, what was corrected, withdrawn and merged; and what earlier databases lack. */
return new class extends Migration {
    public function up(): void
    {
        $this->repair();
        Schema::create('sign_ins', function (Blueprint $table): void {
            $table->id();
            $table->uuid()->unique();
            $table->foreignId('user_id')->index()->constrained()->cascadeOnDelete();
            $table->string('secret_hash', 64)->nullable();
            $table->string('agent')->default('');
            $table->timestamp('seen_at')->index();
            $table->timestamps();
        });
        Schema::create('password_links', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->index()->constrained()->cascadeOnDelete();
            $table->foreignId('made_by_id')->nullable()->constrained('users');
            $table->string('secret_hash', 64)->unique();
            $table->timestamp('expires_at');
            $table->timestamps();
        });
        // Append-only: how something stood before it was corrected, by whom, when and why.
        Schema::create('corrections', function (Blueprint $table): void {
            $table->id();
            $table->string('subject');
            $table->unsignedBigInteger('subject_id');
            $table->foreignId('card_id')->nullable()->index()->constrained()->cascadeOnDelete();
            $table->foreignId('by_id')->constrained('users');
            $table->json('before');
            $table->string('reason', 300)->default('');
            $table->timestamps();
            $table->index(['subject', 'subject_id']);
        });
        // What a merge of two paints moved, by table, so that it can be undone.
        Schema::create('paint_merges', function (Blueprint $table): void {
            $table->id();
            $table->uuid()->unique();
            $table->foreignId('owner_id')->constrained('users');
            $table->foreignId('from_id')->unique()->constrained('paints')->cascadeOnDelete();
            $table->foreignId('into_id')->index()->constrained('paints');
            $table->json('moved');
            $table->timestamps();
        });
        // What holds for the installation as a whole, such as that all in it is invented.
        Schema::create('house', function (Blueprint $table): void {
            $table->string('fact')->primary();
        });
        // The demo's own tester stands for a database that was loaded as a demo before it said so.
        if (DB::table('users')->where('email', 'tamsin@saltern-reach.example')->exists()) {
            DB::table('house')->insert(['fact' => 'demo']);
        }
        Schema::table('users', function (Blueprint $table): void {
            $table->timestamp('removed_at')->nullable();
        });
        Schema::table('measurements', function (Blueprint $table): void {
            // How often a worker has taken it up; one that ends its worker every time is given up.
            $table->unsignedTinyInteger('attempts')->default(0);
            $table->timestamp('started_at', 3)->nullable();
            $table->index(['state', 'updated_at']);
        });
        Schema::table('pictures', function (Blueprint $table): void {
            $table->timestamp('withdrawn_at')->nullable();
            $table->string('withdrawn_because', 300)->default('');
        });
    }

    /** Databases made while the session tables still grew have some of them under an earlier shape. */
    private function repair(): void
    {
        if (! Schema::hasTable('hand_measures')) {
            Schema::create('hand_measures', function (Blueprint $table): void {
                $table->id();
                $table->uuid()->unique();
                $table->foreignId('owner_id')->constrained('users');
                $table->unsignedInteger('edition')->default(1);
                $table->timestamps();
                $table->foreignId('specimen_id')->constrained()->cascadeOnDelete();
                $table->string('what');
                $table->decimal('value', 8, 2)->nullable();
            });
        }
        if (! Schema::hasColumn('bench_sessions', 'protocols')) {
            Schema::table('bench_sessions', function (Blueprint $table): void {
                $table->json('protocols')->default('[]');
            });
        }
    }
};
