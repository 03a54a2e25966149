<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Partners that everything is mixed with, one pan for each place; what the amounts of a swatch's mix were measured in. */
return new class extends Migration {
    public function up(): void
    {
        Schema::table('pans', function (Blueprint $table): void {
            $table->string('partner')->nullable();
        });
        Schema::table('swatches', function (Blueprint $table): void {
            $table->string('measure')->default('counted drops');
        });
    }
};
