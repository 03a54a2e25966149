<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Actions\ImportCollection;
use App\Models\Import;
use App\Models\Palette;
use App\Models\Pan;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use Tests\Support\Spreadsheet;

final class ImportTest extends FeatureTestCase
{
    private const TABLES = ['makers', 'paints', 'paint_codes', 'pans', 'palettes', 'claims', 'imports', 'import_changes'];

    /** @return TestResponse<\Symfony\Component\HttpFoundation\Response> */
    private function send(string $content, string $uuid, string $name = 'paints.csv'): TestResponse
    {
        return $this->post("/api/imports/$uuid", ['file' => UploadedFile::fake()->createWithContent($name, $content)], ['Accept' => 'application/json']);
    }

    private function export(): string
    {
        return $this->get('/api/collection.csv')->streamedContent();
    }

    private static function dump(): string
    {
        return hash('sha256', (string) json_encode(array_map(static fn (string $t): array => DB::table($t)->orderBy('id')->get()->all(), array_combine(self::TABLES, self::TABLES))));
    }

    public function testFiveThousandRowsWithEveryTenthWrong(): void
    {
        $this->actingAs($this->wren);
        $this->putPaint(self::uuid())->assertCreated();
        $empty = self::dump();
        $path = tempnam(sys_get_temp_dir(), 'csv') ?: '';
        Spreadsheet::write($path, 5000);
        $uuid = self::uuid();
        $this->send((string) file_get_contents($path), $uuid)->assertStatus(202);
        $import = $this->getJson("/api/imports/$uuid")->assertOk()
            ->assertJsonPath('state', 'checked')->assertJsonPath('separator', 'semicolon')->assertJsonPath('encoding', 'UTF-8')
            ->assertJsonPath('mapping', ['maker' => 1, 'colourName' => 0, 'pigments' => 2, 'form' => 6, 'volumeMl' => 5, 'price' => 4, 'opened' => 9, 'palette' => 7, 'slot' => 8])
            ->assertJsonPath('report.rows', 5000)->assertJsonPath('report.wrong', 500)->assertJsonPath('report.new', 4500)->assertJsonPath('report.newPaints', 4500);
        // Exactly the tenth rows, each with its own fault; the first row of paint is row 2 of the sheet.
        $faults = Import::query()->firstOrFail()->report['faults'] ?? [];
        self::assertSame(range(11, 5001, 10), array_column($faults, 'row'));
        foreach ($faults as $i => $fault) {
            self::assertCount(1, $fault['faults'], (string) $fault['row']);
            self::assertStringContainsString(Spreadsheet::FAULTS[$i % 5], $fault['faults'][0], (string) $fault['row']);
        }
        self::assertCount(200, $import->json('report.faults'));
        self::assertSame(1, Pan::query()->count());

        $this->postJson("/api/imports/$uuid/run")->assertStatus(202);
        $this->getJson("/api/imports/$uuid")->assertJsonPath('state', 'done');
        self::assertSame(4501, Pan::query()->count());
        $pan = Pan::query()->with('paint.maker', 'paint.codes', 'palette')->whereHas('paint', static fn ($q) => $q->where('colour_name', 'Slack Water 12'))->firstOrFail();
        self::assertSame(['PV19', 'PR122'], $pan->paint->codes->pluck('code')->all());
        self::assertSame(['Withy Colours', 1512, 'EUR', '14.00', 'tube', '2026-03-31', 'Chest 0', 12, ['Shelf mark' => 'M-12; upper']], [
            $pan->paint->maker->name, $pan->price_minor, $pan->currency, $pan->volume_ml, $pan->form, $pan->opened_on?->toDateString(), $pan->palette?->name, $pan->slot, $pan->extras,
        ]);
        // A second run of the same file finds everything there already.
        $this->postJson("/api/imports/$uuid/run")->assertStatus(422);
        $again = self::uuid();
        $this->send((string) file_get_contents($path), $again);
        $this->getJson("/api/imports/$again")->assertJsonPath('report.same', 4500)->assertJsonPath('report.new', 0)->assertJsonPath('report.change', 0);
        $this->deleteJson("/api/imports/$again")->assertNoContent();
        // The wrong rows come back as they were, each with its reason.
        $wrong = $this->get("/api/imports/$uuid/wrong.csv")->streamedContent();
        self::assertStringContainsString("Colour,Brand,CI name,Shelf mark,Preis,ml,Type,Box,Slot no,Opened on,What is wrong\r\n", $wrong);
        self::assertStringContainsString("'=HYPERLINK", $wrong);
        self::assertSame(501, substr_count($wrong, "\r\n"));

        // Exported and imported again, with ids and without, nothing changes.
        $before = self::dump();
        $csv = $this->export();
        $third = self::uuid();
        $this->send($csv, $third);
        $this->getJson("/api/imports/$third")->assertJsonPath('report.same', 4501)->assertJsonPath('report.wrong', 0)->assertJsonPath('report.new', 0)->assertJsonPath('report.change', 0);
        $this->postJson("/api/imports/$third/run");
        $this->deleteJson("/api/imports/$third");
        self::assertSame([$before, $csv], [self::dump(), $this->export()]);

        $this->deleteJson("/api/imports/$uuid")->assertNoContent();
        self::assertSame($empty, self::dump());
        self::assertSame([0, 1], [Palette::query()->count(), Pan::query()->count()]);
        unlink($path);
    }

