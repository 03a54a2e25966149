<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Actions\DeriveRatings;
use App\Actions\RemovePerson;
use App\Actions\RequestMeasurement;
use App\Actions\RunMeasurement;
use App\Imaging\PngWriter;
use App\Models\Card;
use App\Models\FadeCheck;
use App\Models\Measurement;
use App\Models\Picture;
use App\Models\Rating;
use App\Models\Revision;
use App\Models\Verdict;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Exchange\LayoutJson;
use MarshTrial\Core\Rating\Scale;
use MarshTrial\Core\Rating\Scale\Grain;
use MarshTrial\Core\Simulation\ScannerStandIn;
use Symfony\Component\HttpFoundation\BinaryFileResponse;

final class CardsAndRecordsTest extends FeatureTestCase
{
    public function testACardIsMadePrintedAndSeenByItsOwnerOnly(): void
    {
        $this->actingAs($this->wren);
        $card = $this->card('property', 'PB28', 'PR254');
        $this->getJson("/api/cards/$card->uuid")->assertOk()->assertJsonPath('rows.1.paint.statement.text', 'PR254')->assertJsonPath('paper', 'Fleet Mill, cotton, cold-pressed, 300 g/m²');
        foreach (['', '?frame=1'] as $frame) {
            $svg = $this->get("/api/cards/$card->uuid/print.svg$frame")->assertOk()->assertHeader('Content-Type', 'image/svg+xml')->getContent();
            self::assertNotFalse(simplexml_load_string((string) $svg));
        }
        self::assertSame($card->uuid, LayoutJson::fromArray($this->getJson("/api/cards/$card->uuid/layout.json")->json())->uuid);
        $this->actingAs($this->steward)->getJson("/api/cards/$card->uuid")->assertOk();
        $this->actingAs($this->other)->getJson("/api/cards/$card->uuid")->assertForbidden();
        $this->getJson('/api/cards')->assertJsonPath('total', 0);
        $this->postJson("/api/cards/$card->uuid/stand-in")->assertForbidden();
        $this->postJson("/api/cards/$card->uuid/publish")->assertForbidden();
    }

    public function testACardIsPrintedFromTheCommandLine(): void
    {
        $this->actingAs($this->wren);
        $card = $this->card('property', 'PB28');
        $file = storage_path('print.svg');
        $this->artisan('card:print', ['card' => $card->uuid, '--frame' => true, '--out' => $file])->assertSuccessful();
        self::assertSame($this->get("/api/cards/$card->uuid/print.svg?frame=1")->getContent(), file_get_contents($file));
        $this->artisan('card:layout', ['card' => $card->uuid, '--out' => $file])->assertSuccessful();
        self::assertEquals($card->cardLayout(), LayoutJson::fromArray(json_decode((string) file_get_contents($file), true)));
        $this->artisan('card:print', ['card' => self::uuid()])->assertFailed();
        $this->artisan('card:layout', ['card' => $card->uuid, '--out' => storage_path('no/such/folder.json')])->assertFailed();
        unlink($file);
    }

