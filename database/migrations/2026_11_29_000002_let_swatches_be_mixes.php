<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Mixes that were painted: a swatch may be of two paints, in drops that were counted or not; a card has runs of counted ratios. */
return new class extends Migration {
    public function up(): void
    {
        Schema::table('swatches', function (Blueprint $table): void {
            $table->foreignId('mix_a_id')->nullable()->index()->constrained('paints');
            $table->foreignId('mix_b_id')->nullable()->index()->constrained('paints');
            // Null: nobody wrote it down.
            $table->decimal('drops_a', 6, 2)->nullable();
            $table->decimal('drops_b', 6, 2)->nullable();
        });
        // Fields of counted ratios on cards, derived from their measurements.
        Schema::create('mix_runs', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('measurement_id')->index()->constrained()->cascadeOnDelete();
            $table->foreignId('specimen_id')->index()->constrained()->cascadeOnDelete();
            $table->foreignId('paint_id')->index()->constrained();
            $table->foreignId('partner_id')->index()->constrained('paints');
            $table->json('data');
        });
    }
};
