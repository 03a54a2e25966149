<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Swatches of any time, seen through the pocket frame; links by which a telephone adds pictures; paints that a picture misreads. */
return new class extends Migration {
    public function up(): void
    {
        // One placing of a pocket frame in one picture.
        Schema::create('swatches', function (Blueprint $table): void {
            $table->id();
            $table->uuid()->unique();
            $table->foreignId('owner_id')->index()->constrained('users');
            $table->unsignedInteger('edition')->default(1);
            $table->timestamps();
            $table->foreignId('picture_id')->constrained()->cascadeOnDelete();
            $table->unsignedTinyInteger('placing');
            // What the newest reading of the picture says of it; null: nothing could be read there.
            $table->json('told')->nullable();
            $table->string('problem', 500)->nullable();
            $table->foreignId('paint_id')->nullable()->index()->constrained();
            // What somebody called it before it was known for a paint.
            $table->string('called', 120)->default('');
            // open, named or unknown.
            $table->string('naming')->default('open');
            $table->string('painted_when', 80)->default('');
            $table->date('painted_from')->nullable();
            $table->date('painted_to')->nullable();
            $table->string('paper_words', 120)->default('');
            $table->string('note', 2000)->default('');
            $table->boolean('shared')->default(false);
            $table->unique(['picture_id', 'placing']);
        });
        // Opened once, within minutes, by one device on the same network; does nothing but add pictures to one card.
        Schema::create('phone_links', function (Blueprint $table): void {
            $table->id();
            $table->uuid()->unique();
            $table->foreignId('user_id')->index()->constrained()->cascadeOnDelete();
            $table->foreignId('card_id')->index()->constrained()->cascadeOnDelete();
            $table->foreignId('fade_check_id')->nullable()->index()->constrained()->cascadeOnDelete();
            $table->string('secret_hash', 64)->unique();
            $table->string('hold_hash', 64)->nullable()->unique();
            $table->timestamp('opened_at')->nullable();
            $table->timestamp('expires_at')->index();
            $table->timestamp('ends_at');
            $table->timestamps();
        });
        Schema::table('pictures', function (Blueprint $table): void {
            $table->foreignId('phone_link_id')->nullable()->index()->constrained()->nullOnDelete();
            // What whoever took it called the paint.
            $table->string('called', 120)->default('');
        });
        Schema::table('paints', function (Blueprint $table): void {
            // List of fluorescent and shimmering; null: nobody was asked.
            $table->json('effects')->nullable();
        });
    }
};
