<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Actions\RequestMeasurement;
use App\Models\Card;
use App\Models\Rating;
use App\Models\SpecimenCondition;
use App\Models\Spoiling;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;

/** What is kept of a paint's tests, what testers make of them, and that neither outlives or outruns the tests themselves. */
final class OpinionTest extends FeatureTestCase
{
    private Card $card;

    private string $paint;

    protected function setUp(): void
    {
        parent::setUp();
        config(['stand-ins.dpi' => 200]);
        $this->actingAs($this->wren);
        $this->card = $this->card('property', 'PB28', 'PR254');
        RequestMeasurement::fromStandIn(self::uuid(), $this->card, null);
        $this->card->load('specimens.pan.paint');
        $this->paint = $this->card->specimens[0]->pan->paint->uuid;
    }

    /** @return array<string, mixed> how the code's page lists the blue */
    private function listed(): array
    {
        return collect($this->getJson('/api/pigments/PB28')->assertOk()->json('paints'))->firstWhere('uuid', $this->paint) ?? [];
    }

    public function testWhatIsKeptOfAPaintIsWhatItsTestsSayForWhoeverMaySeeThem(): void
    {
        foreach (range(0, 1) as $_) {
            // Worked out the first time, kept the second.
            $listed = $this->listed();
            $page = $this->getJson("/api/paints/$this->paint")->json();
            foreach ($page['properties'] as $property => $of) {
                foreach (['said', 'value', 'text', 'position', 'low', 'high'] as $what) {
                    self::assertSame($of['measured'][$what] ?? null, $listed['properties'][$property]['measured'][$what] ?? null, "$property $what");
                }
                self::assertSame([$of['tests'], $of['pooled'], $of['claims']], [$listed['properties'][$property]['tests'], $listed['properties'][$property]['pooled'], $listed['properties'][$property]['claims']]);
            }
            self::assertEquals($page['strip'], $listed['strip']);
        }
        self::assertGreaterThan(0, DB::table('paint_digests')->count());
        // A draft is not kept for anybody else, whoever asked first.
        self::assertNull($this->actingAs($this->other)->getJson('/api/pigments/PB28')->json('paints.0.strip'));
        self::assertSame([], $this->getJson('/api/shore')->json('strips'));
        $this->actingAs($this->wren)->postJson("/api/cards/{$this->card->uuid}/publish")->assertCreated();
        self::assertNotNull($this->actingAs($this->other)->getJson('/api/pigments/PB28')->json('paints.0.strip'));
        self::assertCount(2, $this->getJson('/api/shore')->json('strips'));
    }

    public function testNothingKeptOutlivesTheTestThatItWasMadeOf(): void
    {
        self::assertNotNull($this->listed()['properties']['staining']['measured']);
        self::assertCount(2, $this->getJson('/api/shore')->json('strips'));
        $spoiling = Spoiling::put(self::uuid(), ['specimen_id' => $this->card->specimens[0]->id, 'property' => 'staining', 'reason' => 'a drop fell on it']);
        self::assertNull($this->listed()['properties']['staining']['measured']);
        self::assertNotNull($this->listed()['properties']['transparency']['measured']);
        $spoiling->delete();
        self::assertNotNull($this->listed()['properties']['staining']['measured']);
        Rating::query()->where('specimen_id', $this->card->specimens[0]->id)->where('property', 'transparency')->update(['status' => 'undecidable', 'value' => null]);
        self::assertNull($this->listed()['properties']['transparency']['measured']);
        $this->postJson("/api/pictures/{$this->card->pictures()->firstOrFail()->uuid}/withdrawal", ['because' => 'of another sheet'])->assertSuccessful();
        self::assertNull($this->listed()['strip']);
        self::assertSame([], $this->getJson('/api/shore')->json('strips'));
    }

