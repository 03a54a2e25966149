<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Films fitted to measured ladders, and mixes that somebody gave a name. */
return new class extends Migration {
    public function up(): void
    {
        Schema::create('films', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('measurement_id')->index()->constrained()->cascadeOnDelete();
            $table->foreignId('specimen_id')->index()->constrained()->cascadeOnDelete();
            $table->foreignId('paint_id')->index()->constrained();
            // From counted drops; else ratios go by strength only.
            $table->boolean('counted');
            $table->json('data');
        });
        Schema::create('mixes', function (Blueprint $table): void {
            $table->id();
            $table->uuid()->unique();
            $table->foreignId('owner_id')->index()->constrained('users');
            $table->unsignedInteger('edition')->default(1);
            $table->timestamps();
            $table->foreignId('a_id')->index()->constrained('paints');
            $table->foreignId('b_id')->index()->constrained('paints');
            // Of the second paint, by strength; the depth as a deposit.
            $table->decimal('share', 5, 4);
            $table->decimal('deposit', 5, 3);
            // The first over the dried second, not mixed with it.
            $table->boolean('layered')->default(false);
            $table->string('name', 80);
            $table->string('note', 500)->default('');
        });
    }
};
