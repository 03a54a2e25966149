<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Actions\RequestMeasurement;
use App\Models\BenchSession;
use App\Models\Card;
use App\Models\Pan;
use App\Models\Task;
use App\Models\User;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use Symfony\Component\HttpFoundation\BinaryFileResponse;

final class SessionTest extends FeatureTestCase
{
    /** @return array<string, mixed> the session as its maker sees it */
    private function planned(bool $blind = false, int $paints = 2, string $test = 'property'): array
    {
        $this->actingAs($this->wren);
        $pans = [];
        for ($i = 1; $i <= $paints; $i++) {
            $pans[] = $pan = self::uuid();
            $this->putPaint(self::uuid(), ['colourName' => "Secret Name $i", 'pigments' => 'PR254', 'pan' => ['uuid' => $pan, 'form' => 'pan', 'keptAt' => "tin, place $i", 'got' => 'gift']])->assertCreated();
        }

        return $this->putJson('/api/sessions/'.self::uuid(), [
            'title' => 'An afternoon', 'plannedOn' => '2026-05-02', 'paperUuid' => $this->paper(), 'side' => 'felt side', 'pans' => $pans, 'tests' => [$test], 'blind' => $blind, 'conditions' => ['brush' => 'round 8', 'humidity' => '55 %'],
        ])->assertCreated()->json();
    }

    /** @param array<string, mixed> $session */
    private function finish(array $session, string $kind, string $state = 'done'): void
    {
        foreach ($session['tasks'] as $task) {
            if ($task['kind'] === $kind) {
                $this->putJson("/api/tasks/{$task['uuid']}", ['state' => $state, 'reason' => 'no time today'], ['If-Match' => '"1"'])->assertOk();
            }
        }
    }

    public function testAPlanShowsCardsTimeAndPaperBeforeAnythingIsMade(): void
    {
        $this->actingAs($this->wren);
        $pans = [];
        foreach (['PY65', 'PR254', 'PR254', 'PB28', 'PB28', 'PB28', 'PB28'] as $i => $code) {
            $pans[] = $pan = self::uuid();
            $this->putPaint(self::uuid(), ['colourName' => "Paint $i", 'pigments' => $code, 'pan' => ['uuid' => $pan, 'form' => 'pan']]);
        }
        $plan = $this->postJson('/api/session-plan', ['pans' => $pans, 'tests' => ['property']])->assertOk()->assertJsonPath('sheets', 2)->assertJsonPath('squareMetres', 0.125);
        self::assertSame([3, 4], array_map(static fn (array $c): int => count($c['rows']), $plan->json('cards')));
        self::assertSame(0, Card::query()->count());
        $this->postJson('/api/session-plan', ['pans' => [], 'tests' => ['property']])->assertStatus(422)->assertJsonPath('detail', 'Choose at least one pan for the session.');
        // Another tester's pans are not at hand, and hidden names need places.
        $this->actingAs($this->other)->postJson('/api/session-plan', ['pans' => $pans, 'tests' => ['property']])->assertStatus(422);
        self::assertStringContainsString('has none. Give it a place first', $this->actingAs($this->wren)->postJson('/api/session-plan', ['pans' => $pans, 'tests' => ['property'], 'blind' => true])->assertStatus(422)->json('detail'));
    }

    public function testNamesAreNowhereUntilTheLastVerdictIsIn(): void
    {
        $session = $this->planned(blind: true);
        $card = Card::query()->firstOrFail();
        RequestMeasurement::fromStandIn(self::uuid(), $card, null);
        $paint = Pan::query()->with('paint')->firstOrFail()->paint;
        $hidden = ["/api/sessions/{$session['uuid']}", "/api/cards/$card->uuid", "/api/cards/$card->uuid/print.svg", "/api/cards/$card->uuid/layout.json", '/api/cards', '/api/sessions'];
        foreach ($hidden as $path) {
            self::assertStringNotContainsString('Secret Name', (string) $this->get($path)->assertOk()->getContent(), $path);
        }
        $row = $session['cards'][0]['rows'][0];
        self::assertSame([$row['codeWord'], '', null], [$row['label'], $row['about'], $row['paint']]);
        self::assertStringStartsWith('tin, place', $row['place']);
        // Neither the picture's ratings nor the strip are shown beside other evidence.
        $this->getJson("/api/cards/$card->uuid")->assertJsonPath('rows.0.ratings', [])->assertJsonPath('result', null);
        $this->getJson('/api/pigments/PR254')->assertJsonPath('stripOrder', []);
        $this->postJson("/api/cards/$card->uuid/publish")->assertStatus(422);

        $verdict = self::uuid();
        $word = fn (string $uuid, string $word) => $this->putJson("/api/verdicts/$uuid", ['specimenUuid' => $row['uuid'], 'property' => 'transparency', 'word' => $word], ['If-Match' => '"1"']);
        $word($verdict, 'opaque')->assertCreated()->assertJsonPath('blind', true);
        // One's own blind verdict is seen by nobody else.
        $this->actingAs($this->wren)->putJson("/api/sessions/{$session['uuid']}/people/{$this->other->uuid}")->assertOk();
        $this->actingAs($this->other)->getJson("/api/sessions/{$session['uuid']}")->assertOk()->assertJsonPath('cards.0.rows.0.verdicts', []);
        $this->actingAs($this->steward)->getJson("/api/paints/$paint->uuid")->assertJsonPath('properties.transparency.verdicts', []);
        $this->actingAs($this->wren);
        $this->finish($session, 'judge');
        $this->getJson("/api/sessions/{$session['uuid']}")->assertJsonPath('revealed', true)->assertJsonPath('cards.0.rows.0.about', 'Withy Colours · PR254');
        // A blind verdict stays; another beside it is not blind, and disagreement with the picture is pointed out.
        $word($verdict, 'transparent')->assertStatus(409);
        $word(self::uuid(), 'transparent')->assertCreated()->assertJsonPath('blind', false);
        $seen = collect($this->getJson("/api/cards/$card->uuid")->json('rows.0.verdicts'))->keyBy('word');
        self::assertSame([true, false], [$seen['opaque']['blind'], $seen['transparent']['blind']]);
        $classes = collect($this->getJson("/api/cards/$card->uuid")->json('rows.0.ratings'))->firstWhere('property', 'transparency')['classes95'];
        $check = $classes === ['opaque'] ? 'agrees' : (in_array('opaque', $classes, true) ? 'open' : 'contradicted');
        self::assertSame($check, $seen['opaque']['check']);
        $this->postJson("/api/cards/$card->uuid/publish")->assertCreated();
        $this->getJson("/api/records/$card->uuid.json")->assertJsonPath('rows.0.verdicts.0.blind', true)->assertJsonPath('rows.0.conditions.brush.value', 'round 8')->assertJsonPath('rows.0.pan.got', 'gift')->assertJsonMissingPath('rows.0.photos');
    }