    public function testFilesThatAreNoPictureAreRefusedAndNothingIsLost(): void
    {
        $this->actingAs($this->wren);
        $card = $this->card();
        $this->postJson("/api/cards/$card->uuid/stand-in")->assertStatus(202);
        $this->putJson('/api/verdicts/'.self::uuid(), ['specimenUuid' => $card->specimens[0]->uuid, 'property' => 'staining', 'word' => 'low', 'note' => 'kept'])->assertCreated();
        $before = [Picture::query()->count(), Measurement::query()->where('state', 'done')->count(), Verdict::query()->count()];
        self::assertSame([1, 1, 1], $before);
        $png = (string) file_get_contents(Picture::query()->firstOrFail()->path());
        $huge = substr_replace($png, pack('N2', 30000, 30000), 16, 8);
        $huge = substr_replace($huge, pack('N', crc32(substr($huge, 12, 17))), 29, 4);
        $jpeg = self::jpeg($png);
        foreach ([
            ['', 'scan.png', 'The file is empty'], ['just words, no picture', 'scan.png', 'not a PNG, JPEG, TIFF or WebP picture'], [substr($jpeg, 0, intdiv(strlen($jpeg), 2)), 'scan.jpg', 'ends too early'],
            [$huge, 'scan.png', '30 000 by 30 000 pixels'], [substr($png, 0, intdiv(strlen($png), 2)), 'scan.png', 'damaged'],
        ] as [$bytes, $name, $sentence]) {
            $answer = $this->postJson("/api/cards/$card->uuid/pictures/".self::uuid(), ['picture' => UploadedFile::fake()->createWithContent($name, $bytes)]);
            // What only decoding finds is said by the measurement; everything else at once.
            $said = $answer->status() === 202 ? Measurement::query()->latest('id')->firstOrFail()->problem : $answer->assertStatus(422)->json('detail');
            self::assertStringContainsString($sentence, (string) $said, $name);
        }
        $this->postJson("/api/cards/$card->uuid/pictures/".self::uuid())->assertStatus(422);
        $this->getJson("/api/cards/$card->uuid")->assertJsonPath('shownPicture', Picture::query()->firstOrFail()->uuid)->assertJsonPath('rows.0.verdicts.0.note', 'kept');
        self::assertSame(1, Measurement::query()->where('state', 'done')->count());
        // A whole JPEG is measured, and its copy for looking at carries no metadata.
        $this->postJson("/api/cards/$card->uuid/pictures/".self::uuid(), ['picture' => UploadedFile::fake()->createWithContent('scan.jpg', $jpeg)])->assertStatus(202);
        $last = Measurement::query()->latest('id')->firstOrFail();
        self::assertSame('done', $last->state, (string) $last->problem);
        self::assertContains('a JPEG: fine grain may be lost', $last->result['scan']['remarks'] ?? []);
        $preview = $this->get("/api/pictures/{$last->picture->uuid}/preview.webp")->assertOk();
        self::assertInstanceOf(BinaryFileResponse::class, $preview->baseResponse);
        self::assertStringNotContainsString('Exif', (string) file_get_contents($preview->baseResponse->getFile()->getPathname()));
    }

    private static function jpeg(string $png): string
    {
        $image = new \Imagick;
        $image->readImageBlob($png);
        $image->setImageFormat('jpeg');
        $image->setImageCompressionQuality(92);

        return $image->getImageBlob();
    }

    public function testAnotherCardsPictureIsRefusedByName(): void
    {
        $this->actingAs($this->wren);
        $card = $this->card();
        $other = $this->card();
        $scan = PngWriter::encode(ScannerStandIn::scan($other->cardLayout(), 1, 200));
        $this->postJson("/api/cards/$card->uuid/pictures/".self::uuid(), ['picture' => UploadedFile::fake()->createWithContent('scan.png', $scan)])->assertStatus(202);
        self::assertStringContainsString('This is a picture of card '.$other->cardLayout()->codeText(), (string) Measurement::query()->firstOrFail()->problem);
    }

    public function testAMeasurementIsDerivedOnceAndCanBeRebuilt(): void
    {
        $this->actingAs($this->wren);
        $card = $this->card();
        $this->postJson("/api/cards/$card->uuid/stand-in")->assertStatus(202);
        $measurement = Measurement::query()->firstOrFail();
        $ratings = Rating::query()->orderBy('property')->get(['property', 'value', 'class'])->toArray();
        self::assertSame(['evenness', 'gradation', 'granulation', 'staining', 'transparency', 'two-tone', 'wash separation'], array_column($ratings, 'property'));
        // The job may run twice.
        (new \App\Jobs\MeasurePicture)->handle();
        Rating::query()->delete();
        $this->artisan('ratings:rebuild')->assertSuccessful();
        self::assertSame($ratings, Rating::query()->orderBy('property')->get(['property', 'value', 'class'])->toArray());
        self::assertEquals($measurement->result, Measurement::query()->firstOrFail()->result);
    }

    public function testAFurtherScaleRatesBesideAnEarlierOneAndBothAreToldApart(): void
    {
        $this->actingAs($this->wren);
        $card = $this->card();
        $this->postJson("/api/cards/$card->uuid/stand-in")->assertStatus(202);
        $measurement = Measurement::query()->firstOrFail();
        $grain = static fn (): Rating => Rating::query()->where('property', 'granulation')->firstOrFail();
        $before = $grain();
        // A scale on which every wash granulates heavily.
        $strict = new Scale('strict', grain: new Grain(classes: ['none' => -3.0, 'slight' => -2.0, 'distinct' => -1.0, 'heavy' => INF]));
        DeriveRatings::from($measurement, RunMeasurement::measured($measurement, $card->cardLayout(), null, $strict));
        self::assertSame(['strict', 'heavy', $before->value], [$grain()->scale, $grain()->detail['class'], $grain()->value]);
        self::assertSame(2, Rating::everyVersion()->where('property', 'granulation')->count());
        $told = collect($this->getJson("/api/cards/$card->uuid")->json('rows.0.ratings'))->firstWhere('property', 'granulation');
        self::assertSame(['strict', ['bench scale 1']], [$told['scale'], array_column($told['earlier'], 'scale')]);
        // The first scale holds again, with its own row.
        DeriveRatings::from($measurement, RunMeasurement::measured($measurement, $card->cardLayout()));
        self::assertSame([$before->id, 2], [$grain()->id, Rating::everyVersion()->where('property', 'granulation')->count()]);
    }

