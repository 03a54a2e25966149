<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What somebody follows, who is invited, which programs may act for whom, what was reported, and who did what. */
return new class extends Migration {
    public function up(): void
    {
        Schema::create('circles', function (Blueprint $table): void {
            $table->id();
            $table->uuid()->unique();
            $table->string('name', 80)->unique();
            $table->timestamps();
        });
        Schema::table('users', function (Blueprint $table): void {
            $table->foreignId('circle_id')->nullable()->index()->constrained();
            $table->timestamp('digest_seen_at')->nullable();
        });
        Schema::create('follows', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('kind', 10);
            $table->string('key', 60);
            $table->timestamp('since');
            $table->unique(['user_id', 'kind', 'key']);
            $table->index(['kind', 'key']);
        });
        Schema::create('invitations', function (Blueprint $table): void {
            $table->id();
            $table->uuid()->unique();
            $table->foreignId('by_id')->index()->constrained('users');
            $table->foreignId('circle_id')->nullable()->index()->constrained();
            $table->boolean('steward')->default(false);
            $table->string('words', 120)->default('');
            $table->string('secret_hash', 64)->unique();
            $table->timestamp('expires_at');
            $table->foreignId('used_by_id')->nullable()->index()->constrained('users');
            $table->timestamps();
        });
        // As laravel/sanctum has it.
        Schema::create('personal_access_tokens', function (Blueprint $table): void {
            $table->id();
            $table->morphs('tokenable');
            $table->text('name');
            $table->string('token', 64)->unique();
            $table->text('abilities')->nullable();
            $table->timestamp('last_used_at')->nullable();
            $table->timestamp('expires_at')->nullable()->index();
            $table->timestamps();
        });
        Schema::create('reports', function (Blueprint $table): void {
            $table->id();
            $table->uuid()->unique();
            $table->foreignId('by_id')->index()->constrained('users');
            $table->string('subject', 20);
            $table->uuid('subject_uuid')->index();
            $table->string('words', 500);
            $table->timestamp('at');
            $table->timestamp('settled_at')->nullable()->index();
            $table->foreignId('settled_by_id')->nullable()->index()->constrained('users');
        });
        Schema::create('audit', function (Blueprint $table): void {
            $table->id();
            $table->timestamp('at')->index();
            $table->foreignId('by_id')->nullable()->index()->constrained('users')->nullOnDelete();
            $table->string('route', 120);
            $table->string('subject', 120)->default('');
            $table->string('by_token', 80)->default('');
        });
    }
};