    public function testWithAMediumMixedInItIsAnotherPaint(): void
    {
        $tests = $this->listed()['properties']['staining']['tests'];
        self::assertSame(1, $tests);
        $condition = SpecimenCondition::put(self::uuid(), ['specimen_id' => $this->card->specimens[0]->id, 'key' => 'added', 'value' => 'gum arabic']);
        self::assertSame([0, null, null], [$this->listed()['properties']['staining']['tests'], $this->listed()['properties']['staining']['measured'], $this->listed()['strip']]);
        $with = $this->getJson("/api/paints/$this->paint")->json('withMedium');
        self::assertSame(['gum arabic'], array_values(array_unique(array_column($with, 'added'))));
        self::assertContains('staining', array_column($with, 'property'));
        $condition->delete();
        self::assertSame(1, $this->listed()['properties']['staining']['tests']);
        self::assertSame([], $this->getJson("/api/paints/$this->paint")->json('withMedium'));
    }

    /** @return list<array{changes: list<string>, ...}> decisions on the blue's page */
    private function mine(): array
    {
        return $this->getJson("/api/paints/$this->paint")->assertOk()->json('opinions.decisions');
    }

    public function testADecisionIsAskedAgainWhenTheEvidenceHasChanged(): void
    {
        $uuid = self::uuid();
        $said = ['paintUuid' => $this->paint, 'word' => 'keep', 'reason' => 'lifts clean', 'on' => '2026-03-01'];
        $this->putJson("/api/decisions/$uuid", [...$said, 'word' => 'adore'])->assertStatus(422)->assertJsonPath('detail', fn (string $d): bool => str_contains($d, 'keep, buy, replace'));
        $this->putJson("/api/decisions/$uuid", $said)->assertCreated();
        $this->putJson("/api/paints/$this->paint/look", [])->assertNoContent();
        self::assertSame([], $this->mine()[0]['changes']);
        self::assertSame([], $this->getJson('/api/shore')->json('changed'));
        Spoiling::put(self::uuid(), ['specimen_id' => $this->card->specimens[0]->id, 'property' => 'staining', 'reason' => 'wet']);
        self::assertCount(1, $this->mine()[0]['changes']);
        self::assertStringStartsWith('staining: not tested, was ', $this->mine()[0]['changes'][0]);
        self::assertSame(['keep'], array_column($this->getJson('/api/shore')->json('changed'), 'decided'));
        // Private until it is shared, and nobody else is asked again.
        self::assertSame([], $this->actingAs($this->other)->getJson("/api/paints/$this->paint")->json('opinions.decisions'));
        $this->postJson("/api/decisions/$uuid/confirmation")->assertForbidden();
        $this->actingAs($this->wren)->putJson("/api/decisions/$uuid", [...$said, 'shared' => true], ['If-Match' => '"1"'])->assertOk();
        self::assertSame([['lifts clean', []]], array_map(static fn (array $d): array => [$d['reason'], $d['changes']], $this->actingAs($this->other)->getJson("/api/paints/$this->paint")->json('opinions.decisions')));
        $this->actingAs($this->wren)->postJson("/api/decisions/$uuid/confirmation")->assertOk();
        self::assertSame([], $this->mine()[0]['changes']);
        self::assertSame([], $this->getJson('/api/shore')->json('changed'));
    }

    public function testAGroupKeepsTheOrderOfWhoeverMadeItAndIsSharedOnlyWhenTheySaySo(): void
    {
        [$blue, $red] = array_map(fn (int $i): string => $this->card->specimens[$i]->pan->paint->uuid, [0, 1]);
        $uuid = self::uuid();
        $this->putJson("/api/groups/$uuid", ['name' => '', 'paints' => []])->assertStatus(422);
        $this->putJson("/api/groups/$uuid", ['name' => 'buoys', 'paints' => [$red, $blue]])->assertCreated();
        self::assertSame([$red, $blue], array_column($this->getJson("/api/groups/$uuid/strips")->assertOk()->json('paints'), 'uuid'));
        $this->putJson("/api/groups/$uuid", ['name' => 'buoys', 'paints' => [$blue, $red]])->assertOk();
        self::assertSame([$blue, $red], $this->getJson("/api/groups/$uuid/strips")->json('stripOrder'));
        $this->actingAs($this->other)->getJson("/api/groups/$uuid/strips")->assertForbidden();
        self::assertSame([], $this->getJson('/api/groups')->json('groups'));
        $this->actingAs($this->wren)->putJson("/api/groups/$uuid", ['name' => 'buoys', 'shared' => true, 'paints' => [$blue]], ['If-Match' => '"1"'])->assertOk();
        $this->actingAs($this->other)->getJson("/api/groups/$uuid/strips")->assertOk()->assertJsonCount(1, 'paints');
    }

