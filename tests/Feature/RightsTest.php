<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Actions\RequestMeasurement;
use App\Models\Card;
use App\Models\Measurement;
use App\Models\Picture;
use Illuminate\Support\Carbon;

/** Who may do what, address by address, and what the pages for one person show. */
final class RightsTest extends FeatureTestCase
{
    /** @return array<string, array{0: string, 1: string, 2: array<string, mixed>, 3: int}> name => method, path, body, edition; all on things that wren owns */
    private function writes(): array
    {
        $this->actingAs($this->wren);
        $card = $this->card('fade', 'PV3');
        $paint = $card->specimens[0]->pan->paint;
        $maker = $paint->maker->uuid;
        $words = [['word' => 'a', 'classes' => ['low']], ['word' => 'b', 'classes' => ['high']]];
        $hanging = ['place' => 'loft', 'facing' => 'south', 'timeZone' => 'Europe/London', 'hungOn' => '2026-03-10', 'withoutFirst' => true];
        $writes = [
            'paint' => ['PUT', "/api/paints/$paint->uuid", ['makerName' => 'Withy Colours', 'colourName' => 'Changed']],
            'pan' => ['PUT', "/api/pans/{$card->specimens[0]->pan->uuid}", ['paintUuid' => $paint->uuid, 'form' => 'stick']],
            'claim scale' => ['PUT', '/api/claim-scales/'.self::uuid(), ['makerUuid' => $maker, 'property' => 'staining', 'name' => 'label', 'words' => $words]],
            'claim' => ['PUT', '/api/claims/'.self::uuid(), ['paintUuid' => $paint->uuid, 'property' => 'staining', 'words' => 'a', 'readOn' => '2026-02-20']],
            'paper' => ['PUT', "/api/papers/{$card->paper->uuid}", ['maker' => 'Other Mill', 'fibre' => 'cotton', 'surface' => 'rough']],
            'card' => ['PUT', "/api/cards/$card->uuid", ['kind' => 'fade', 'title' => 'Changed', 'paperUuid' => $card->paper->uuid, 'side' => 'felt side', 'pans' => [$card->specimens[0]->pan->uuid]]],
            'hanging' => ['PUT', "/api/cards/$card->uuid/hanging/".self::uuid(), $hanging],
            'check' => ['PUT', "/api/cards/$card->uuid/checks/".self::uuid(), ['checkedOn' => '2026-04-10', 'doseMlxh' => 2]],
            'verdict' => ['PUT', '/api/verdicts/'.self::uuid(), ['specimenUuid' => $card->specimens[0]->uuid, 'property' => 'lightfastness', 'word' => 'paler']],
        ];
        // Make those that are not there yet, so that each write below is a change.
        foreach ($writes as $name => [$method, $path, $body]) {
            self::assertLessThan(300, $this->json($method, $path, $name === 'paint' || $name === 'paper' ? [...$body, 'colourName' => 'Paint 0', 'maker' => 'Fleet Mill'] : $body, ['If-Match' => '"1"'])->status(), $name);
        }

        // Each differs from what is there now; the edition is the one that it changes.
        $changes = ['paint' => [], 'pan' => ['batch' => 'S'], 'claim scale' => ['name' => 'box'], 'claim' => ['words' => 'b'], 'paper' => [], 'card' => ['note' => 'n'], 'hanging' => ['glass' => 'two panes'], 'check' => ['note' => 'n'], 'verdict' => ['word' => 'no change seen']];
        foreach ($writes as $name => [$method, $path, $body]) {
            $writes[$name] = [$method, $path, [...$body, ...$changes[$name]], in_array($name, ['paint', 'pan', 'paper', 'card'], true) ? 2 : 1];
        }

        return $writes;
    }

    public function testAStrangerChangesNothing(): void
    {
        foreach ($this->writes() as $name => [$method, $path, $body, $edition]) {
            $this->app['auth']->forgetGuards();
            $this->json($method, $path, $body)->assertUnauthorized()->assertJsonPath('detail', 'Sign in first; what you typed is still here.');
            $this->actingAs($this->other)->json($method, $path, $body)->assertForbidden();
            $this->actingAs($this->steward)->json($method, $path, $body)->assertStatus(428);
            $this->json($method, $path, $body, ['If-Match' => "\"$edition\""])->assertOk();
        }
    }

    public function testAnOldEditionIsRefusedEverywhere(): void
    {
        foreach ($this->writes() as $name => [$method, $path, $body]) {
            $this->json($method, $path, $body, ['If-Match' => '"99"'])->assertStatus(412)->assertHeader('Content-Type', 'application/problem+json');
        }
    }

    public function testWhatIsThereAlreadyIsSaidInsteadOfDoubled(): void
    {
        $writes = $this->writes();
        foreach (['hanging' => 'This card hangs already', 'claim scale' => 'is recorded already for Withy Colours'] as $name => $sentence) {
            [$method, $path, $body] = $writes[$name];
            $answer = $this->json($method, preg_replace('/[0-9a-f-]{36}$/', self::uuid(), $path) ?? '', [...$body, 'name' => 'label'])->assertStatus(409);
            self::assertStringContainsString($sentence, $answer->json('detail'));
        }
    }

