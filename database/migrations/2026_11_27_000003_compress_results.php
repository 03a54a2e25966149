<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/** What pictures said and what was published is kept compressed. */
return new class extends Migration {
    public function up(): void
    {
        foreach (['measurements' => 'result', 'revisions' => 'record'] as $table => $column) {
            foreach (DB::table($table)->whereNotNull($column)->where($column, 'not like', 'gz:%')->orderBy('id')->pluck('id') as $id) {
                $json = (string) DB::table($table)->where('id', $id)->value($column);
                DB::table($table)->where('id', $id)->update([$column => 'gz:'.base64_encode((string) gzcompress($json, 6))]);
            }
        }
    }
};