    public function testAFadeCardFromTheFirstReadingToAPublishedRecord(): void
    {
        $this->actingAs($this->wren);
        $card = $this->card('fade', 'PV3');
        $this->postJson("/api/cards/$card->uuid/publish")->assertStatus(422);
        $this->postJson("/api/cards/$card->uuid/stand-in")->assertStatus(202);
        self::assertSame('not-tested', Rating::query()->firstOrFail()->status);
        $hanging = ['place' => 'Loft window, Heron Lane', 'facing' => 'south', 'glass' => 'one pane', 'latitude' => 53.42, 'longitude' => 1.87, 'timeZone' => 'Europe/London', 'hungOn' => '2026-03-10', 'note' => 'behind the blue curtain', 'byDose' => false];
        $this->putJson("/api/cards/$card->uuid/hanging/".self::uuid(), $hanging)->assertCreated()->assertJsonPath('hanging.nextCheck', '2026-04-10');
        $this->putJson("/api/cards/$card->uuid/checks/".self::uuid(), ['checkedOn' => '2026-03-01', 'doseMlxh' => 1])->assertStatus(422);
        $check = self::uuid();
        $this->putJson("/api/cards/$card->uuid/checks/$check", ['checkedOn' => '2026-06-12', 'doseMlxh' => 6.2])->assertCreated();
        $this->postJson("/api/cards/$card->uuid/stand-in", ['checkUuid' => $check])->assertStatus(202);
        $last = Measurement::query()->latest('id')->firstOrFail();
        self::assertSame('done', $last->state, (string) $last->problem);
        self::assertNotNull($last->first_picture_id);
        $middle = $last->result['fading'][1];
        self::assertSame('paler', $middle['outcome']);
        self::assertContains('lighter', $middle['words']);
        self::assertNotContains('I', $middle['categories']);
        self::assertStringContainsString('6.2 Mlx h', $middle['wording']);

        $specimen = $card->specimens[0]->uuid;
        $this->putJson('/api/verdicts/'.self::uuid(), ['specimenUuid' => $specimen, 'property' => 'lightfastness', 'word' => 'paler', 'checkUuid' => $check])->assertCreated();
        $this->putJson('/api/verdicts/'.self::uuid(), ['specimenUuid' => $specimen, 'property' => 'lightfastness', 'word' => 'lovely'])->assertStatus(422);
        $this->postJson("/api/cards/$card->uuid/publish")->assertCreated()->assertJsonPath('number', 1);

        $this->deleteJson('/api/session');
        $this->app['auth']->forgetGuards();
        $record = $this->getJson("/api/records/$card->uuid.json")->assertOk();
        $record->assertJsonPath('format', 'marsh-trial/record')->assertJsonPath('hanging.latitude', 53)->assertJsonPath('hanging.longitude', 2)->assertJsonPath('rows.0.verdicts.0.word', 'paler');
        // A window is somebody's home: neither its name nor the note is published.
        foreach (['Heron', 'curtain', '53.42'] as $private) {
            self::assertStringNotContainsString($private, (string) $record->getContent());
        }
        // Of fading the eye says what happened; it is held against what was measured to have happened.
        $this->getJson('/api/pigments/PV3')->assertJsonPath('paints.0.properties.lightfastness.verdicts.0.check', 'agrees')->assertJsonPath('paints.0.properties.lightfastness.measured.property', 'lightfastness')->assertJsonPath('paints.0.properties.lightfastness.measured.card', ['simulated' => true]);
        // Nor does the card itself tell strangers where it hangs.
        $this->getJson("/api/cards/$card->uuid")->assertForbidden();
    }

