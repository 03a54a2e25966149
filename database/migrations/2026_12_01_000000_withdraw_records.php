<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** A record may be withdrawn with a reason: it can still be read, and counts as no evidence for others any more. */
return new class extends Migration {
    public function up(): void
    {
        Schema::table('cards', function (Blueprint $table): void {
            $table->timestamp('withdrawn_at')->nullable();
            $table->string('withdrawn_because', 500)->default('');
        });
    }
};