    public function testAJudgesOwnLastVerdictLiftsTheBlindForThatJudgeOnly(): void
    {
        $session = $this->planned(blind: true, paints: 1);
        $card = Card::query()->firstOrFail();
        RequestMeasurement::fromStandIn(self::uuid(), $card, null);
        $this->putJson("/api/sessions/{$session['uuid']}/people/{$this->other->uuid}")->assertOk();
        $row = $session['cards'][0]['rows'][0]['uuid'];
        $judge = fn (string $property, string $word) => $this->putJson('/api/verdicts/'.self::uuid(), ['specimenUuid' => $row, 'property' => $property, 'word' => $word])->assertCreated();
        $names = fn (): bool => str_contains((string) $this->getJson("/api/cards/$card->uuid")->assertOk()->getContent(), 'Secret Name');
        $this->getJson("/api/cards/$card->uuid")->assertJsonPath('picturesRead', 1)->assertJsonPath('result', null);
        // A pan's place beside its name would tell.
        $pan = $this->getJson('/api/pans')->json('pans.0');
        self::assertSame(['hidden until all is judged', null, null], [$pan['place'], $pan['palette'], $pan['slot']]);
        $palette = (string) $this->getJson('/api/palettes')->assertOk()->getContent();
        self::assertStringNotContainsString('Secret Name', $palette);
        foreach (['transparency' => 'opaque', 'staining' => 'high'] as $property => $word) {
            $judge($property, $word);
        }
        self::assertFalse($names());
        // On the card's page, without any step at the bench.
        $judge('granulation', 'none');
        self::assertTrue($names());
        self::assertStringStartsWith('tin', $this->getJson('/api/pans')->json('pans.0.place'));
        $this->getJson('/api/pigments/PR254')->assertJsonCount(1, 'stripOrder');
        $this->actingAs($this->other);
        self::assertFalse($names());
        $this->getJson('/api/pigments/PR254')->assertJsonPath('stripOrder', []);
        $judge('transparency', 'opaque');
        // The first judge closes the steps of judging; who is still at it stays blind.
        $this->actingAs($this->wren);
        $this->finish($session, 'judge');
        $this->actingAs($this->other);
        self::assertFalse($names());
        $judge('staining', 'low');
        $judge('granulation', 'none');
        self::assertTrue($names());
        self::assertNotNull(BenchSession::query()->firstOrFail()->revealed_at);
    }