    public function testAPublishedRevisionNeverChanges(): void
    {
        $this->actingAs($this->wren);
        $card = $this->card();
        $verdict = self::uuid();
        $word = fn (string $w) => $this->putJson("/api/verdicts/$verdict", ['specimenUuid' => $card->specimens[0]->uuid, 'property' => 'staining', 'word' => $w], ['If-Match' => '"1"']);
        $word('low')->assertCreated();
        $this->actingAs($this->other)->getJson("/api/cards/$card->uuid")->assertForbidden();
        $this->actingAs($this->wren)->postJson("/api/cards/$card->uuid/publish")->assertCreated();
        $first = DB::table('revisions')->value('record');
        $word('high')->assertOk();
        self::assertSame($first, DB::table('revisions')->value('record'));
        // The changed verdict is a draft again: others see it only after the next revision.
        $this->actingAs($this->other)->getJson('/api/pigments/PB28')->assertJsonPath('paints.0.properties.staining.verdicts', []);
        $this->actingAs($this->wren)->postJson("/api/cards/$card->uuid/publish")->assertStatus(422)->assertJsonPath('detail', fn (string $d): bool => str_contains($d, 'why there is a new revision'));
        $this->postJson("/api/cards/$card->uuid/publish", ['because' => 'judged again'])->assertJsonPath('number', 2);
        $this->getJson("/api/records/$card->uuid.json")->assertJsonPath('because', 'judged again')->assertJsonPath('licence.key', 'CC-BY-4.0')->assertJsonPath('standing.changes', fn (array $changes): bool => in_array('row 1, Paint 0: staining by eye high, was low', $changes, true) || str_contains(implode(' ', $changes), 'staining by eye high, was low'));
        $this->getJson("/api/records/$card->uuid/1.json")->assertJsonPath('rows.0.verdicts.0.word', 'low');
        $this->getJson("/api/records/$card->uuid.json")->assertJsonPath('rows.0.verdicts.0.word', 'high')->assertJsonPath('revision', 2);
        self::assertSame(2, Revision::query()->count());
    }

    public function testACodesPageAnswersWithAtMostFifteenQueriesHoweverManyPaints(): void
    {
        $this->actingAs($this->wren);
        $card = $this->card('property', 'PB28', 'PB28');
        $this->putJson('/api/verdicts/'.self::uuid(), ['specimenUuid' => $card->specimens[0]->uuid, 'property' => 'staining', 'word' => 'low']);
        RequestMeasurement::fromStandIn(self::uuid(), $card, null);
        $counts = [];
        // How tests scatter is learned once, and kept.
        $this->getJson('/api/pigments/PB28')->assertOk();
        foreach ([2, 40] as $paints) {
            for ($i = 2; $i < $paints; $i++) {
                $uuid = self::uuid();
                $this->putPaint($uuid, ['makerName' => "Maker $i", 'pigments' => 'PB28']);
                $this->putJson('/api/claims/'.self::uuid(), ['paintUuid' => $uuid, 'property' => 'staining', 'words' => 'clings', 'readOn' => '2026-02-20']);
            }
            DB::flushQueryLog();
            DB::enableQueryLog();
            $this->getJson('/api/pigments/pb%2028')->assertOk()->assertJsonCount($paints, 'paints')->assertJsonCount(2, 'stripOrder');
            $counts[] = count(DB::getQueryLog());
        }
        // One more for reading who is signed in, which the test client spares.
        self::assertSame($counts[0], $counts[1]);
        self::assertLessThanOrEqual(14, $counts[1]);
    }

