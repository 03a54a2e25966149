<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Every foreign key leads an index, so that deleting and looking up do not walk whole tables. */
return new class extends Migration {
    public function up(): void
    {
        foreach (Schema::getTableListing(schemaQualified: false) as $name) {
            $led = array_map(static fn (array $index): string => $index['columns'][0] ?? '', Schema::getIndexes($name));
            foreach (Schema::getForeignKeys($name) as $key) {
                if (! in_array($key['columns'][0], $led, true)) {
                    $led[] = $key['columns'][0];
                    Schema::table($name, static fn (Blueprint $table) => $table->index($key['columns'][0]));
                }
            }
        }
    }
};
