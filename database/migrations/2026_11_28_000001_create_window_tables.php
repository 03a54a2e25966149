<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What a window lets through, when a card was taken down, and what a light logger measured beside it. */
return new class extends Migration {
    public function up(): void
    {
        Schema::table('hangings', function (Blueprint $table): void {
            // Value of Glass; the words of before stay in "glass".
            $table->string('panes')->default('one pane');
            // open, half or little.
            $table->string('sky')->default('open');
            $table->boolean('curtain')->default(false);
            // Actual over possible hours of sunshine: all year, or by month.
            $table->decimal('sunshine', 4, 3)->nullable();
            $table->json('sunshine_by_month')->nullable();
            // Height of what stands before the sun, degrees, by azimuth.
            $table->json('horizon')->nullable();
            $table->decimal('distance_m', 5, 2)->default(0);
            // Next checks by steps of dose; else by the calendar.
            $table->boolean('by_dose')->default(true);
        });
        Schema::table('users', function (Blueprint $table): void {
            // Of the secret in the address of one's calendar.
            $table->string('calendar_hash', 64)->nullable()->unique();
        });
        Schema::create('hanging_pauses', function (Blueprint $table): void {
            $this->shared($table);
            $table->foreignId('card_id')->index()->constrained()->cascadeOnDelete();
            $table->date('from_on');
            $table->date('to_on');
            $table->string('note', 300)->default('');
        });
        // Sums by local day; the readings themselves stay with whoever has them.
        Schema::create('light_logs', function (Blueprint $table): void {
            $this->shared($table);
            $table->foreignId('card_id')->index()->constrained()->cascadeOnDelete();
            $table->string('name');
            $table->string('unit');
            $table->string('time_zone');
            $table->unsignedInteger('readings');
            $table->unsignedInteger('gaps');
            $table->boolean('clipped');
            $table->json('days');
        });
    }

    private function shared(Blueprint $table): void
    {
        $table->id();
        $table->uuid()->unique();
        $table->foreignId('owner_id')->index()->constrained('users');
        $table->unsignedInteger('edition')->default(1);
        $table->timestamps();
    }
};