    public function testARecordIsKnownByItsFingerprintWhoeverLeaves(): void
    {
        $this->actingAs($this->wren);
        $card = $this->card('property', 'PB28');
        $this->putJson('/api/verdicts/'.self::uuid(), ['specimenUuid' => $card->specimens[0]->uuid, 'property' => 'staining', 'word' => 'low']);
        config(['stand-ins.dpi' => 200]);
        RequestMeasurement::fromStandIn(self::uuid(), $card, null);
        $this->postJson("/api/cards/$card->uuid/publish")->assertCreated();
        $address = "/api/records/$card->uuid/1.json";
        $record = $this->getJson($address)->assertOk()->assertHeader('X-Fingerprint', 'holds')->assertJsonPath('version', 3)->json();
        self::assertSame($card->pictures()->firstOrFail()->sha256, $record['pictures'][0]['sha256']);
        $file = (string) tempnam(sys_get_temp_dir(), 'record');
        file_put_contents($file, json_encode($record));
        $this->artisan('record:verify', ['file' => $file])->expectsOutputToContain('As it was published')->assertSuccessful();
        // Nobody changes a number, a word or a picture unseen; how the file is laid out does not matter.
        file_put_contents($file, json_encode($record, JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE));
        $this->artisan('record:verify', ['file' => $file])->assertSuccessful();
        foreach (['title' => 'Another', 'revision' => 2, 'pictures' => []] as $member => $value) {
            file_put_contents($file, json_encode([...$record, $member => $value]));
            $this->artisan('record:verify', ['file' => $file])->expectsOutputToContain('Changed since it was published')->assertFailed();
        }
        file_put_contents($file, '{"format": "another"}');
        $this->artisan('record:verify', ['file' => $file])->expectsOutputToContain('is no record')->assertExitCode(2);
        unlink($file);
        // Withdrawn it can be read, says so, and counts for nobody else; its fingerprint is the same.
        $this->putJson("/api/cards/$card->uuid/withdrawal", ['because' => ''])->assertStatus(422);
        $this->putJson("/api/cards/$card->uuid/withdrawal", ['because' => 'the pan held another paint'])->assertOk();
        $this->getJson($address)->assertHeader('X-Fingerprint', 'holds')->assertJsonPath('standing.withdrawn.because', 'the pan held another paint')->assertJsonPath('fingerprint', $record['fingerprint']);
        self::assertNull($this->actingAs($this->other)->getJson('/api/pigments/PB28')->json('paints.0.strip'));
        self::assertTrue($this->getJson('/api/records')->json('records.0.withdrawn'));
        $this->deleteJson("/api/cards/$card->uuid/withdrawal")->assertForbidden();
        $this->actingAs($this->wren)->deleteJson("/api/cards/$card->uuid/withdrawal")->assertNoContent();
        self::assertNotNull($this->actingAs($this->other)->getJson('/api/pigments/PB28')->json('paints.0.strip'));
        $this->getJson($address)->assertJsonPath('standing.withdrawn', null);
        RemovePerson::from($this->wren, '', null);
        $this->app['auth']->forgetGuards();
        $left = $this->getJson($address)->assertOk()->assertHeader('X-Fingerprint', 'holds');
        self::assertSame([RemovePerson::FORMER, $record['fingerprint']], [$left->json('publishedBy'), $left->json('fingerprint')]);
    }

    public function testWhatIsNewCanBeFollowed(): void
    {
        $read = function (string $of): array {
            $answer = $this->get("/feed.atom$of")->assertOk()->assertHeader('Content-Type', 'application/atom+xml; charset=utf-8');
            $atom = simplexml_load_string((string) $answer->getContent()) ?: self::fail('It is no XML.');
            self::assertSame('http://www.w3.org/2005/Atom', $atom->getNamespaces()['']);
            // RFC 4287, 4.1.1: a feed has an id, a title and when it was updated.
            self::assertNotSame(['', '', ''], [(string) $atom->id, (string) $atom->title, (string) $atom->updated]);

            return array_map(static fn (\SimpleXMLElement $e): string => (string) $e->title, iterator_to_array($atom->entry, false));
        };
        self::assertSame([], $read(''));
        $this->actingAs($this->wren);
        foreach (['PB28' => 'Blues & "tides" <of> May', 'PR254' => 'Reds'] as $code => $title) {
            $card = $this->card('property', $code);
            $card->update(['title' => $title]);
            $this->putJson('/api/verdicts/'.self::uuid(), ['specimenUuid' => $card->specimens[0]->uuid, 'property' => 'staining', 'word' => 'low']);
            $this->postJson("/api/cards/$card->uuid/publish")->assertCreated();
        }
        self::assertSame(['Reds', 'Blues & "tides" <of> May'], $read(''));
        self::assertSame(['Blues & "tides" <of> May'], $read('?code=p.b.+28'));
        self::assertSame([], $read('?code=PV3'));
        $this->putJson("/api/cards/$card->uuid/withdrawal", ['because' => 'another pan'])->assertOk();
        self::assertSame(['Blues & "tides" <of> May'], $read(''));
    }

    public function testMakingACardTwiceIsMakingItOnce(): void
    {
        $this->actingAs($this->wren);
        $card = $this->card();
        $again = ['kind' => 'property', 'title' => 'Another title', 'paperUuid' => $card->paper->uuid, 'side' => 'felt side', 'pans' => [$card->specimens[0]->pan->uuid]];
        $this->putJson("/api/cards/$card->uuid", $again)->assertStatus(428);
        $this->putJson("/api/cards/$card->uuid", $again, ['If-Match' => '"1"'])->assertOk();
        self::assertSame([1, 'Another title'], [Card::query()->count(), Card::query()->firstOrFail()->title]);
        $this->putJson('/api/cards/'.self::uuid(), [...$again, 'pans' => array_fill(0, 7, self::uuid())])->assertStatus(422);
        $this->putJson('/api/cards/'.self::uuid(), [...$again, 'pans' => [self::uuid()]])->assertStatus(422)->assertJsonPath('detail', 'One of the chosen pans is no longer there, or is another tester’s.');
        self::assertSame(0, FadeCheck::query()->count());
    }
}
