<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Ratings by an earlier scale or earlier rules stay beside those that hold. */
return new class extends Migration {
    public function up(): void
    {
        Schema::table('ratings', static function (Blueprint $table): void {
            $table->boolean('holds')->default(true);
        });
    }
};
