<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Imaging\PngWriter;
use App\Models\Card;
use App\Models\Measurement;
use App\Models\Paint;
use App\Models\Rating;
use App\Models\Swatch;
use App\Models\Task;
use Illuminate\Http\UploadedFile;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Simulation\ScannerStandIn;
use MarshTrial\Core\Simulation\SwatchStandIn;
use Opis\JsonSchema\Errors\ErrorFormatter;
use Opis\JsonSchema\Validator;
use Symfony\Component\Process\Process;

/** Swatches of any time: measured, named, dated as vaguely as they are, narrowed down, shown to whom they belong; and paints that mislead. */
final class SwatchTest extends FeatureTestCase
{
    /** @param list<string> $codes */
    public static function picture(array $codes = ['PB29'], int $seed = 3, string $form = 'patch'): UploadedFile
    {
        $drawer = SwatchStandIn::of($codes, $seed, array_fill(0, count($codes), $form));

        return UploadedFile::fake()->createWithContent('page.png', PngWriter::encode(ScannerStandIn::scan($drawer->layout, $seed, 200)));
    }

    /** @param list<string> $codes */
    private function swatch(array $codes = ['PB29'], string $form = 'patch'): Swatch
    {
        $card = $this->postJson('/api/drawer')->assertOk()->json('card');
        $this->post("/api/cards/$card/pictures/".self::uuid(), ['picture' => self::picture($codes, 3, $form)], ['Accept' => 'application/json'])->assertStatus(202);
        self::assertSame('done', Measurement::query()->latest('id')->firstOrFail()->state, (string) Measurement::query()->latest('id')->value('problem'));

        return Swatch::query()->latest('id')->firstOrFail();
    }

    /** @param array<string, mixed> $values */
    private function tell(Swatch $swatch, array $values): \Illuminate\Testing\TestResponse
    {
        return $this->putJson("/api/swatches/$swatch->uuid", $values, ['If-Match' => '"'.$swatch->refresh()->edition.'"']);
    }

    public function testASwatchIsNamedByTypingPickingOrNotKnown(): void
    {
        $this->actingAs($this->wren);
        $swatch = $this->swatch();
        $this->getJson('/api/swatches')->assertOk()->assertJsonPath('total', 1)->assertJsonPath('swatches.0.naming', 'open')->assertJsonPath('swatches.0.told.protocol', 'laid-over-a-swatch 1')->assertJsonPath('swatches.0.told.overBarePaper', true);
        $this->tell($swatch, ['colourName' => 'High Tide'])->assertOk()->assertJsonPath('paint.maker', 'maker not recorded')->assertJsonPath('paint.colourName', 'High Tide');
        $paint = Paint::query()->where('colour_name', 'High Tide')->firstOrFail();
        // It is evidence of its own kind: no rating of any card, and the paint says so.
        self::assertSame(0, Rating::query()->count());
        $this->getJson("/api/paints/$paint->uuid")->assertOk()->assertJsonPath('swatches.0.uuid', $swatch->uuid)->assertJsonPath('properties.granulation.measured', null);
        // Typed as it is recorded it is the same paint, not another one.
        $second = $this->swatch();
        $this->tell($second, ['colourName' => 'high tide'])->assertOk()->assertJsonPath('paint.uuid', $paint->uuid);
        self::assertSame(1, Paint::query()->count());
        $this->tell($second, ['unknown' => true])->assertOk()->assertJsonPath('paint', null)->assertJsonPath('naming', 'unknown');
        $this->tell($second, ['paintUuid' => $paint->uuid])->assertOk()->assertJsonPath('naming', 'named');
        $this->tell($second, ['paintUuid' => self::uuid()])->assertNotFound();
        // Two people at once: the second is told.
        $this->putJson("/api/swatches/$second->uuid", ['unknown' => true], ['If-Match' => '"1"'])->assertStatus(412);
    }

    public function testWhatIsKeptFollowsTheSchemas(): void
    {
        $this->actingAs($this->wren);
        $this->swatch();
        foreach (['card-measurement' => Measurement::query()->firstOrFail()->result, 'card-layout' => Card::query()->firstOrFail()->layout] as $schema => $data) {
            $result = (new Validator)->validate(json_decode((string) json_encode($data)), (string) file_get_contents(base_path("docs/schemas/$schema.json")));
            self::assertTrue($result->isValid(), $result->error() === null ? '' : (string) json_encode((new ErrorFormatter)->format($result->error())));
        }
        // As it comes back from its file.
        self::assertSame('pocket', Card::query()->firstOrFail()->cardLayout()->kind->value);
    }

