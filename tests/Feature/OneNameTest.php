<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Maker;
use App\Models\Paint;
use App\Models\Palette;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Exchange\Bundle;

/** However it is written, a name names one thing: capitals, accents and blanks, and UUIDs in capitals. */
final class OneNameTest extends FeatureTestCase
{
    /** The same as people type it, in other capitals, and with the accent as a character of its own. */
    private const SPELLINGS = ['Éclat', 'éclat', "E\u{0301}clat", ' ÉCLAT '];

    public function testAMakerIsOneHoweverItIsWritten(): void
    {
        $this->actingAs($this->wren);
        foreach (self::SPELLINGS as $i => $maker) {
            $this->putPaint(self::uuid(), ['makerName' => $maker, 'colourName' => "Dune $i"])->assertCreated();
            // And of it a paint of this name, whatever its capitals.
            $this->putPaint(self::uuid(), ['makerName' => $maker, 'colourName' => "DUNE $i"])->assertStatus(409);
        }
        self::assertSame(['Éclat'], Maker::query()->pluck('name')->all());
        foreach (['Ölgrün', 'ÖLGRÜN'] as $i => $name) {
            $this->putPaint(self::uuid(), ['colourName' => $name])->assertStatus($i === 0 ? 201 : 409);
        }
        self::assertSame(1, Paint::query()->named("o\u{0308}lgru\u{0308}n")->count());
        self::assertSame(0, Paint::query()->named('Olgrun')->count());
    }

    public function testPalettesPeopleAndCirclesToo(): void
    {
        $this->actingAs($this->wren);
        foreach (self::SPELLINGS as $i => $name) {
            $this->putJson('/api/palettes/'.self::uuid(), ['name' => $name, 'rows' => 1, 'columns' => 2])->assertStatus($i === 0 ? 201 : 422);
        }
        // Another tester has palettes of their own.
        $this->actingAs($this->other)->putJson('/api/palettes/'.self::uuid(), ['name' => 'éclat', 'rows' => 1, 'columns' => 2])->assertCreated();
        $this->actingAs($this->steward);
        foreach (['Kés@saltern-reach.example', "KE\u{0301}S@saltern-reach.example", 'kés@Saltern-Reach.example'] as $i => $email) {
            $this->putJson('/api/people/'.self::uuid(), ['name' => 'Kés', 'email' => $email, 'circle' => ['Vasière', 'VASIÈRE', "vasie\u{0300}re"][$i]])->assertStatus($i === 0 ? 200 : 422);
        }
        $this->putJson('/api/people/'.self::uuid(), ['name' => 'Ann', 'email' => 'ann@saltern-reach.example', 'circle' => 'VASIÈRE'])->assertOk();
        self::assertSame(1, DB::table('circles')->count());
        $this->actingAs($this->wren)->putJson('/api/account', ['name' => 'wren', 'email' => 'STEWARD@saltern-reach.example', 'current' => 'tide-table'])->assertStatus(422);
        $this->putJson('/api/account', ['name' => 'wren', 'email' => 'Wren@Saltern-Reach.EXAMPLE'])->assertOk()->assertJsonPath('email', 'wren@saltern-reach.example');
    }

    public function testASpreadsheetFindsWhatIsThere(): void
    {
        $this->actingAs($this->wren);
        $this->putPaint(self::uuid(), ['makerName' => 'Éclat', 'colourName' => 'Grève', 'range' => ''])->assertCreated();
        $uuid = self::uuid();
        $file = \Illuminate\Http\UploadedFile::fake()->createWithContent('a.csv', "Maker;Colour name;Palette;Slot\nE\u{0301}CLAT;gre\u{0300}ve;Étain;1\nÉclat;Vase;étain;2\n");
        $this->post("/api/imports/$uuid", ['file' => $file], ['Accept' => 'application/json'])->assertSuccessful();
        $this->postJson("/api/imports/$uuid/run")->assertStatus(202);
        self::assertSame([1, 2, 1], [Maker::query()->count(), Paint::query()->count(), Palette::query()->count()]);
    }

    public function testAUuidInCapitalsNamesTheSameThing(): void
    {
        $this->actingAs($this->wren);
        $card = $this->card('property', 'PB28');
        $upper = strtoupper($card->uuid);
        $paint = $card->specimens[0]->pan->paint;
        $this->getJson("/api/cards/$upper")->assertOk()->assertJsonPath('uuid', $card->uuid);
        $this->getJson('/api/cards/'.str_replace('-', '%2D', $upper))->assertOk();
        $this->getJson('/api/strips?paints='.strtoupper($paint->uuid))->assertOk()->assertJsonPath('paints.0.uuid', $paint->uuid);
        // No twin by capitals, of one's own or of another tester's.
        foreach ([$this->wren, $this->other] as $i => $user) {
            $this->actingAs($user)->putJson("/api/cards/$upper", ['kind' => 'property', 'title' => 'Twin', 'paperUuid' => strtoupper($card->paper->uuid), 'side' => 'felt side', 'pans' => [strtoupper($card->specimens[0]->pan->uuid)]])->assertStatus([428, 403][$i]);
        }
        $this->actingAs($this->wren)->putJson('/api/verdicts/'.strtoupper(self::uuid()), ['specimenUuid' => strtoupper($card->specimens[0]->uuid), 'property' => 'staining', 'word' => 'high'])->assertCreated();
        $this->postJson("/api/cards/$upper/publish")->assertCreated();
        $this->getJson("/api/records/$upper.json")->assertOk();
        $this->getJson("/api/records/$upper/1.json")->assertOk();
        foreach (DB::table('sqlite_master')->where('type', 'table')->pluck('name') as $table) {
            if (in_array('uuid', array_column(DB::select("pragma table_info($table)"), 'name'), true)) {
                self::assertSame(0, DB::table($table)->whereRaw('uuid <> lower(uuid)')->count(), $table);
            }
        }
    }