    public function testWhatIsEnteredAtTheBenchIsKeptOnceHoweverOftenItIsSent(): void
    {
        $session = $this->planned();
        $row = $session['cards'][0]['rows'][0]['uuid'];
        [$timer, $remark, $condition, $photo] = [self::uuid(), self::uuid(), self::uuid(), self::uuid()];
        foreach ([1, 2] as $time) {
            $this->putJson("/api/timers/$timer", ['sessionUuid' => $session['uuid'], 'taskUuid' => $session['tasks'][1]['uuid'], 'kind' => 'drying', 'seconds' => 1800, 'startedAt' => '2026-05-02T10:00:00.250Z']);
            $this->putJson("/api/remarks/$remark", ['specimenUuid' => $row, 'word' => 'streaky']);
            $this->putJson("/api/specimen-conditions/$condition", ['specimenUuid' => $row, 'key' => 'brush', 'value' => 'flat 12']);
            $this->post("/api/photos/$photo", ['specimenUuid' => $row, 'photo' => UploadedFile::fake()->image('wet.jpg', 40, 30)], ['Accept' => 'application/json'])->assertStatus($time === 1 ? 201 : 200);
        }
        $now = $this->getJson("/api/sessions/{$session['uuid']}")->assertOk()->assertJsonCount(1, 'timers')->assertJsonPath('timers.0.startedAt', '2026-05-02T10:00:00.250+00:00')->assertJsonPath('timers.0.task', $session['tasks'][1]['uuid']);
        $first = $now->json('cards.0.rows.0');
        self::assertSame([['streaky'], 1, ['value' => 'flat 12', 'inherited' => 'round 8', 'own' => true], '55'], [array_column($first['remarks'], 'word'), count($first['photos']), $first['conditions']['brush'], $first['conditions']['humidity']['value']]);
        self::assertSame('round 8', $now->json('cards.0.rows.1.conditions.brush.value'));
        $this->get("/api/photos/$photo/preview.webp")->assertOk()->assertHeader('Content-Type', 'image/webp');
        // Only an edition that is known may be changed, and a skip says why.
        $task = $session['tasks'][0]['uuid'];
        $this->putJson("/api/tasks/$task", ['state' => 'skipped'], ['If-Match' => '"1"'])->assertStatus(422);
        $this->putJson("/api/tasks/$task", ['state' => 'skipped', 'reason' => 'pan not found'])->assertStatus(428);
        $this->putJson("/api/tasks/$task", ['state' => 'skipped', 'reason' => 'pan not found'], ['If-Match' => '"1"'])->assertOk()->assertJsonPath('edition', 2)->assertJsonPath('by', 'wren');
        $this->putJson("/api/tasks/$task", ['state' => 'done'], ['If-Match' => '"1"'])->assertStatus(412);
        foreach ([['humidity', '400'], ['mood', 'calm']] as [$key, $value]) {
            $this->putJson("/api/sessions/{$session['uuid']}/conditions", ['conditions' => [$key => $value]], ['If-Match' => '"1"'])->assertStatus(422);
        }
        $this->putJson("/api/sessions/{$session['uuid']}/conditions", ['conditions' => ['humidity' => '60']], ['If-Match' => '"1"'])->assertOk()->assertJsonPath('edition', 2);
        // The same session planned twice is one session with one set of cards.
        $this->putJson("/api/sessions/{$session['uuid']}", ['title' => 'x', 'plannedOn' => '2026-05-02', 'paperUuid' => $session['paperUuid'], 'side' => 'felt side', 'pans' => [], 'tests' => []])->assertOk();
        self::assertSame([1, 1], [BenchSession::query()->count(), Card::query()->count()]);
    }

    public function testWhatIsSeenAndMeasuredByHandStandsBesideOneAnother(): void
    {
        $session = $this->planned(paints: 1);
        $this->putJson("/api/sessions/{$session['uuid']}/people/{$this->other->uuid}");
        $row = $session['cards'][0]['rows'][0]['uuid'];
        self::assertContains('bloom', $session['moreByEye']);
        $mine = self::uuid();
        $spread = fn (string $uuid, string $value, int $edition = 1) => $this->putJson("/api/hand-readings/$uuid", ['specimenUuid' => $row, 'what' => 'spread', 'value' => $value], ['If-Match' => "\"$edition\""]);
        $spread($mine, '23,5')->assertCreated()->assertJsonPath('value', 23.5);
        $spread($mine, '23.5')->assertOk()->assertJsonPath('edition', 1);
        foreach (['-1', '151', 'wide'] as $wrong) {
            self::assertStringContainsString('is a number from 0 to 150 mm', $spread(self::uuid(), $wrong)->assertStatus(422)->json('detail'));
        }
        $this->putJson('/api/verdicts/'.self::uuid(), ['specimenUuid' => $row, 'property' => 'bloom', 'word' => 'hard-edged'])->assertCreated();
        $this->putJson('/api/verdicts/'.self::uuid(), ['specimenUuid' => $row, 'property' => 'bloom', 'word' => 'opaque'])->assertStatus(422);
        $this->actingAs($this->other);
        $spread(self::uuid(), '26')->assertCreated();
        // Each keeps their own; nobody changes the other's.
        $spread($mine, '99')->assertForbidden();
        $there = $this->getJson("/api/sessions/{$session['uuid']}")->json('cards.0.rows.0');
        self::assertSame([['wren', 23.5], ['other', 26]], array_map(static fn (array $r): array => [$r['by'], $r['value']], $there['byHand']));
        $this->actingAs($this->wren);
        $paint = Pan::query()->with('paint')->firstOrFail()->paint->uuid;
        $this->getJson("/api/paints/$paint")->assertJsonPath('alsoJudged.0.word', 'hard-edged')->assertJsonCount(2, 'byHand')->assertJsonPath('properties.staining.verdicts', []);
        $spread($mine, '')->assertOk();
        $this->getJson("/api/paints/$paint")->assertJsonCount(1, 'byHand');
        $card = Card::query()->firstOrFail();
        $this->postJson("/api/cards/$card->uuid/publish")->assertCreated();
        $this->getJson("/api/records/$card->uuid.json")->assertJsonPath('rows.0.byHand.0.value', 26)->assertJsonPath('rows.0.verdicts.0.property', 'bloom');
    }

