<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** A ledger's key is proven by a bundle of its own; what others say of it is held until then, and shown as unproven. */
return new class extends Migration {
    public function up(): void
    {
        Schema::table('ledgers', static fn (Blueprint $table) => $table->boolean('proven')->default(false));
        DB::table('ledgers')->where('own', true)->orWhereIn('id', DB::table('bundles')->where('state', 'taken')->whereNotNull('ledger_id')->select('ledger_id'))->update(['proven' => true]);
    }
};
