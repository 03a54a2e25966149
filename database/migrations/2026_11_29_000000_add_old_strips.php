<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Strips that hung on some day between two, were taken down, or lie the other way round in their picture; checks that the eye judges first. */
return new class extends Migration {
    public function up(): void
    {
        Schema::table('hangings', function (Blueprint $table): void {
            // "hung_on" is the first day that it may be, this the last; null: the day is known.
            $table->date('hung_to')->nullable();
            $table->string('hung_words', 80)->default('');
            // First and last day on which it may have been taken down for good; null: it hangs.
            $table->date('down_on')->nullable();
            $table->date('down_to')->nullable();
            $table->string('down_words', 80)->default('');
        });
        Schema::table('pictures', function (Blueprint $table): void {
            $table->boolean('window_first')->default(false);
        });
        Schema::table('fade_checks', function (Blueprint $table): void {
            // Its numbers are shown when every row has been judged by eye.
            $table->boolean('eye_first')->default(false);
        });
    }
};