    public function testAPhotographIsAPictureSeenByThoseWhoWereThereAndTellsNoPlace(): void
    {
        $session = $this->planned();
        $row = $session['cards'][0]['rows'][0]['uuid'];
        $send = fn (string $uuid, UploadedFile $file) => $this->post("/api/photos/$uuid", ['specimenUuid' => $row, 'photo' => $file], ['Accept' => 'application/json']);
        foreach ([UploadedFile::fake()->createWithContent('x.jpg', 'no picture'), UploadedFile::fake()->createWithContent('x.jpg', '')] as $wrong) {
            self::assertNotSame('', $send(self::uuid(), $wrong)->assertStatus(422)->json('detail'));
        }
        $image = new \Imagick;
        $image->newImage(60, 40, '#4060a0', 'jpeg');
        // A comment stands for all that a camera writes beside the picture.
        $image->commentImage('N 53.4211 E 1.8765');
        $photo = self::uuid();
        $send($photo, UploadedFile::fake()->createWithContent('wet.jpg', $image->getImageBlob()))->assertCreated();
        $path = "/api/photos/$photo/preview.webp";
        $seen = $this->get($path)->assertOk()->baseResponse;
        self::assertInstanceOf(BinaryFileResponse::class, $seen);
        self::assertStringNotContainsString('53.4211', (string) file_get_contents($seen->getFile()->getPathname()));
        $this->actingAs($this->other)->get($path)->assertForbidden();
        $send(self::uuid(), UploadedFile::fake()->image('mine.jpg'))->assertForbidden();
        $this->actingAs($this->wren)->putJson("/api/sessions/{$session['uuid']}/people/{$this->other->uuid}");
        $this->actingAs($this->other)->get($path)->assertOk();
    }

    public function testWhatIsMalformedIsRefusedInASentenceAndChangesNothing(): void
    {
        $session = $this->planned();
        $row = $session['cards'][0]['rows'][0]['uuid'];
        $task = $session['tasks'][0]['uuid'];
        $before = DB::table('tasks')->get()->toJson();
        foreach ([
            ['PUT', "/api/tasks/$task", ['state' => 'finished']], ['PUT', "/api/tasks/$task", ['state' => 'skipped', 'reason' => str_repeat('x', 301)]],
            ['PUT', '/api/timers/'.self::uuid(), ['sessionUuid' => $session['uuid'], 'kind' => 'boiling', 'seconds' => 3, 'startedAt' => 'now']], ['PUT', '/api/timers/'.self::uuid(), ['sessionUuid' => $session['uuid'], 'kind' => 'dwell', 'seconds' => 0, 'startedAt' => 'now']],
            ['PUT', '/api/timers/'.self::uuid(), ['sessionUuid' => $session['uuid'], 'kind' => 'dwell', 'seconds' => 30, 'startedAt' => 'at high tide']], ['PUT', '/api/remarks/'.self::uuid(), ['specimenUuid' => $row, 'word' => 'splendid']],
            ['PUT', '/api/remarks/'.self::uuid(), ['specimenUuid' => $row, 'note' => str_repeat('x', 2001)]], ['PUT', '/api/specimen-conditions/'.self::uuid(), ['specimenUuid' => $row, 'key' => 'inkSet', 'value' => 'prayer']],
            ['PUT', '/api/palettes/'.self::uuid(), ['name' => 'Tin', 'rows' => 0, 'columns' => 4]], ['PUT', '/api/palettes/'.self::uuid(), ['name' => ' ', 'rows' => 1, 'columns' => 4]],
            ['PUT', '/api/verdicts/'.self::uuid(), ['specimenUuid' => $row, 'property' => 'staining', 'word' => 'splendid']], ['PUT', '/api/sessions/'.self::uuid(), ['title' => '', 'plannedOn' => '2026-05-02', 'paperUuid' => $session['paperUuid'], 'side' => 'felt side', 'pans' => [], 'tests' => []]],
            ['POST', '/api/session-plan', ['pans' => ['x'], 'tests' => ['property']]], ['PUT', '/api/sessions/'.self::uuid(), ['title' => 'A', 'plannedOn' => 'soon', 'paperUuid' => $session['paperUuid'], 'side' => 'upside', 'pans' => [], 'tests' => []]],
        ] as [$method, $path, $body]) {
            $answer = $this->json($method, $path, $body, ['If-Match' => '"1"'])->assertStatus(422)->assertHeader('Content-Type', 'application/problem+json');
            self::assertMatchesRegularExpression('/^[A-Z"].{8,}\.$/su', $answer->json('detail'), $path);
        }
        foreach (["/api/tasks/$row", '/api/tasks/'.self::uuid()] as $nowhere) {
            $this->putJson($nowhere, ['state' => 'done'])->assertNotFound();
        }
        self::assertSame([$before, 0, 0, 0], [DB::table('tasks')->get()->toJson(), DB::table('timers')->count(), DB::table('remarks')->count(), DB::table('palettes')->count()]);
        // Code words without anything to be judged in the session would never be lifted.
        $pan = Pan::query()->value('uuid');
        self::assertStringContainsString('Choose the bench tests too', $this->postJson('/api/session-plan', ['pans' => [$pan], 'tests' => ['fade'], 'blind' => true])->assertStatus(422)->json('detail'));
    }

