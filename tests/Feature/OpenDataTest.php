<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Actions\RequestMeasurement;
use App\Ledger\Schemas;
use App\Ledger\WriteBundle;
use App\Models\Card;
use App\Models\Question;
use App\Models\Revision;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Exchange\Cgats;
use MarshTrial\Core\Exchange\Readings;
use Opis\JsonSchema\Errors\ErrorFormatter;
use Opis\JsonSchema\Validator;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use ZipArchive;

/** What is published opens elsewhere: every JSON by its schema, tables by their dictionary, palettes and readings by what reads them. */
final class OpenDataTest extends FeatureTestCase
{
    private Card $card;

    private function publish(): void
    {
        config(['stand-ins.dpi' => 200]);
        $this->actingAs($this->wren);
        $this->card = $this->card('property', 'PB28', 'PR254');
        $this->putJson('/api/verdicts/'.self::uuid(), ['specimenUuid' => $this->card->specimens[0]->uuid, 'property' => 'staining', 'word' => 'low'])->assertCreated();
        RequestMeasurement::fromStandIn(self::uuid(), $this->card, null);
        $this->putJson('/api/spoilings/'.self::uuid(), ['specimenUuid' => $this->card->specimens[1]->uuid, 'property' => 'granulation', 'reason' => 'still wet'])->assertSuccessful();
        $this->postJson("/api/cards/{$this->card->uuid}/publish")->assertCreated();
        Question::query()->create(['uuid' => self::uuid(), 'by_id' => $this->other->id, 'at' => now(), 'card_id' => $this->card->id, 'row' => 2, 'text' => 'Why, "exactly", was it wet?']);
    }

    public function testWhatIsPublishedIsAsItsSchemasSay(): void
    {
        $this->publish();
        $schemas = new Schemas;
        $record = $this->getJson("/api/records/{$this->card->uuid}.json")->assertOk()->json();
        $schemas->check('record', $record, 'The record');
        $path = WriteBundle::beside();
        WriteBundle::to($path, WriteBundle::cards(), 'all records', true);
        $zip = new ZipArchive;
        self::assertTrue($zip->open($path));
        $kinds = ['bundle.json' => 'bundle', 'said.json' => 'said', 'records/' => 'record', 'evidence/' => 'evidence'];
        $seen = [];
        for ($i = 0; $i < $zip->numFiles; $i++) {
            $name = (string) $zip->getNameIndex($i);
            foreach ($kinds as $beginning => $schema) {
                if (str_starts_with($name, $beginning)) {
                    $schemas->check($schema, $part = json_decode((string) $zip->getFromIndex($i), true), $name);
                    $seen[$schema] = $part;
                }
            }
        }
        self::assertEqualsCanonicalizing(['bundle', 'said', 'record', 'evidence'], array_keys($seen));
        self::assertSame(1, count(array_filter(array_keys($seen['bundle']['files']), static fn (string $n): bool => str_starts_with($n, 'pictures/'))));
        unlink($path);
        // And they say no to what is not so.
        foreach (['record' => ['revision' => 0], 'evidence' => ['owner' => 'wren'], 'said' => ['people' => [['uuid' => 'x', 'name' => 'y']]], 'bundle' => ['fingerprint' => 'short']] as $schema => $wrong) {
            try {
                $schemas->check($schema, [...$seen[$schema], ...$wrong], 'It');
                self::fail("$schema takes anything");
            } catch (CoreException $e) {
                self::assertStringContainsString("the schema \"$schema\"", $e->getMessage());
            }
        }
        // What leaves tells no place of a pan, no price and no name of somebody who is not in it.
        foreach (['keptAt', '"tin"', '"9.40', $this->wren->email, 'steward'] as $private) {
            self::assertStringNotContainsString($private, (string) json_encode($seen['evidence']), $private);
        }
    }