    public function testTheExportRebuildsACollectionElsewhere(): void
    {
        $this->actingAs($this->wren);
        foreach (["O'Brien, \"best\"", '=SUM(A1)', "'=quoted", '-', '+4 blue', "two\nlines", ' PB29'] as $i => $odd) {
            $this->putPaint(self::uuid(), ['colourName' => trim($odd), 'pan' => ['uuid' => self::uuid(), 'form' => 'pan', 'volumeMl' => '1,8' === $odd ? '' : 2.5, 'price' => '0.05', 'currency' => 'EUR', 'keptAt' => $odd, 'note' => "n$i", 'got' => 'gift', 'state' => 'empty', 'openedOn' => '2026-02-28']])->assertCreated();
        }
        $csv = $this->export();
        DB::table('pans')->delete();
        DB::table('paint_codes')->delete();
        DB::table('paints')->delete();
        DB::table('makers')->delete();
        $uuid = self::uuid();
        $this->send($csv, $uuid);
        $this->postJson("/api/imports/$uuid/run")->assertStatus(202);
        self::assertSame($csv, $this->export());
    }

    public function testChangedRowsChangeTheirPanAndAreTakenBack(): void
    {
        $this->actingAs($this->wren);
        foreach (['One', 'Two'] as $i => $name) {
            $this->putPaint(self::uuid(), ['colourName' => $name, 'pan' => ['uuid' => $pan = self::uuid(), 'form' => 'pan', 'batch' => "B$i"]]);
            $palette ??= self::uuid();
            $this->putJson("/api/palettes/$palette", ['name' => 'Tin', 'rows' => 1, 'columns' => 2]);
            $this->putJson("/api/pans/$pan/place", ['paletteUuid' => $palette, 'slot' => $i + 1], ['If-Match' => '"1"'])->assertOk();
        }
        $before = self::dump();
        // The two change places, and one gets another batch; what has no column stays.
        $csv = strtr($this->export(), [',Tin,1,' => ',Tin,2,', ',Tin,2,' => ',Tin,1,', ',B0,' => ',B9,']);
        $uuid = self::uuid();
        $this->send($csv, $uuid);
        $this->getJson("/api/imports/$uuid")->assertJsonPath('report.change', 2)->assertJsonPath('report.wrong', 0);
        $this->postJson("/api/imports/$uuid/run")->assertStatus(202);
        self::assertSame([['B9', 2], ['B1', 1]], Pan::query()->orderBy('id')->get()->map(static fn (Pan $p): array => [$p->batch, $p->slot])->all());
        $this->deleteJson("/api/imports/$uuid")->assertNoContent();
        self::assertSame($before, self::dump());
        // A pan in use, or changed since, is not taken away behind its user's back.
        $uuid = self::uuid();
        $this->send("Maker,Name\nWithy Colours,Three\n", $uuid);
        $this->postJson("/api/imports/$uuid/run");
        $pan = Pan::query()->latest('id')->firstOrFail();
        $this->putJson('/api/cards/'.self::uuid(), ['kind' => 'property', 'title' => 'A card', 'paperUuid' => $this->paper(), 'side' => 'felt side', 'pans' => [$pan->uuid]])->assertCreated();
        self::assertStringContainsString('in use by now', $this->deleteJson("/api/imports/$uuid")->assertStatus(422)->json('detail'));
        self::assertNotNull($pan->fresh());
        $this->actingAs($this->other)->deleteJson("/api/imports/$uuid")->assertForbidden();
    }