    public function testAPlanFindsItsPansAmongThousands(): void
    {
        $this->actingAs($this->wren);
        $this->putPaint(self::uuid(), ['colourName' => 'Needle Grey', 'pigments' => 'PBk6', 'pan' => ['uuid' => self::uuid(), 'form' => 'pan', 'keptAt' => 'hay loft']]);
        $this->putPaint($hay = self::uuid(), ['colourName' => 'Hay', 'pan' => null]);
        $paint = DB::table('paints')->where('uuid', $hay)->value('id');
        foreach (array_chunk(range(1, 3000), 500) as $some) {
            DB::table('pans')->insert(array_map(fn (int $i): array => ['uuid' => self::uuid(), 'owner_id' => $this->wren->id, 'paint_id' => $paint, 'form' => 'pan', 'kept_at' => "drawer $i"], $some));
        }
        $this->getJson('/api/session-choices')->assertOk()->assertJsonPath('total', 3001)->assertJsonCount(200, 'pans');
        foreach (['ng', 'bk6', 'hay loft', 'needle'] as $typed) {
            $this->getJson('/api/session-choices?q='.urlencode($typed))->assertJsonPath('total', 1)->assertJsonPath('pans.0.paint.colourName', 'Needle Grey');
        }
        DB::enableQueryLog();
        $this->getJson('/api/session-choices?want=retest')->assertJsonPath('total', 0);
        $this->getJson('/api/session-choices?want=never&q=drawer+2999')->assertJsonPath('total', 1);
        $this->getJson('/api/palettes')->assertJsonPath('unplacedCount', 3001)->assertJsonCount(300, 'unplaced');
        self::assertLessThan(60, count(DB::getQueryLog()));
        $needle = Pan::query()->with('paint')->where('kept_at', 'hay loft')->firstOrFail();
        $this->putJson("/api/pans/$needle->uuid", ['paintUuid' => $needle->paint->uuid, 'form' => 'pan', 'keptAt' => 'hay loft', 'state' => 'empty'], ['If-Match' => '"1"'])->assertOk();
        $this->getJson('/api/session-choices?q=needle')->assertJsonPath('total', 0);
        // The list of paints is narrowed to what one looks for at the shelf.
        foreach (['mine' => 2, 'several of one' => 1, 'empty or gone' => 1, 'unlabelled' => 0, 'no place' => 0, 'discontinued' => 0] as $show => $total) {
            $this->getJson('/api/paints?show='.urlencode($show))->assertJsonPath('total', $total);
        }
        $this->getJson('/api/paints?q=needle&show=several+of+one')->assertJsonPath('total', 0);
        $this->getJson('/api/paints?q=hay&show=several+of+one')->assertJsonPath('total', 1);
    }

    public function testOnlyThoseWhoWorkOnItSeeAndChangeASession(): void
    {
        $session = $this->planned();
        $row = $session['cards'][0]['rows'][0]['uuid'];
        $writes = [
            ['PUT', "/api/tasks/{$session['tasks'][0]['uuid']}", ['state' => 'done']], ['PUT', '/api/timers/'.self::uuid(), ['sessionUuid' => $session['uuid'], 'kind' => 'dwell', 'seconds' => 30, 'startedAt' => '2026-05-02T10:00:00Z']],
            ['PUT', '/api/remarks/'.self::uuid(), ['specimenUuid' => $row, 'word' => 'streaky']], ['PUT', '/api/specimen-conditions/'.self::uuid(), ['specimenUuid' => $row, 'key' => 'brush', 'value' => 'x']],
            ['PUT', '/api/spoilings/'.self::uuid(), ['specimenUuid' => $row, 'reason' => 'smudged or splashed']], ['PUT', "/api/sessions/{$session['uuid']}/conditions", ['conditions' => ['room' => 'x']]],
            ['PUT', '/api/verdicts/'.self::uuid(), ['specimenUuid' => $row, 'property' => 'staining', 'word' => 'low']], ['GET', "/api/sessions/{$session['uuid']}", []],
        ];
        foreach ($writes as [$method, $path, $body]) {
            $this->actingAs($this->other)->json($method, $path, $body, ['If-Match' => '"1"'])->assertForbidden();
        }
        $this->actingAs($this->wren)->putJson("/api/sessions/{$session['uuid']}/people/{$this->other->uuid}")->assertOk()->assertJsonCount(2, 'people');
        foreach ($writes as [$method, $path, $body]) {
            self::assertLessThan(300, $this->actingAs($this->other)->json($method, $path, $body, ['If-Match' => '"1"'])->status(), $path);
        }
        // A helper does not publish, nor ask others in.
        $this->postJson('/api/cards/'.Card::query()->value('uuid').'/publish')->assertForbidden();
        $this->deleteJson("/api/sessions/{$session['uuid']}/people/{$this->wren->uuid}")->assertForbidden();
        $this->getJson('/api/today')->assertJsonPath('sessions.0.uuid', $session['uuid']);
        $this->actingAs($this->wren)->deleteJson("/api/sessions/{$session['uuid']}/people/{$this->other->uuid}")->assertOk();
        $this->actingAs($this->other)->getJson("/api/sessions/{$session['uuid']}")->assertForbidden();
    }