    public function testDatesAndPaperAreAsVagueAsTheyAre(): void
    {
        $this->actingAs($this->wren);
        $swatch = $this->swatch();
        $this->tell($swatch, ['paintedWhen' => 'about March 2023', 'paperWords' => 'some block, pale', 'note' => ''])->assertOk()
            ->assertJsonPath('paintedWhen', 'about March 2023')->assertJsonPath('paintedFrom', '2023-01-01')->assertJsonPath('paintedTo', '2023-05-31')->assertJsonPath('paperWords', 'some block, pale');
        $this->tell($swatch, ['paintedWhen' => 'not recorded'])->assertOk()->assertJsonPath('paintedWhen', '')->assertJsonPath('paintedFrom', null);
        self::assertStringContainsString('such as 12 March 2023', (string) $this->tell($swatch, ['paintedWhen' => 'when I was small'])->assertStatus(422)->json('detail'));
        $this->getJson('/api/swatches')->assertJsonPath('swatches.0.paintedWhen', '');
    }

    public function testOnlyItsOwnerAndStewardsSeeItUntilItIsShared(): void
    {
        $this->actingAs($this->wren);
        $swatch = $this->swatch();
        $window = "/api/swatches/$swatch->uuid/window.webp";
        $this->get($window)->assertOk()->assertHeader('Content-Type', 'image/webp');
        $this->actingAs($this->other)->getJson('/api/swatches')->assertJsonPath('total', 0);
        $this->get($window)->assertForbidden();
        $this->tell($swatch, ['unknown' => true])->assertForbidden();
        $this->actingAs($this->steward)->getJson('/api/swatches')->assertJsonPath('total', 1);
        $this->actingAs($this->wren);
        $this->tell($swatch, ['shared' => true])->assertOk();
        $this->actingAs($this->other)->getJson('/api/swatches')->assertJsonPath('total', 1)->assertJsonPath('swatches.0.mayChange', false);
        $this->get($window)->assertOk();
        // The drawer is no card: it is in no list of cards and waits for nothing.
        $this->actingAs($this->wren)->getJson('/api/cards')->assertJsonPath('total', 0);
        $this->getJson('/api/today')->assertJsonPath('waiting', [])->assertJsonPath('drafts', []);
        self::assertSame(1, Card::query()->where('kind', 'pocket')->count());
        $this->putJson('/api/cards/'.self::uuid(), ['kind' => 'pocket', 'title' => 'x', 'paperUuid' => self::uuid(), 'side' => 'a', 'pans' => []])->assertStatus(422);
    }

    public function testTwoFramesInOnePictureAreTwoSwatchesAndReadAgainTheyKeepTheirNames(): void
    {
        $this->actingAs($this->wren);
        $this->swatch(['PB29', 'PY65']);
        self::assertSame([1, 2], Swatch::query()->orderBy('placing')->pluck('placing')->all());
        $second = Swatch::query()->where('placing', 2)->firstOrFail();
        $this->tell($second, ['colourName' => 'Kingcup'])->assertOk();
        $this->postJson("/api/pictures/{$second->picture->uuid}/again")->assertStatus(202);
        self::assertSame('Kingcup', $second->refresh()->paint?->colour_name);
        self::assertSame(2, Swatch::query()->count());
        // A withdrawn picture's swatches go with it.
        $this->postJson("/api/pictures/{$second->picture->uuid}/withdrawal", ['because' => 'smudged'])->assertOk();
        $this->getJson('/api/swatches')->assertJsonPath('total', 0);
    }

    public function testAnUnknownSwatchIsHeldAgainstMeasuredPaints(): void
    {
        $this->actingAs($this->wren);
        $card = $this->card('property', 'PB29', 'PY65');
        $this->postJson("/api/cards/$card->uuid/stand-in")->assertStatus(202);
        $swatch = $this->swatch(['PB29'], 'graded');
        $found = $this->getJson("/api/swatches/$swatch->uuid/narrowing")->assertOk()->json('candidates');
        self::assertSame('PB29', $found[0]['paint']['statement']['text']);
        // Another make-believe paint of the same code: near, and perhaps it.
        self::assertNotSame('not this one', $found[0]['says']);
        foreach (array_slice($found, 1) as $other) {
            self::assertSame('not this one', $other['says']);
        }
        $this->actingAs($this->other)->getJson("/api/swatches/$swatch->uuid/narrowing")->assertForbidden();
    }

    public function testAPaintThatShimmersIsMeasuredAnewAndNotRatedByLightness(): void
    {
        $this->actingAs($this->wren);
        $card = $this->card('property', 'PB29');
        $this->postJson("/api/cards/$card->uuid/stand-in")->assertStatus(202);
        $of = static fn (Property $p): string => (string) Rating::query()->where('property', $p->value)->latest('measurement_id')->firstOrFail()->status;
        self::assertSame('measured', $of(Property::Transparency));
        $paint = Paint::query()->firstOrFail();
        $line = ['makerName' => $paint->maker->name, 'range' => $paint->range, 'colourName' => $paint->colour_name, 'pigments' => 'PB29'];
        $this->putJson("/api/paints/$paint->uuid", [...$line, 'effects' => ['glossy']], ['If-Match' => '"1"'])->assertStatus(422);
        $this->putJson("/api/paints/$paint->uuid", [...$line, 'effects' => ['shimmering']], ['If-Match' => '"1"'])->assertOk()->assertJsonPath('effects', ['shimmering']);
        self::assertSame(2, Measurement::query()->where('state', 'done')->count());
        self::assertSame('undecidable', $of(Property::Transparency));
        self::assertSame('measured', $of(Property::Staining));
    }

