<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What testers make of the evidence: decisions, what they looked at, groups of their own, liking, painting trials; and what is bought and added. */
return new class extends Migration {
    public function up(): void
    {
        $shared = static function (Blueprint $table): void {
            $table->id();
            $table->uuid()->unique();
            $table->foreignId('owner_id')->constrained('users')->cascadeOnDelete();
            $table->unsignedInteger('edition')->default(1);
            $table->timestamps();
            $table->index('owner_id');
        };
        Schema::create('decisions', function (Blueprint $table) use ($shared): void {
            $shared($table);
            $table->foreignId('paint_id')->index()->constrained()->cascadeOnDelete();
            $table->string('word', 20);
            $table->string('reason', 500)->default('');
            $table->date('decided_on');
            $table->boolean('shared')->default(false);
            // What the evidence said when it was decided, by property.
            $table->json('brief');
        });
        Schema::create('looks', function (Blueprint $table): void {
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->foreignId('paint_id')->index()->constrained()->cascadeOnDelete();
            $table->json('brief');
            $table->timestamp('looked_at');
            $table->primary(['user_id', 'paint_id']);
        });
        Schema::create('hearts', function (Blueprint $table): void {
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->foreignId('paint_id')->index()->constrained()->cascadeOnDelete();
            $table->primary(['user_id', 'paint_id']);
        });
        Schema::create('groups', function (Blueprint $table) use ($shared): void {
            $shared($table);
            $table->string('name', 80);
            $table->boolean('shared')->default(false);
        });
        Schema::create('group_paint', function (Blueprint $table): void {
            $table->foreignId('group_id')->constrained()->cascadeOnDelete();
            $table->foreignId('paint_id')->index()->constrained()->cascadeOnDelete();
            $table->unsignedInteger('position');
            $table->primary(['group_id', 'paint_id']);
        });
        Schema::create('studies', function (Blueprint $table) use ($shared): void {
            $shared($table);
            $table->string('title', 120);
            $table->date('painted_on')->nullable();
            $table->string('paper', 160)->default('');
            $table->string('purpose', 500)->default('');
            $table->text('went')->default('');
            $table->boolean('shared')->default(false);
        });
        Schema::create('paint_study', function (Blueprint $table): void {
            $table->foreignId('study_id')->constrained()->cascadeOnDelete();
            $table->foreignId('paint_id')->index()->constrained()->cascadeOnDelete();
            $table->primary(['study_id', 'paint_id']);
        });
        Schema::create('study_pictures', function (Blueprint $table) use ($shared): void {
            $shared($table);
            $table->foreignId('study_id')->index()->constrained()->cascadeOnDelete();
            $table->string('sha256', 64);
            $table->string('extension', 5);
        });
        Schema::create('pan_sets', function (Blueprint $table) use ($shared): void {
            $shared($table);
            $table->string('name', 80);
            $table->unsignedBigInteger('price_minor');
            $table->string('currency', 3);
        });
        Schema::table('pans', function (Blueprint $table): void {
            $table->foreignId('pan_set_id')->nullable()->index()->constrained()->nullOnDelete();
        });
        Schema::table('paints', function (Blueprint $table): void {
            $table->string('medium', 20)->default('watercolour');
            $table->string('grade', 60)->default('');
            // The colour that the maker prints or shows for it, as sRGB hex.
            $table->string('printed_colour', 7)->nullable();
        });
    }
};