    /** Two people take turns at random, each from what they saw last: every write is either kept or refused, and none is lost unseen. */
    public function testTwoHundredInterleavedWritesOverwriteNothingSilently(): void
    {
        $session = $this->planned();
        $this->putJson("/api/sessions/{$session['uuid']}/people/{$this->other->uuid}");
        mt_srand(3);
        $people = [$this->wren, $this->other];
        $seen = [[], []];
        $kept = $refused = 0;
        $truth = [];
        for ($i = 0; $i < 200; $i++) {
            $who = mt_rand(0, 1);
            $task = mt_rand(0, 3);
            $uuid = $session['tasks'][$task]['uuid'];
            // Now and then somebody looks; otherwise they write from an older view.
            if (! isset($seen[$who][$task]) || mt_rand(0, 2) === 0) {
                $seen[$who][$task] = Task::query()->where('uuid', $uuid)->value('edition');
            }
            $edition = $seen[$who][$task];
            $answer = $this->actingAs($people[$who])->putJson("/api/tasks/$uuid", ['state' => 'skipped', 'reason' => "reason $i"], ['If-Match' => "\"$edition\""]);
            $current = $truth[$task]['edition'] ?? 1;
            if ($edition === $current) {
                $answer->assertOk()->assertJsonPath('edition', $current + 1);
                $truth[$task] = ['edition' => $current + 1, 'reason' => "reason $i"];
                $seen[$who][$task] = $current + 1;
                $kept++;
            } else {
                $answer->assertStatus(412);
                $refused++;
            }
        }
        self::assertSame(200, $kept + $refused);
        self::assertGreaterThan(30, min($kept, $refused));
        foreach ($truth as $task => $expected) {
            self::assertSame($expected, Task::query()->where('uuid', $session['tasks'][$task]['uuid'])->firstOrFail()->only('edition', 'reason'));
        }
    }

    public function testRepeatsStandSideBySideAndASpoiledOneNoLongerCounts(): void
    {
        $session = $this->planned(paints: 1);
        $pan = Pan::query()->with('paint')->firstOrFail();
        RequestMeasurement::fromStandIn(self::uuid(), Card::query()->firstOrFail(), null);
        $again = self::uuid();
        $this->putJson("/api/cards/$again", ['kind' => 'property', 'title' => 'Another day', 'paperUuid' => $session['paperUuid'], 'side' => 'felt side', 'pans' => [$pan->uuid]])->assertCreated();
        RequestMeasurement::fromStandIn(self::uuid(), Card::query()->where('uuid', $again)->firstOrFail(), null);
        $residue = fn (): ?array => collect($this->getJson("/api/paints/{$pan->paint->uuid}")->assertOk()->json('tests.0.properties'))->firstWhere('property', 'staining');
        // Two hands never lift alike; here by as much as their uncertainty allows.
        DB::table('ratings')->where('property', 'staining')->update(['value' => 0.50, 'uncertainty' => 0.03]);
        DB::table('ratings')->where('property', 'staining')->orderByDesc('id')->limit(1)->update(['value' => 0.54]);
        self::assertSame([2, null], [count($residue()['tests'] ?? []), $residue()['apart'] ?? null]);
        self::assertEqualsWithDelta(0.04 / M_SQRT2, $residue()['spread'] ?? null, 1e-9);
        // The second test comes out far off: a retest is suggested.
        DB::table('ratings')->where('property', 'staining')->orderByDesc('id')->limit(1)->update(['value' => 5.0, 'uncertainty' => 0.03]);
        self::assertNotNull($residue()['apart'] ?? null);
        self::assertContains('staining', $this->getJson('/api/session-choices')->assertJsonPath('pans.0.testedOnPapers', [$session['paperUuid']])->json('pans.0.retest'));
        self::assertContains('staining', $this->getJson('/api/today')->json('retest.0.properties'));
        self::assertNotContains('evenness', $this->getJson('/api/today')->json('retest.0.properties'));
        $spoiling = self::uuid();
        $this->putJson("/api/spoilings/$spoiling", ['specimenUuid' => $residue()['tests'][1]['specimen'] ?? '', 'property' => 'staining', 'reason' => ''])->assertStatus(422);
        $this->putJson("/api/spoilings/$spoiling", ['specimenUuid' => $residue()['tests'][1]['specimen'] ?? '', 'property' => 'staining', 'reason' => 'paper roughened'])->assertCreated();
        self::assertSame([1, 'paper roughened', null], [$residue()['counted'] ?? 0, $residue()['tests'][1]['spoiled'] ?? '', $residue()['apart'] ?? null]);
        $this->getJson("/api/paints/{$pan->paint->uuid}")->assertJsonPath('properties.staining.tests', 1)->assertJsonPath('properties.granulation.tests', 2);
        $this->getJson("/api/cards/$again")->assertJsonPath('rows.0.spoiled.0.reason', 'paper roughened');
        $this->deleteJson("/api/spoilings/$spoiling")->assertNoContent();
        $this->getJson("/api/paints/{$pan->paint->uuid}")->assertJsonPath('properties.staining.tests', 2);
    }

