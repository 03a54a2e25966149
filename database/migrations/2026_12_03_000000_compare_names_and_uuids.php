<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;
use Illuminate\Support\Str;
use MarshTrial\Core\Names\NameKey;

/**
 * Names are compared by keys of their own, since the database folds ASCII alone, and UUIDs are written in lower case. What was told apart by
 * spelling alone is mended: makers of one name become one; people, palettes and circles stay apart under a name of their own.
 */
return new class extends Migration {
    /** Column that is compared, by table; its key stands beside it. */
    private const KEYS = ['makers' => 'name', 'palettes' => 'name', 'circles' => 'name', 'users' => 'email', 'paints' => 'colour_name', 'papers' => 'maker'];

    /** UUIDs that name a thing of another table. */
    private const NAMED = ['cards' => 'repeats_card', 'reports' => 'subject_uuid'];

    public function up(): void
    {
        foreach (self::KEYS as $table => $column) {
            Schema::table($table, static fn (Blueprint $t) => $t->string("{$column}_key", 255)->default(''));
            foreach (DB::table($table)->select('id', $column)->orderBy('id')->lazyById(500) as $row) {
                DB::table($table)->where('id', $row->id)->update(["{$column}_key" => NameKey::of((string) $row->{$column})]);
            }
        }
        $this->lowerUuids();
        $this->joinMakers();
        $this->partOthers('palettes', 'name', 'owner_id');
        $this->partOthers('circles', 'name', null);
        foreach ($this->twins('users', 'email_key') as $twin) {
            DB::table('users')->where('id', $twin->id)->update(['email_key' => "$twin->email_key#$twin->uuid"]);
        }
        Schema::table('makers', static fn (Blueprint $t) => $t->unique('name_key'));
        Schema::table('palettes', static fn (Blueprint $t) => $t->unique(['owner_id', 'name_key']));
        Schema::table('circles', static fn (Blueprint $t) => $t->unique('name_key'));
        Schema::table('users', static fn (Blueprint $t) => $t->unique('email_key'));
        Schema::table('paints', static fn (Blueprint $t) => $t->index('colour_name_key'));
        Schema::table('papers', static fn (Blueprint $t) => $t->index('maker_key'));
    }

    private function lowerUuids(): void
    {
        foreach (Schema::getTableListing(schemaQualified: false) as $table) {
            if (! Schema::hasColumns($table, ['id', 'uuid'])) {
                continue;
            }
            foreach (DB::table($table)->whereRaw('uuid <> lower(uuid)')->get(['id', 'uuid']) as $row) {
                $lower = strtolower($row->uuid);
                // A twin of something that is there is a thing of its own.
                $taken = DB::table($table)->where('uuid', $lower)->exists();
                DB::table($table)->where('id', $row->id)->update(['uuid' => $taken ? (string) Str::uuid() : $lower]);
            }
        }
        foreach (self::NAMED as $table => $column) {
            DB::table($table)->whereRaw("$column <> lower($column)")->update([$column => DB::raw("lower($column)")]);
        }
        DB::statement("update or ignore follows set key = lower(key) where kind <> 'code'");
    }

    private function joinMakers(): void
    {
        foreach ($this->twins('makers', 'name_key') as $twin) {
            $first = DB::table('makers')->where('name_key', $twin->name_key)->min('id');
            DB::table('paints')->where('maker_id', $twin->id)->update(['maker_id' => $first]);
            foreach (DB::table('claim_scales')->where('maker_id', $twin->id)->get() as $scale) {
                $name = $scale->name;
                for ($n = 2; DB::table('claim_scales')->where(['maker_id' => $first, 'property' => $scale->property, 'name' => $name])->exists(); $n++) {
                    $name = "$scale->name ($n)";
                }
                DB::table('claim_scales')->where('id', $scale->id)->update(['maker_id' => $first, 'name' => $name]);
            }
            foreach (['import_changes', 'bundle_changes'] as $changes) {
                DB::table($changes)->where('table', 'makers')->where('row_id', $twin->id)->delete();
            }
            DB::table('makers')->where('id', $twin->id)->delete();
        }
    }

    private function partOthers(string $table, string $column, ?string $within): void
    {
        foreach ($this->twins($table, "{$column}_key", $within) as $twin) {
            $key = static fn (int $n): string => NameKey::of($twin->{$column}." ($n)");
            for ($n = 2; DB::table($table)->where("{$column}_key", $key($n))->when($within !== null, static fn ($q) => $q->where($within, $twin->{$within}))->exists(); $n++);
            DB::table($table)->where('id', $twin->id)->update([$column => $twin->{$column}." ($n)", "{$column}_key" => $key($n)]);
        }
    }

    /** @return list<stdClass> all but the first of each key */
    private function twins(string $table, string $key, ?string $within = null): array
    {
        $same = DB::table($table)->selectRaw('min(id) as id')->groupBy(...array_filter([$key, $within]));

        return array_values(DB::table($table)->whereNotIn('id', $same)->orderBy('id')->get()->all());
    }
};