    public function testABundleOfARecordThatWasNamedInCapitalsIsRead(): void
    {
        $name = Bundle::name('records', $upper = strtoupper(self::uuid()), 1, $print = str_repeat('ab', 32));
        $list = ['ledger' => ['uuid' => self::uuid(), 'name' => 'a'], 'madeAt' => '', 'about' => '', 'fingerprint' => '', 'signature' => ['key' => ''], 'files' => [$name => ['bytes' => 1, 'sha256' => '']], 'records' => [['card' => $upper, 'number' => 1, 'fingerprint' => $print, 'title' => 't', 'record' => $name, 'evidence' => null]]];
        self::assertCount(1, Bundle::of($list)->records);
    }

    public function testWhatWasToldApartBySpellingIsMended(): void
    {
        config(['database.connections.before' => config('database.connections.sqlite')]);
        DB::setDefaultConnection('before');
        try {
            Artisan::call('migrate', ['--force' => true, '--database' => 'before']);
            Artisan::call('migrate:rollback', ['--force' => true, '--database' => 'before', '--step' => 1, '--pretend' => true]);
            // As it was before: no keys, and capitals where they came.
            foreach (['makers_name_key_unique', 'palettes_owner_id_name_key_unique', 'circles_name_key_unique', 'users_email_key_unique', 'paints_colour_name_key_index', 'papers_maker_key_index'] as $index) {
                DB::statement("drop index $index");
            }
            foreach (['makers' => 'name', 'palettes' => 'name', 'circles' => 'name', 'users' => 'email', 'paints' => 'colour_name', 'papers' => 'maker'] as $table => $column) {
                DB::statement("alter table $table drop column {$column}_key");
            }
            DB::table('migrations')->where('migration', 'like', '%compare_names_and_uuids')->delete();
            $row = static fn (array $more): array => ['uuid' => (string) \Illuminate\Support\Str::uuid(), ...$more];
            $owner = DB::table('users')->insertGetId($row(['name' => 'wren', 'email' => 'wren@saltern-reach.example', 'password' => 'x']));
            [$one, $two] = array_map(static fn (string $name): int => DB::table('makers')->insertGetId($row(['owner_id' => $owner, 'name' => $name])), ['Éclat', 'éclat']);
            foreach ([$one, $two] as $maker) {
                DB::table('claim_scales')->insert($row(['owner_id' => $owner, 'maker_id' => $maker, 'property' => 'staining', 'name' => 'label', 'words' => '[]']));
            }
            $upper = strtoupper($uuid = (string) \Illuminate\Support\Str::uuid());
            foreach ([$uuid, $upper, strtoupper($alone = (string) \Illuminate\Support\Str::uuid())] as $i => $of) {
                DB::table('paints')->insert(['uuid' => $of, 'owner_id' => $owner, 'maker_id' => [$one, $two, $two][$i], 'range' => '', 'colour_name' => "Dune $i", 'pigments_written' => '', 'pigments' => '', 'pigments_stated' => false, 'series' => '']);
            }
            foreach (['Étain', 'étain'] as $name) {
                DB::table('palettes')->insert($row(['owner_id' => $owner, 'name' => $name, 'rows' => 1, 'columns' => 1]));
            }
            self::assertSame(0, Artisan::call('migrate', ['--force' => true, '--database' => 'before']));
            self::assertSame(['Éclat'], DB::table('makers')->pluck('name')->all());
            self::assertSame([$one], DB::table('paints')->distinct()->pluck('maker_id')->all());
            self::assertSame(['label', 'label (2)'], DB::table('claim_scales')->orderBy('id')->pluck('name')->all());
            self::assertSame(['Étain', 'étain (2)'], DB::table('palettes')->orderBy('id')->pluck('name')->all());
            $uuids = DB::table('paints')->orderBy('id')->pluck('uuid')->all();
            self::assertSame([$uuid, $alone], [$uuids[0], $uuids[2]]);
            self::assertNotSame($upper, $uuids[1]);
            self::assertSame(strtolower($uuids[1]), $uuids[1]);
        } finally {
            DB::setDefaultConnection('sqlite');
        }
    }

    public function testWhoeverComesSecondIsToldAndNothingBreaks(): void
    {
        $this->actingAs($this->wren);
        $done = false;
        DB::listen(function ($query) use (&$done): void {
            // Another request is a little faster, after this one has looked and before it writes.
            if (! $done && str_starts_with($query->sql, 'select exists') && str_contains($query->sql, '"palettes"')) {
                $done = true;
                DB::table('palettes')->insert(['uuid' => self::uuid(), 'owner_id' => $this->wren->id, 'edition' => 1, 'name' => 'Tin', 'name_key' => 'tin', 'rows' => 1, 'columns' => 1]);
            }
        });
        $this->putJson('/api/palettes/'.self::uuid(), ['name' => 'Tin', 'rows' => 1, 'columns' => 2])->assertStatus(409)->assertJsonPath('type', 'urn:marsh-trial:problem:conflict');
        self::assertSame(0, Palette::query()->count());
    }
}