    public function testALedgerOpensAsADataPackage(): void
    {
        $this->publish();
        $withdrawn = $this->card('property', 'PY42');
        $this->putJson('/api/verdicts/'.self::uuid(), ['specimenUuid' => $withdrawn->specimens[0]->uuid, 'property' => 'staining', 'word' => 'low']);
        $this->postJson("/api/cards/$withdrawn->uuid/publish")->assertCreated();
        $this->putJson("/api/cards/$withdrawn->uuid/withdrawal", ['because' => 'another, "wrong" pan'])->assertOk();
        $file = $this->get('/api/ledger/datapackage.zip')->assertOk()->baseResponse;
        self::assertInstanceOf(BinaryFileResponse::class, $file);
        $path = $file->getFile()->getPathname();
        $zip = new ZipArchive;
        self::assertTrue($zip->open($path));
        $package = json_decode((string) $zip->getFromName('datapackage.json'), true);
        $error = (new Validator)->validate(json_decode((string) $zip->getFromName('datapackage.json')), json_decode((string) file_get_contents(dirname(__DIR__).'/Support/data-package.json')))->error();
        self::assertNull($error, $error === null ? '' : (string) json_encode((new ErrorFormatter)->format($error)));
        $tables = [];
        foreach ($package['resources'] as $resource) {
            $stream = $zip->getStream($resource['path']) ?: self::fail($resource['path']);
            $head = fgetcsv($stream, null, ',', '"', '');
            self::assertSame(array_column($resource['schema']['fields'], 'name'), $head, $resource['name']);
            while (is_array($line = fgetcsv($stream, null, ',', '"', ''))) {
                $row = array_combine($head, $line);
                foreach ($resource['schema']['fields'] as $field) {
                    self::assertTrue(self::is($row[$field['name']], $field['type']), "$resource[name].$field[name] is no $field[type]: {$row[$field['name']]}");
                }
                $tables[$resource['name']][] = $row;
            }
        }
        foreach ($package['resources'] as $resource) {
            $rows = $tables[$resource['name']] ?? [];
            if (isset($resource['schema']['primaryKey'])) {
                self::assertSame(count($rows), count(array_unique(array_column($rows, $resource['schema']['primaryKey']))), $resource['name']);
            }
            foreach ($resource['schema']['foreignKeys'] ?? [] as $key) {
                self::assertSame([], array_diff(array_filter(array_column($rows, $key['fields'])), array_column($tables[$key['reference']['resource']] ?? [], $key['reference']['fields'])), "$resource[name].$key[fields]");
            }
        }
        self::assertSame([['false', ''], ['true', 'another, "wrong" pan']], array_map(static fn (array $r): array => [$r['withdrawn'], $r['withdrawn_because']], $tables['records']));
        self::assertCount(2, $tables['rows'], 'A withdrawn record leaves no tests.');
        $granulation = array_values(array_filter($tables['ratings'], static fn (array $r): bool => $r['property'] === 'granulation'));
        self::assertSame(['false', 'true'], array_column($granulation, 'left_out'));
        self::assertEqualsWithDelta((float) DB::table('ratings')->where('property', 'staining')->where('holds', true)->orderBy('row')->value('value'), (float) array_values(array_filter($tables['ratings'], static fn (array $r): bool => $r['property'] === 'staining'))[0]['value'], 1e-6);
        // One by one they are the same.
        self::assertSame((string) $zip->getFromName('ratings.csv'), $this->get('/api/ledger/tables/ratings.csv')->assertOk()->streamedContent());
        $this->getJson('/api/ledger/tables/secrets.csv')->assertStatus(422);
    }

    private static function is(string $value, string $type): bool
    {
        return $value === '' || match ($type) {
            'integer' => preg_match('/^-?\d+$/', $value) === 1,
            'number' => is_numeric($value),
            'boolean' => in_array($value, ['true', 'false'], true),
            'date' => preg_match('/^\d{4}-\d{2}-\d{2}$/', $value) === 1,
            'datetime' => preg_match('/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}:\d{2}Z$/', $value) === 1,
            default => true,
        };
    }

