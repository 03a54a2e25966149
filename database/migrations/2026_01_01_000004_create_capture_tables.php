<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** How pictures are taken: targets of known colour, profiles of devices, and the readings of instruments. */
return new class extends Migration {
    public function up(): void
    {
        Schema::create('capture_targets', function (Blueprint $table): void {
            $this->shared($table);
            $table->string('name');
            // Patches row by row from the ring: name and L*a*b* for D65.
            $table->json('patches');
        });
        Schema::create('capture_profiles', function (Blueprint $table): void {
            $this->shared($table);
            $table->string('name');
            $table->foreignId('capture_target_id')->nullable()->constrained()->nullOnDelete();
            $table->json('calibration');
            $table->timestamp('checked_at')->nullable();
            // Mean dE00 over the target's patches at the last check.
            $table->float('drift')->nullable();
        });
        Schema::table('pictures', function (Blueprint $table): void {
            // scan or photo; null: told from the picture.
            $table->string('taken_as')->nullable();
            $table->foreignId('capture_target_id')->nullable()->constrained()->nullOnDelete();
            $table->foreignId('capture_profile_id')->nullable()->constrained()->nullOnDelete();
            // L* of the patches of a wedge, with commas between.
            $table->string('wedge')->default('');
            // For pictures of the stand-in: scanner or camera.
            $table->string('device')->default('scanner');
            // A picture of the same card while it is still wet.
            $table->boolean('wet')->default(false);
        });
        Schema::create('instrument_runs', function (Blueprint $table): void {
            $this->shared($table);
            $table->foreignId('card_id')->constrained()->cascadeOnDelete();
            $table->string('name');
            // file, hand or stand-in.
            $table->string('source');
            // Cell, sample's name, L*a*b* for D65, and the spectrum where there is one.
            $table->json('samples');
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