    public function testAStudyStandsOnThePageOfEveryPaintInItAndLikingCountsForNothing(): void
    {
        $uuid = self::uuid();
        $paints = array_map(fn (int $i): string => $this->card->specimens[$i]->pan->paint->uuid, [0, 1]);
        $this->putJson("/api/studies/$uuid", ['title' => 'Slipway', 'paints' => []])->assertStatus(422);
        $this->putJson("/api/studies/$uuid", ['title' => 'Slipway', 'on' => '2026-05-02', 'went' => 'granulates nicely', 'paints' => $paints])->assertCreated();
        $picture = UploadedFile::fake()->createWithContent('slipway.png', (string) file_get_contents(dirname(__DIR__, 2).'/docs/screenshots/choose.png'));
        $this->post("/api/studies/$uuid/pictures/".($shot = self::uuid()), ['photo' => $picture])->assertCreated();
        $this->get("/api/study-pictures/$shot.webp")->assertOk()->assertHeader('Content-Type', 'image/webp');
        foreach ($paints as $paint) {
            self::assertSame([[$shot]], array_column($this->getJson("/api/paints/$paint")->json('opinions.studies'), 'pictures'));
        }
        $before = $this->listed();
        $this->putJson("/api/paints/$this->paint/heart", [])->assertNoContent();
        self::assertSame(['wren'], $this->getJson("/api/paints/$this->paint")->json('opinions.likedBy'));
        self::assertSame($before, $this->listed());
        $this->actingAs($this->other)->get("/api/study-pictures/$shot.webp")->assertForbidden();
        self::assertSame([], $this->getJson("/api/paints/$this->paint")->json('opinions.studies'));
        $this->actingAs($this->wren)->deleteJson("/api/paints/$this->paint/heart")->assertNoContent();
        self::assertSame([], $this->getJson("/api/paints/$this->paint")->json('opinions.likedBy'));
    }

    public function testASetBoughtForOnePriceIsSpreadOverItsPansByVolume(): void
    {
        $pans = [];
        foreach ([5, 5, 5, null] as $i => $ml) {
            $this->putPaint(self::uuid(), ['colourName' => "Set $i", 'pan' => ['uuid' => $pans[] = self::uuid(), 'form' => 'pan', 'volumeMl' => $ml]])->assertCreated();
        }
        $set = self::uuid();
        $said = ['name' => 'Student box', 'price' => '10.00', 'currency' => 'EUR'];
        $this->putJson("/api/pan-sets/$set", [...$said, 'pans' => $pans])->assertStatus(422)->assertJsonPath('detail', fn (string $d): bool => str_contains($d, 'millilitres'));
        $this->putJson("/api/pan-sets/$set", [...$said, 'pans' => array_slice($pans, 0, 3)])->assertCreated();
        $prices = DB::table('pans')->whereIn('uuid', $pans)->orderBy('id')->pluck('price_minor')->all();
        self::assertSame([1000, null], [array_sum(array_slice($prices, 0, 3)), $prices[3]]);
        self::assertEqualsCanonicalizing([333, 334, 333], array_slice($prices, 0, 3));
        // Taken out of the set it bears no share of it.
        $this->putJson("/api/pan-sets/$set", [...$said, 'pans' => array_slice($pans, 0, 2)])->assertOk();
        self::assertSame([500, 500, null], array_slice(DB::table('pans')->whereIn('uuid', $pans)->orderBy('id')->pluck('price_minor')->all(), 0, 3));
        // Somebody else's pans are not theirs to price.
        $this->actingAs($this->other)->putJson('/api/pan-sets/'.self::uuid(), [...$said, 'pans' => [$pans[0]]])->assertStatus(422);
    }
}
