<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Cards, pictures, measurements and what follows from them. */
return new class extends Migration {
    public function up(): void
    {
        Schema::create('cards', function (Blueprint $table): void {
            $this->shared($table);
            $table->string('kind');
            $table->string('title');
            $table->foreignId('paper_id')->constrained();
            $table->string('paper_side');
            $table->string('note', 2000)->default('');
            $table->json('layout');
            $table->timestamp('published_at')->nullable();
            $table->index('kind');
        });
        Schema::create('specimens', function (Blueprint $table): void {
            $table->id();
            $table->uuid()->unique();
            $table->foreignId('card_id')->constrained()->cascadeOnDelete();
            $table->foreignId('pan_id')->constrained();
            $table->unsignedTinyInteger('row');
            $table->unique(['card_id', 'row']);
        });
        // Where and when the exposed half of a fade card hangs; dates are local to the place.
        Schema::create('hangings', function (Blueprint $table): void {
            $this->shared($table);
            $table->foreignId('card_id')->unique()->constrained()->cascadeOnDelete();
            $table->string('place');
            $table->decimal('latitude', 7, 4)->nullable();
            $table->decimal('longitude', 7, 4)->nullable();
            $table->string('facing');
            $table->string('glass')->default('');
            $table->string('time_zone');
            $table->date('hung_on');
            $table->string('note', 2000)->default('');
        });
        Schema::create('fade_checks', function (Blueprint $table): void {
            $this->shared($table);
            $table->foreignId('card_id')->constrained()->cascadeOnDelete();
            $table->date('checked_on');
            $table->decimal('dose_mlxh', 10, 3)->nullable();
            $table->string('note', 2000)->default('');
        });
        Schema::create('pictures', function (Blueprint $table): void {
            $table->id();
            $table->uuid()->unique();
            $table->foreignId('owner_id')->constrained('users');
            $table->foreignId('card_id')->constrained()->cascadeOnDelete();
            $table->foreignId('fade_check_id')->nullable()->constrained()->nullOnDelete();
            // "property", "first" or "check".
            $table->string('moment');
            // "upload" or "stand-in".
            $table->string('source');
            $table->string('original_name')->default('');
            $table->string('sha256', 64)->nullable();
            $table->string('extension', 4)->default('png');
            $table->unsignedInteger('width')->nullable();
            $table->unsignedInteger('height')->nullable();
            $table->timestamps();
        });
        // An immutable run once its state is "done" or "failed".
        Schema::create('measurements', function (Blueprint $table): void {
            $table->id();
            $table->uuid()->unique();
            $table->foreignId('card_id')->constrained()->cascadeOnDelete();
            $table->foreignId('picture_id')->constrained()->cascadeOnDelete();
            $table->foreignId('first_picture_id')->nullable()->constrained('pictures');
            $table->string('state')->default('waiting');
            $table->float('progress')->default(0);
            $table->string('step')->default('Waiting for its turn');
            $table->string('problem', 1000)->nullable();
            $table->string('picture_hash', 64)->nullable();
            $table->string('layout_hash', 64)->nullable();
            $table->unsignedInteger('meter_version')->nullable();
            $table->json('result')->nullable();
            $table->boolean('published')->default(false);
            $table->timestamps();
            $table->index(['card_id', 'state']);
        });
        // Derived; rebuilt by ratings:rebuild.
        Schema::create('ratings', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('measurement_id')->constrained()->cascadeOnDelete();
            $table->foreignId('specimen_id')->constrained()->cascadeOnDelete();
            $table->foreignId('paint_id')->constrained();
            $table->unsignedTinyInteger('row');
            $table->string('property');
            $table->string('scale');
            $table->unsignedInteger('rules');
            $table->string('status');
            $table->float('value')->nullable();
            $table->float('uncertainty')->nullable();
            $table->string('class')->nullable();
            $table->json('detail');
            $table->unique(['measurement_id', 'row', 'property', 'scale', 'rules']);
            $table->index(['paint_id', 'property']);
        });
        Schema::create('strips', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('measurement_id')->constrained()->cascadeOnDelete();
            $table->foreignId('specimen_id')->constrained()->cascadeOnDelete();
            $table->foreignId('paint_id')->constrained();
            $table->string('kind');
            $table->json('data');
            $table->unique(['measurement_id', 'specimen_id']);
            $table->index(['paint_id', 'kind']);
        });
        Schema::create('verdicts', function (Blueprint $table): void {
            $this->shared($table);
            $table->foreignId('specimen_id')->constrained()->cascadeOnDelete();
            $table->foreignId('fade_check_id')->nullable()->constrained()->cascadeOnDelete();
            $table->string('property');
            $table->string('word');
            $table->string('note', 2000)->default('');
            $table->boolean('published')->default(false);
            $table->index(['specimen_id', 'property']);
        });
        // Append-only: a revision holds its own complete JSON.
        Schema::create('revisions', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('card_id')->constrained();
            $table->unsignedInteger('number');
            $table->foreignId('publisher_id')->constrained('users');
            $table->timestamp('published_at');
            $table->string('title');
            $table->json('record');
            $table->unique(['card_id', 'number']);
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