    public function testADraftsPicturesAndMeasurementsAreAsPrivateAsTheDraft(): void
    {
        $this->actingAs($this->wren);
        $card = $this->card('property', 'PB28');
        RequestMeasurement::fromStandIn(self::uuid(), $card, null);
        $paths = ["/api/cards/$card->uuid", "/api/cards/$card->uuid/print.svg", "/api/cards/$card->uuid/layout.json", '/api/pictures/'.Picture::query()->value('uuid').'/preview.webp', '/api/measurements/'.Measurement::query()->value('uuid')];
        foreach ($paths as $path) {
            $this->actingAs($this->wren)->get($path)->assertOk();
            $this->actingAs($this->other)->get($path)->assertForbidden();
        }
        // Others see the paint and its code, not the draft's strip.
        $this->getJson('/api/pigments/PB28')->assertJsonCount(1, 'paints')->assertJsonPath('stripOrder', [])->assertJsonPath('paints.0.strip', null);
        $measured = fn (): int => array_column($this->getJson('/api/pigments')->json('pigments'), 'measured', 'code')['PB28'];
        self::assertSame(0, $measured());
        $this->actingAs($this->steward)->getJson('/api/pigments/PB28')->assertJsonCount(1, 'stripOrder');
        self::assertSame(1, $measured());
        $this->actingAs($this->wren)->postJson("/api/cards/$card->uuid/publish")->assertCreated();
        // What is published is open to all; the card as it stands now, with its window and drafts, stays its owner's.
        foreach ($paths as $i => $path) {
            $this->actingAs($this->other)->get($path)->assertStatus($i === 0 ? 403 : 200);
        }
        $this->getJson('/api/pigments/PB28')->assertJsonCount(1, 'stripOrder');
        // A picture taken after publishing is a draft until the next revision.
        $published = Measurement::query()->value('id');
        $this->actingAs($this->wren);
        RequestMeasurement::fromStandIn(self::uuid(), $card, null);
        self::assertSame(1, Measurement::query()->where('published', true)->count());
        self::assertSame($published, Measurement::query()->where('published', true)->value('id'));
        $newest = Picture::query()->latest('id')->firstOrFail();
        $this->actingAs($this->other)->get("/api/pictures/$newest->uuid/preview.webp")->assertForbidden();
        $this->actingAs($this->other)->getJson('/api/measurements/'.Measurement::query()->latest('id')->value('uuid'))->assertForbidden();
    }

    public function testNothingIsPublishedWhileAPictureIsBeingMeasured(): void
    {
        $this->actingAs($this->wren);
        $card = $this->card('property', 'PB28');
        config(['queue.default' => 'null']);
        $this->app['queue']->extend('null', static fn () => new \Illuminate\Queue\Connectors\NullConnector);
        config(['queue.connections.null' => ['driver' => 'null']]);
        $this->postJson("/api/cards/$card->uuid/stand-in")->assertStatus(202)->assertJsonPath('state', 'waiting');
        $answer = $this->postJson("/api/cards/$card->uuid/publish")->assertStatus(422);
        self::assertStringContainsString('still being measured', $answer->json('detail'));
        // One whose worker died three times is given up and says so, and the picture's row stays.
        foreach (['waiting', 'waiting', 'failed'] as $after) {
            self::assertNotNull(Measurement::takeNext());
            Measurement::freeOrphans(all: true);
            self::assertSame($after, Measurement::query()->value('state'));
        }
        $this->getJson("/api/cards/$card->uuid")->assertJsonPath('pictures.0.measurement.state', 'failed');
        self::assertStringContainsString('stopped unexpectedly', (string) Measurement::query()->value('problem'));
    }

    public function testTodayShowsWhatIsDueAndWhatIsForgotten(): void
    {
        Carbon::setTestNow('2026-05-01 09:00:00');
        $this->actingAs($this->wren);
        $waiting = $this->card('property', 'PB28');
        $fade = $this->card('fade', 'PV3');
        RequestMeasurement::fromStandIn(self::uuid(), $fade, null);
        $today = fn () => $this->getJson('/api/today')->assertOk();
        $today()->assertJsonPath('waiting.0.uuid', $waiting->uuid)->assertJsonPath('toHang.0.uuid', $fade->uuid)->assertJsonPath('drafts.0.uuid', $fade->uuid)->assertJsonPath('checks', []);
        $this->putJson("/api/cards/$fade->uuid/hanging/".self::uuid(), ['place' => 'loft', 'facing' => 'south', 'timeZone' => 'Europe/London', 'hungOn' => '2026-01-31', 'byDose' => false]);
        $today()->assertJsonPath('toHang', [])->assertJsonPath('checks.0.nextCheck', '2026-02-28');
        $this->putJson("/api/cards/$fade->uuid/checks/".self::uuid(), ['checkedOn' => '2026-05-01']);
        $today()->assertJsonPath('checks.0.nextCheck', '2026-07-31');
        $this->actingAs($this->other)->getJson('/api/today')->assertJsonPath('waiting', [])->assertJsonPath('checks', []);
        Carbon::setTestNow();
    }

    public function testAnEmptyDatabaseAnswersEverywhere(): void
    {
        foreach (['today', 'pigments', 'paints', 'cards', 'records', 'makers', 'papers', 'session'] as $path) {
            $this->getJson("/api/$path")->assertOk();
        }
        $this->getJson('/api/pigments/PB29')->assertOk()->assertJsonPath('paints', [])->assertJsonPath('stops.0', [])->assertJsonPath('pigment.constitution', '77007');
        $this->getJson('/api/pigments/NR9')->assertJsonPath('state', 'not-colour-index')->assertJsonPath('pigment', null);
        foreach (['cards/'.self::uuid(), 'records/'.self::uuid().'.json', 'paints/'.self::uuid(), 'measurements/'.self::uuid(), 'nowhere'] as $path) {
            $this->getJson("/api/$path")->assertNotFound()->assertHeader('Content-Type', 'application/problem+json')->assertJsonPath('detail', 'There is nothing here that you may see.');
        }
        self::assertSame(0, Card::query()->count());
        $this->get('/')->assertOk()->assertSee('<div id="app">', false);
        $this->get('/pigments/PB29')->assertOk();
    }
}