    public function testWrongFilesAndWrongColumnsGetASentence(): void
    {
        $this->actingAs($this->wren);
        foreach ([['', 'The file is empty.'], ["\x89PNG\r\n\x1a\n\0\0", 'This is no text file.'], ["\n\n", 'has no rows']] as [$content, $sentence]) {
            self::assertStringContainsString($sentence, $this->send($content, self::uuid())->assertStatus(422)->json('detail'));
        }
        self::assertSame(0, Import::query()->count());
        $uuid = self::uuid();
        $this->send("Wer;Was\nWithy Colours;Ebb\n", $uuid)->assertJsonPath('problem', 'Choose the column for "Maker"; without it no paint can be recorded.');
        $this->postJson("/api/imports/$uuid/run")->assertStatus(422);
        $this->patchJson("/api/imports/$uuid", ['mapping' => ['maker' => 0, 'colourName' => 0]])->assertJsonPath('problem', 'One column was chosen for two fields; choose another for one of them.');
        $this->patchJson("/api/imports/$uuid", ['mapping' => ['maker' => 0, 'colourName' => 1]])->assertStatus(202)->assertJsonPath('report.new', 1);
        // UTF-16 as some spreadsheets save it, and Windows-1252 throughout.
        foreach (["\xFF\xFE".mb_convert_encoding("Brand\tName\nWithy Colours\tGrün\n", 'UTF-16LE', 'UTF-8') => 'UTF-16', "Brand,Name\nWithy Colours,Gr\xFCn\nWithy Colours,Fl\xFCt\n" => 'Windows-1252'] as $content => $encoding) {
            $uuid = self::uuid();
            $this->send($content, $uuid)->assertJsonPath('encoding', $encoding)->assertJsonPath('report.shown.0.values.colourName', 'Grün')->assertJsonPath('report.wrong', 0);
        }
        $this->actingAs($this->other)->getJson("/api/imports/$uuid")->assertForbidden();
        // A collection is its tester's own.
        self::assertSame(1, substr_count($this->export(), "\r\n"));
        $long = self::uuid();
        $this->send("Brand,Name\n".str_repeat("A,B\n", 20_001), $long);
        $this->getJson("/api/imports/$long")->assertJsonPath('report', null)->assertJsonPath('problem', 'The file has 20001 rows; up to 20000 are taken at once. Split it into several.');
        $this->postJson("/api/imports/$long/run")->assertStatus(422);
        $twice = self::uuid();
        $this->send("Brand,Name,Pigment,Box,Slot\nA,Ebb,PB29,Tin,1\nA,Ebb,PB28,Tin,2\nA,Flow,PB29,Tin,1\nA,Flow,PB29,Tin,\n", $twice);
        $report = $this->getJson("/api/imports/$twice")->json('report');
        self::assertSame([3, 4, 5], array_column($report['faults'], 'row'));
        foreach (['gives PB28 for a paint that row 2 has as PB29', 'slot 1 of "Tin", where the paint of row 2 is', 'without a slot'] as $i => $sentence) {
            self::assertStringContainsString($sentence, $report['faults'][$i]['faults'][0]);
        }
    }

    public function testOfTwoQuickChangesNeitherIsLost(): void
    {
        $this->actingAs($this->wren);
        $uuid = self::uuid();
        config(['queue.default' => 'null', 'queue.connections.null' => ['driver' => 'null']]);
        $this->app['queue']->extend('null', static fn () => new \Illuminate\Queue\Connectors\NullConnector);
        $file = \Illuminate\Http\UploadedFile::fake()->createWithContent('a.csv', "Maker;Colour name;Was\nWithy Colours;Dune;9.40\n");
        $this->post("/api/imports/$uuid", ['file' => $file], ['Accept' => 'application/json'])->assertSuccessful();
        $import = Import::query()->where('uuid', $uuid)->firstOrFail();
        // The second is sent before the first has answered, so it knows nothing of it.
        $this->patchJson("/api/imports/$uuid", ['mapping' => ['price' => 2]])->assertStatus(202);
        $this->patchJson("/api/imports/$uuid", ['mapping' => ['batch' => 2]])->assertStatus(202);
        $this->patchJson("/api/imports/$uuid", ['defaults' => ['currency' => 'GBP']])->assertStatus(202)->assertJsonPath('mapping.price', 2)->assertJsonPath('defaults.currency', 'GBP');
        $this->patchJson("/api/imports/$uuid", ['mapping' => ['price' => null]])->assertStatus(202)->assertJsonMissingPath('mapping.price');
        // Looked at as it was set before: that is no answer to how it is set now.
        DB::listen(static function ($query) use ($import): void {
            if (str_contains($query->sql, 'from "paints"') && str_contains($query->sql, 'paint_merges')) {
                DB::table('imports')->where('id', $import->id)->update(['defaults' => '{"currency":"EUR","form":"tube","dates":"day first"}']);
            }
        });
        ImportCollection::look($import->refresh(), $this->wren);
        self::assertSame(['checking', null], [$import->refresh()->state, $import->report]);
    }
}
