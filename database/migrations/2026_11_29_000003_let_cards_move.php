<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** A hung card moved to another window of the same place on earth, from a day on. */
return new class extends Migration {
    public function up(): void
    {
        Schema::create('hanging_moves', function (Blueprint $table): void {
            $table->id();
            $table->uuid()->unique();
            $table->foreignId('owner_id')->index()->constrained('users');
            $table->unsignedInteger('edition')->default(1);
            $table->timestamps();
            $table->foreignId('card_id')->index()->constrained()->cascadeOnDelete();
            $table->date('moved_on');
            $table->string('place', 160);
            $table->string('facing');
            $table->string('panes');
            $table->string('sky');
            $table->boolean('curtain')->default(false);
        });
    }
};