    public function testResultsOfDifferentProtocolsAreNeverTakenTogether(): void
    {
        $session = $this->planned(paints: 1);
        $pan = Pan::query()->with('paint')->firstOrFail();
        $gentle = $this->putJson('/api/sessions/'.self::uuid(), ['title' => 'Blotted', 'plannedOn' => '2026-05-03', 'paperUuid' => $session['paperUuid'], 'side' => 'felt side', 'pans' => [$pan->uuid], 'tests' => ['property'], 'lifting' => 'lift-blot-wet'])->assertCreated()->json();
        self::assertContains('blot', array_column($gentle['tasks'], 'kind'));
        self::assertNotContains('lift-soft', array_column($gentle['tasks'], 'kind'));
        self::assertStringContainsString('blot while wet', (string) $this->get("/api/cards/{$gentle['cards'][0]['uuid']}/print.svg")->getContent());
        foreach ([$session, $gentle] as $one) {
            RequestMeasurement::fromStandIn(self::uuid(), Card::query()->where('uuid', $one['cards'][0]['uuid'])->firstOrFail(), null);
        }
        $tests = collect($this->getJson("/api/paints/{$pan->paint->uuid}")->assertOk()->json('tests.0.properties'))->keyBy('property');
        self::assertSame(['lift-soft-then-stiff 1', 'lift-blot-wet 1'], array_column($tests['staining']['tests'], 'protocol'));
        self::assertSame([1, 2], [$tests['staining']['counted'], $tests['granulation']['counted']]);
        $shown = collect($this->getJson("/api/cards/{$gentle['cards'][0]['uuid']}")->json('rows.0.ratings'))->firstWhere('property', 'staining');
        self::assertSame(['lift-blot-wet 1', [], null], [$shown['protocol'], $shown['classes'], $shown['class']]);
        $this->getJson('/api/protocols')->assertOk()->assertJsonFragment(['text' => 'lift-blot-wet 1']);
        $this->postJson('/api/session-plan', ['pans' => [$pan->uuid], 'tests' => ['property'], 'lifting' => 'by magic'])->assertStatus(422);
        $this->putJson('/api/sessions/'.self::uuid(), ['title' => 'x', 'plannedOn' => '2026-05-03', 'paperUuid' => $session['paperUuid'], 'side' => 'felt side', 'pans' => [$pan->uuid], 'tests' => ['property'], 'lifting' => 'by magic'])->assertStatus(422)->assertJsonPath('detail', 'There is no protocol called "by magic".');
    }

    public function testTodayKnowsWhereOneStoppedWhatDriesAndWhatWasForgotten(): void
    {
        Carbon::setTestNow('2026-05-02 10:00:00');
        $session = $this->planned();
        Pan::query()->update(['opened_on' => '2026-03-05 00:00:00']);
        $this->putPaint(self::uuid(), ['colourName' => 'Left Alone', 'pan' => ['uuid' => self::uuid(), 'form' => 'tube', 'openedOn' => '2026-03-05', 'keptAt' => 'drawer']]);
        $this->putPaint(self::uuid(), ['colourName' => 'Used Up', 'pan' => ['uuid' => self::uuid(), 'form' => 'tube', 'openedOn' => '2026-03-05', 'state' => 'empty']]);
        $this->putJson('/api/timers/'.self::uuid(), ['sessionUuid' => $session['uuid'], 'kind' => 'drying', 'label' => 'card 1', 'seconds' => 1800, 'startedAt' => '2026-05-02T09:50:00Z']);
        $this->finish($session, 'line');
        $today = $this->getJson('/api/today')->assertOk()
            ->assertJsonPath('sessions.0.next', 'Pre-wet the pans')->assertJsonPath('sessions.0.done', 1)->assertJsonPath('timers.0.label', 'card 1');
        // What is on a card is on its way; what is used up is not waiting for anything.
        self::assertSame(['Left Alone'], array_column($today->json('forgotten'), 'name'));
        // Put away, it asks for nothing; taken up again, it is where it was.
        $this->postJson("/api/sessions/{$session['uuid']}/away", ['away' => true])->assertOk();
        $this->getJson('/api/today')->assertJsonPath('sessions', [])->assertJsonPath('waiting', []);
        $this->postJson("/api/sessions/{$session['uuid']}/away", ['away' => false])->assertOk()->assertJsonPath('tasks.0.state', 'done');
        $this->getJson('/api/today')->assertJsonCount(1, 'sessions')->assertJsonCount(1, 'waiting');
        $today->assertJsonPath('forgotten.0.openedOn', '2026-03-05')->assertJsonPath('forgotten.0.place', 'drawer');
        Carbon::setTestNow();
    }

