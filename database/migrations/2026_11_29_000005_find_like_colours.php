<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;
use MarshTrial\Core\Evidence\Strip;

/** The colour of every measured strip at reference depth, L*a*b*, so that like paints are found among very many; derived with the strip. */
return new class extends Migration {
    public function up(): void
    {
        Schema::table('strips', function (Blueprint $table): void {
            $table->float('l')->nullable();
            $table->float('a')->nullable();
            $table->float('b')->nullable();
            $table->index(['kind', 'l']);
        });
        foreach (DB::table('strips')->where('kind', 'property')->orderBy('id')->select('id', 'data')->lazy() as $row) {
            $lab = Strip::fromArray(json_decode((string) $row->data, true, flags: JSON_THROW_ON_ERROR))->reference();
            DB::table('strips')->where('id', $row->id)->update(['l' => $lab->l, 'a' => $lab->a, 'b' => $lab->b]);
        }
    }
};
