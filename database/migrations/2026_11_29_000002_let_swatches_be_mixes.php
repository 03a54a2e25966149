<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** A swatch may be of two paints that were mixed, in drops that were counted or not. */
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
    }
};