    public function testABundleIsOfACodeAGroupATesterOrOneRecordAndItsPictureMayStayBehind(): void
    {
        $this->publish();
        $this->actingAs($this->other);
        $theirs = $this->card('property', 'PY42');
        $this->putJson('/api/verdicts/'.self::uuid(), ['specimenUuid' => $theirs->specimens[0]->uuid, 'property' => 'staining', 'word' => 'low']);
        $this->postJson("/api/cards/$theirs->uuid/publish")->assertCreated();
        $group = self::uuid();
        $this->putJson("/api/groups/$group", ['name' => 'Ochres', 'paints' => [$theirs->load('specimens.pan.paint')->specimens[0]->pan->paint->uuid]])->assertSuccessful();
        $of = function (string $query): array {
            $file = $this->get("/api/ledger/bundle.zip?$query")->assertOk()->baseResponse;
            self::assertInstanceOf(BinaryFileResponse::class, $file);
            $zip = new ZipArchive;
            $zip->open($file->getFile()->getPathname());
            $list = json_decode((string) $zip->getFromName('bundle.json'), true);

            return [$list['about'], ...array_column($list['records'], 'card')];
        };
        self::assertSame(['all records', $this->card->uuid, $theirs->uuid], $of(''));
        self::assertSame(['records of PB28', $this->card->uuid], $of('code=p.b.28'));
        self::assertSame(['records of the paints "Ochres"', $theirs->uuid], $of("group=$group"));
        self::assertSame(['records of wren', $this->card->uuid], $of('tester='.$this->wren->uuid));
        self::assertSame(['one record', $theirs->uuid], $of("card=$theirs->uuid"));
        $this->getJson('/api/ledger/bundle.zip?code=PG7')->assertStatus(422);
        // A group that is not shared is its owner's.
        $this->actingAs($this->wren)->getJson("/api/ledger/bundle.zip?group=$group")->assertForbidden();
        // Where the picture is not, nothing breaks.
        $picture = $this->card->pictures()->firstOrFail();
        self::assertTrue($this->getJson("/api/records/{$this->card->uuid}.json")->json('standing.pictureHere'));
        rename($picture->path(), $picture->path().'.away');
        self::assertFalse($this->getJson("/api/records/{$this->card->uuid}.json")->assertOk()->json('standing.pictureHere'));
        $this->getJson("/api/pictures/$picture->uuid/preview.webp")->assertNotFound();
        rename($picture->path().'.away', $picture->path());
    }

    public function testReadingsAndColoursAreReadBack(): void
    {
        $this->publish();
        $text = (string) $this->get("/api/records/{$this->card->uuid}.cgats")->assertOk()->getContent();
        $cells = $this->getJson("/api/records/{$this->card->uuid}.json")->json('measurement.cells');
        [$table] = Cgats::read($text);
        self::assertCount(count($cells), $table->rows);
        // Such files tell colours under D50: read back, and adapted, they are what was measured.
        self::assertSame('ILLUMINANT, D50', $table->keywords['WEIGHTING_FUNCTION']);
        self::assertEqualsWithDelta($cells[3]['lab'], Readings::of($text)[3]->lab->toArray(), 0.01);
        self::assertGreaterThan(0.5, abs((float) $table->rows[3]['LAB_B'] - $cells[3]['lab'][2]) + abs((float) $table->rows[3]['LAB_A'] - $cells[3]['lab'][1]));
        self::assertSame('Paint 0', $table->rows[3]['SAMPLE_DESCRIPTION']);
        $colours = $this->getJson('/api/pigments/PB28')->json('paints.0.strip.ladder.steps.0.onPaper');
        $gimp = (string) $this->get('/api/colours.gpl?code=pb28')->assertOk()->getContent();
        [$r, $g, $b] = sscanf($colours, '#%2x%2x%2x') ?? [];
        self::assertStringContainsString(sprintf("%3d %3d %3d\tPaint 0 Withy Colours full strength", $r, $g, $b), $gimp);
        self::assertStringContainsString("-full-strength: $colours;", (string) $this->get('/api/colours.css?code=PB28')->assertOk()->getContent());
        $this->getJson('/api/colours.css?code=PY150')->assertStatus(422);
    }

    public function testAWholeLedgerIsWrittenWithoutSettingALimitToWhateverComesAfter(): void
    {
        $this->publish();
        $before = ini_get('max_execution_time');
        foreach (['/api/ledger/bundle.zip', '/api/ledger/datapackage.zip', '/api/ledger/tables/records.csv'] as $file) {
            $this->get($file)->assertOk();
        }
        self::assertSame($before, ini_get('max_execution_time'));
    }

