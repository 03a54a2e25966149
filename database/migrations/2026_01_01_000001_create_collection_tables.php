<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Makers, paints and what makers claim of them; pans and papers of the testers. */
return new class extends Migration {
    public function up(): void
    {
        Schema::create('makers', function (Blueprint $table): void {
            $this->shared($table);
            $table->string('name')->unique();
        });
        Schema::create('claim_scales', function (Blueprint $table): void {
            $this->shared($table);
            $table->foreignId('maker_id')->constrained();
            $table->string('property');
            $table->string('name');
            // Ordered: [{word, classes: [...]}, ...].
            $table->json('words');
            $table->unique(['maker_id', 'property', 'name']);
        });
        Schema::create('paints', function (Blueprint $table): void {
            $this->shared($table);
            $table->foreignId('maker_id')->constrained();
            $table->string('range')->default('');
            $table->string('colour_name');
            $table->string('pigments_written')->default('');
            $table->string('pigments');
            $table->boolean('pigments_stated');
            $table->index(['maker_id', 'colour_name']);
        });
        Schema::create('paint_codes', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('paint_id')->constrained()->cascadeOnDelete();
            $table->unsignedTinyInteger('position');
            $table->string('code')->index();
            $table->string('state');
            $table->string('likely_meaning')->nullable();
            $table->unique(['paint_id', 'position']);
        });
        Schema::create('claims', function (Blueprint $table): void {
            $this->shared($table);
            $table->foreignId('paint_id')->constrained()->cascadeOnDelete();
            $table->string('property');
            $table->string('words');
            $table->foreignId('claim_scale_id')->nullable()->constrained();
            $table->date('read_on');
            $table->index(['paint_id', 'property']);
        });
        Schema::create('pans', function (Blueprint $table): void {
            $this->shared($table);
            $table->foreignId('paint_id')->constrained();
            $table->string('form');
            $table->string('batch')->default('');
            $table->decimal('volume_ml', 8, 2)->nullable();
            $table->unsignedBigInteger('price_minor')->nullable();
            $table->string('currency', 3)->nullable();
            $table->string('kept_at')->default('');
            $table->index('paint_id');
        });
        Schema::create('papers', function (Blueprint $table): void {
            $this->shared($table);
            $table->string('maker');
            $table->string('fibre');
            $table->unsignedSmallInteger('weight_gsm')->nullable();
            $table->string('surface');
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