    public function testPansHaveTheirPlacesAndChangeThem(): void
    {
        $this->actingAs($this->wren);
        $palette = self::uuid();
        $this->putJson("/api/palettes/$palette", ['name' => 'Green tin', 'rows' => 2, 'columns' => 3])->assertCreated();
        $this->putJson('/api/palettes/'.self::uuid(), ['name' => 'Green tin', 'rows' => 1, 'columns' => 1])->assertStatus(422);
        // A steward who renames it to a name that its owner has is told so as well.
        $this->putJson('/api/palettes/'.$second = self::uuid(), ['name' => 'Blue tin', 'rows' => 1, 'columns' => 1])->assertCreated();
        $this->actingAs($this->steward)->putJson("/api/palettes/$second", ['name' => 'Green tin', 'rows' => 1, 'columns' => 1], ['If-Match' => '"1"'])->assertStatus(422);
        $this->actingAs($this->wren)->deleteJson("/api/palettes/$second")->assertOk();
        $pans = [];
        foreach ([1, 2] as $i) {
            $pans[$i] = self::uuid();
            $this->putPaint(self::uuid(), ['colourName' => "Paint $i", 'pan' => ['uuid' => $pans[$i], 'form' => 'pan', 'price' => '9.40', 'currency' => 'EUR', 'volumeMl' => 10]]);
        }
        $place = fn (string $pan, ?int $slot, int $edition) => $this->putJson("/api/pans/$pan/place", ['paletteUuid' => $slot === null ? null : $palette, 'slot' => $slot], ['If-Match' => "\"$edition\""]);
        $place($pans[1], 4, 1)->assertOk()->assertJsonPath('palettes.0.pans.0.slot', 4)->assertJsonPath('palettes.0.pans.0.perMl', '0.94 EUR/ml')->assertJsonCount(1, 'unplaced');
        $place($pans[2], 7, 1)->assertStatus(422)->assertJsonPath('detail', '"Green tin" has 6 slots.');
        $place($pans[2], 2, 1)->assertOk();
        $place($pans[1], 2, 1)->assertStatus(412);
        // Into a slot in use: the two change places.
        $place($pans[1], 2, 2)->assertOk();
        self::assertSame([2, 4], Pan::query()->orderBy('id')->pluck('slot')->all());
        $this->putJson("/api/palettes/$palette", ['name' => 'Green tin', 'rows' => 1, 'columns' => 3], ['If-Match' => '"1"'])->assertStatus(422);
        $this->getJson('/api/paints?q=p2')->assertJsonPath('paints.0.pans.0.place', 'Green tin, slot 4');
        $labels = $this->get('/api/labels.svg?pans='.implode(',', $pans))->assertOk()->getContent();
        foreach (['Paint 1', 'Green tin, slot 2', 'width="297mm"'] as $words) {
            self::assertStringContainsString($words, (string) $labels);
        }
        $this->actingAs($this->other)->putJson("/api/pans/$pans[1]/place", ['paletteUuid' => null])->assertForbidden();
        $this->actingAs($this->wren)->deleteJson("/api/palettes/$palette")->assertOk()->assertJsonCount(2, 'unplaced');
    }

    public function testAFormulationAndAnUnlabelledPan(): void
    {
        $this->actingAs($this->wren);
        $known = self::uuid();
        $this->putPaint($known, ['colourName' => 'Beacon Red'])->assertCreated();
        $formulation = self::uuid();
        $this->putJson("/api/formulations/$formulation", ['paintUuid' => $known, 'since' => '2021-04-01', 'pigments' => 'PR83', 'note' => 'older tubes'])->assertCreated()->assertJsonPath('statement.text', 'PR83');
        $pan = Pan::query()->firstOrFail();
        $this->putJson("/api/pans/$pan->uuid", ['paintUuid' => $known, 'form' => 'tube', 'formulationUuid' => $formulation], ['If-Match' => '"1"'])->assertOk()->assertJsonPath('formulation.since', '2021-04-01');
        // An unlabelled pan has its own row on a card; its stroke is laid beside those of known paints.
        $mystery = self::uuid();
        $this->putPaint(self::uuid(), ['makerName' => 'unknown', 'colourName' => 'Unlabelled', 'pigments' => '', 'pan' => ['uuid' => $mystery, 'form' => 'pan', 'state' => 'unlabelled']]);
        $this->getJson("/api/pans/$mystery/narrowing")->assertOk()->assertJsonPath('strip', null);
        $card = self::uuid();
        $this->putJson("/api/cards/$card", ['kind' => 'property', 'title' => 'A dab', 'paperUuid' => $this->paper(), 'side' => 'felt side', 'pans' => [$pan->uuid, $mystery]])->assertCreated();
        RequestMeasurement::fromStandIn(self::uuid(), Card::query()->where('uuid', $card)->firstOrFail(), null);
        $found = $this->getJson("/api/pans/$mystery/narrowing")->assertOk()->assertJsonPath('candidates.0.paint.colourName', 'Beacon Red');
        self::assertContains($found->json('candidates.0.says'), ['may be this one', 'near, but probably another', 'not this one']);
        // Recognised: the pan becomes one of the known paint, and its tests go with it.
        $this->putJson("/api/pans/$mystery", ['paintUuid' => $known, 'form' => 'pan', 'state' => 'in use'], ['If-Match' => '"1"'])->assertOk();
        self::assertSame(2, DB::table('strips')->where('paint_id', Pan::query()->where('uuid', $mystery)->value('paint_id'))->count());
        self::assertSame(3, User::query()->count());
    }
}