    public function testTheCardsPictureTicksOffWhatItShows(): void
    {
        $this->actingAs($this->wren);
        $pans = [];
        foreach (['PB29', 'PY65'] as $i => $code) {
            $pans[] = $pan = self::uuid();
            $this->putPaint(self::uuid(), ['colourName' => "Paint $i", 'pigments' => $code, 'another' => true, 'pan' => ['uuid' => $pan, 'form' => 'pan']])->assertCreated();
        }
        $session = self::uuid();
        $this->putJson("/api/sessions/$session", ['title' => 'Slack water', 'plannedOn' => '2026-03-01', 'paperUuid' => $this->paper(), 'side' => 'felt side', 'tests' => ['property'], 'pans' => $pans, 'conditions' => []])->assertCreated();
        $card = Card::query()->where('kind', 'property')->firstOrFail();
        $open = static fn (): array => Task::query()->where('state', 'open')->orderBy('position')->pluck('kind')->all();
        self::assertContains('wash', $open());
        $this->postJson("/api/cards/$card->uuid/stand-in")->assertStatus(202);
        // All is painted, dried and pictured; only the eye has not judged, and a lifting that left no less paint there cannot be seen.
        self::assertSame([], array_diff($open(), ['judge', 'lift-soft', 'lift-stiff']));
        self::assertContains('judge', $open());
        foreach (Rating::query()->where('property', 'staining')->where('status', 'measured')->get() as $rating) {
            $state = Task::query()->where('specimen_id', $rating->specimen_id)->where('kind', 'lift-soft')->firstOrFail()->state;
            self::assertContains($state, $rating->value < 0.8 ? ['done'] : ($rating->value > 0.9 ? ['open'] : ['done', 'open']), "left $rating->value");
        }
        $done = Task::query()->where('kind', 'wash')->firstOrFail();
        self::assertSame(['done', 'the picture shows it', $this->wren->id], [$done->state, $done->reason, $done->done_by_id]);
    }

    public function testAllRatingsAreDerivedAgainAndSwatchesKeepTheirNames(): void
    {
        $this->actingAs($this->wren);
        $swatch = $this->swatch();
        $this->tell($swatch, ['unknown' => true, 'paperWords' => 'field block'])->assertOk();
        $told = $swatch->refresh()->told;
        $this->artisan('ratings:rebuild')->assertSuccessful();
        $again = Swatch::query()->sole();
        self::assertSame([$swatch->uuid, 'field block', 'unknown'], [$again->uuid, $again->paper_words, $again->naming]);
        self::assertEquals($told, $again->told);
        self::assertSame(0, Rating::everyVersion()->count());
    }

    public function testWhatAPictureDoesNotShowStaysOpen(): void
    {
        $this->actingAs($this->wren);
        $pan = self::uuid();
        $this->putPaint(self::uuid(), ['pan' => ['uuid' => $pan, 'form' => 'pan']])->assertCreated();
        $session = self::uuid();
        $this->putJson("/api/sessions/$session", ['title' => 'Slack water', 'plannedOn' => '2026-03-01', 'paperUuid' => $this->paper(), 'side' => 'felt side', 'tests' => ['property'], 'pans' => [$pan], 'conditions' => []])->assertCreated();
        $card = Card::query()->where('kind', 'property')->firstOrFail();
        // The card as it came from the printer, and nothing on it.
        $press = new Process(['rsvg-convert', '--dpi-x', '200', '--dpi-y', '200', '--background-color', '#f4f2ec']);
        $press->setInput(str_replace('fill="#fff"', 'fill="#f4f2ec"', (string) $this->get("/api/cards/$card->uuid/print.svg")->getContent()));
        $press->mustRun();
        $this->post("/api/cards/$card->uuid/pictures/".self::uuid(), ['picture' => UploadedFile::fake()->createWithContent('s.png', $press->getOutput())], ['Accept' => 'application/json'])->assertStatus(202);
        self::assertSame('done', Measurement::query()->firstOrFail()->state, (string) Measurement::query()->value('problem'));
        $states = Task::query()->pluck('state', 'kind');
        self::assertSame(['open', 'open', 'done'], [$states['wash'], $states['pre-wet'], $states['picture']]);
    }
}