    public function testARecordCarriesWhatInstrumentsReadAndNothingOfWhatWasPaid(): void
    {
        $this->publish();
        $this->postJson("/api/cards/{$this->card->uuid}/readings/".self::uuid().'/stand-in')->assertSuccessful();
        $this->getJson("/api/records/{$this->card->uuid}.json")->assertJsonPath('instruments', []);
        DB::table('pans')->update(['price_minor' => 940, 'currency' => 'EUR']);
        $this->postJson("/api/cards/{$this->card->uuid}/publish", ['because' => 'read with an instrument'])->assertCreated();
        $record = $this->getJson("/api/records/{$this->card->uuid}.json")->assertOk()->assertHeader('X-Fingerprint', 'holds')->json();
        [$run] = $record['instruments'];
        self::assertSame(['instrument stand-in', 'stand-in', $this->wren->name], [$run['name'], $run['source'], $run['by']]);
        self::assertNotNull($run['samples'][0]['spectrum']);
        // The file has the picture's numbers, then the instrument's with their spectra, and every place says which paint it is.
        [$picture, $read] = Cgats::read((string) $this->get("/api/records/{$this->card->uuid}.cgats")->assertOk()->getContent());
        self::assertSame(['picture', 'instrument stand-in'], [$picture->keywords['INSTRUMENTATION'], $read->keywords['INSTRUMENTATION']]);
        self::assertSame($run['samples'][0]['cell'], $read->rows[0]['SAMPLE_NAME']);
        self::assertContains('Paint 0', array_column($read->rows, 'SAMPLE_DESCRIPTION'));
        self::assertEqualsWithDelta($run['samples'][0]['lab'], $read->samples()[0]->lab->toArray(), 0.05);
        // What it cost is nobody's business, nor is it in what a bundle carries.
        $bundle = (string) json_encode([$record, Revision::query()->get()->map(static fn (Revision $r): ?array => $r->evidence)], JSON_THROW_ON_ERROR);
        self::assertStringNotContainsString('"9.40', $bundle);
        self::assertStringNotContainsString('"price"', $bundle);
    }

    public function testAStrangerCanFollowTheProtocol(): void
    {
        $this->publish();
        $this->app['auth']->forgetGuards();
        $sheet = $this->getJson("/api/records/{$this->card->uuid}/protocol")->assertOk();
        $steps = $sheet->json('steps');
        // One line is ruled, every row is painted, and what is lifted was painted before.
        self::assertSame('Rule the line', $steps[0]['title']);
        foreach (['Stroke along the line', 'Flat wash', 'Three places for lifting'] as $title) {
            self::assertSame([1, 2], array_merge(...array_column(array_filter($steps, static fn (array $s): bool => $s['title'] === $title), 'rows')), $title);
        }
        foreach ($steps as $step) {
            self::assertNotSame('', $step['instruction'].($step['wait'] ? 'wait' : ''), $step['title']);
        }
        self::assertContains('staining', array_merge(...array_column($sheet->json('protocols'), 'properties')));
        self::assertSame(['Paint 0', 'Paint 1'], array_column($sheet->json('rows'), 'name'));
        self::assertStringNotContainsString('tin', (string) json_encode($sheet->json('rows')));
    }

    public function testTheMapCountsWhatIsPublishedAndThePlanIsForThoseOfTheHouse(): void
    {
        $this->publish();
        $draft = $this->card('property', 'PB28');
        RequestMeasurement::fromStandIn(self::uuid(), $draft, null);
        $this->app['auth']->forgetGuards();
        $blue = collect($this->getJson('/api/ledger/map?order=code')->assertOk()->json('codes'))->keyBy('code')['PB28'];
        self::assertSame([2, 1, ['paints' => 1, 'testers' => 1], ['wren'], null], [$blue['paints'], $blue['makers'], $blue['tested']['staining'], $blue['testers'], $blue['mostLight']]);
        self::assertSame(['PB28', 'PR254'], array_slice(array_column($this->getJson('/api/ledger/map')->json('codes'), 'code'), -2));
        $this->getJson('/api/ledger/plan')->assertUnauthorized();
        $pan = self::uuid();
        $paint = $this->card->load('specimens.pan.paint')->specimens[0]->pan->paint;
        $this->actingAs($this->other)->putJson("/api/pans/$pan", ['paintUuid' => $paint->uuid, 'form' => 'tube'])->assertCreated();
        $plan = collect($this->getJson('/api/ledger/plan')->assertOk()->json('tests'));
        $light = $plan->first(static fn (array $t): bool => $t['paint']['uuid'] === $paint->uuid && $t['property'] === 'lightfastness');
        self::assertGreaterThan(1.0, $light['gain']);
        // Wren tested its staining already; the other one has the pan too and goes first.
        $staining = $plan->first(static fn (array $t): bool => $t['paint']['uuid'] === $paint->uuid && $t['property'] === 'staining');
        self::assertContains($staining['tester']['name'] ?? 'not worth it', ['other', 'not worth it']);
        self::assertNotContains($this->steward->uuid, array_filter($plan->pluck('tester.uuid')->all()));
    }
}
