<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Actions\RequestMeasurement;
use App\Models\Card;
use App\Models\Film;
use App\Models\Mix;
use App\Models\Pan;
use App\Models\Picture;
use App\Models\Specimen;
use App\Models\SpecimenCondition;
use App\Models\Swatch;
use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;

/** What paints make together, expected from their ladders. */
final class MixTest extends FeatureTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        config(['stand-ins.dpi' => 200]);
        $this->actingAs($this->wren);
    }

    /** @return array{0: Card, 1: list<string>} a measured card and its paints */
    private function painted(string $blocks, string ...$codes): array
    {
        $pans = $paints = [];
        foreach ($codes as $i => $code) {
            $this->putPaint($paints[] = self::uuid(), ['colourName' => "Paint $code $i", 'pigments' => $code, 'another' => true, 'pan' => ['uuid' => $pans[] = self::uuid(), 'form' => 'pan']])->assertCreated();
        }
        $uuid = self::uuid();
        $this->putJson("/api/cards/$uuid", ['kind' => 'property', 'title' => 'Ladders', 'paperUuid' => $this->paper(), 'side' => 'felt side', 'pans' => $pans, 'blocks' => $blocks])->assertCreated();
        $card = Card::query()->where('uuid', $uuid)->firstOrFail();
        self::assertSame('done', RequestMeasurement::fromStandIn(self::uuid(), $card, null)->refresh()->state);

        return [$card, $paints];
    }

    public function testARunIsExpectedOfTwoLaddersAndAMixKeepsItsName(): void
    {
        [$card, [$blue, $yellow]] = $this->painted('stroke,ladder:6', 'PB28', 'PY65');
        $this->putPaint($none = self::uuid(), ['colourName' => 'Never painted', 'pigments' => 'PR101'])->assertCreated();
        self::assertSame([2, true], [Film::query()->count(), (bool) Film::query()->value('counted')]);
        $bench = $this->getJson('/api/mixes')->assertOk()->json();
        self::assertSame([2, 0, true], [count($bench['paints']), count($bench['mixes']), $bench['paints'][0]['mine']]);
        $run = $this->getJson("/api/mix?a=$blue&b=$yellow")->assertOk()->json();
        self::assertTrue($run['counted']);
        self::assertSame(['tint', 'middle', 'deep'], array_column($run['depths'], 'name'));
        $middle = $run['depths'][1];
        // Between a blue and a yellow it is green, and says how unsure it is.
        $half = $middle['places'][16];
        self::assertLessThan(min($middle['places'][0]['lab'][1], $middle['places'][32]['lab'][1] + 4), $half['lab'][1]);
        self::assertGreaterThan(1.8, $half['range95']);
        self::assertGreaterThan(0.0, $half['drops']);
        self::assertNull($middle['places'][0]['drops']);
        self::assertGreaterThan(0.0, $half['slip']['dE00']);
        self::assertSame(['A over B', 'B over A'], array_column($middle['layers'], 'name'));
        // Turned round it is the same run.
        $back = $this->getJson("/api/mix?a=$yellow&b=$blue")->json('depths.1.places.16.lab');
        self::assertEqualsWithDelta($half['lab'], $back, 0.2);

        foreach ([["a=$blue&b=$blue", 'mixed with itself'], ["a=$blue&b=$none", 'No ladder of “Never painted”'], ["a=$blue", 'Choose two paints']] as [$asked, $says]) {
            self::assertStringContainsString($says, (string) $this->getJson("/api/mix?$asked")->assertStatus(422)->json('detail'));
        }
        $uuid = self::uuid();
        $mix = ['a' => $blue, 'b' => $yellow, 'share' => 0.4, 'deposit' => 0.92, 'name' => 'reed green'];
        $this->putJson("/api/mixes/$uuid", ['share' => 0] + $mix)->assertStatus(422);
        $this->putJson("/api/mixes/$uuid", ['share' => 0.01] + $mix)->assertStatus(422);
        $this->putJson("/api/mixes/$uuid", ['b' => $blue] + $mix)->assertStatus(422);
        $this->putJson("/api/mixes/$uuid", ['b' => $none] + $mix)->assertStatus(422);
        $this->putJson("/api/mixes/$uuid", $mix)->assertCreated()->assertJsonPath('name', 'reed green');
        self::assertNotNull($this->getJson('/api/mixes')->json('mixes.0.hex'));
        // A list of mixes is one's own.
        $this->actingAs($this->other)->getJson('/api/mixes')->assertJsonPath('mixes', []);
        $this->putJson("/api/mixes/$uuid", ['name' => 'mine'] + $mix, ['If-Match' => '"1"'])->assertStatus(422);
        $this->deleteJson("/api/mixes/$uuid")->assertForbidden();
        $this->actingAs($this->wren)->deleteJson("/api/mixes/$uuid")->assertNoContent();
        self::assertSame(0, Mix::query()->count());
        // Measured again, a film takes the place of the one before.
        RequestMeasurement::again($card->pictures()->firstOrFail());
        self::assertSame([4, 2], [Film::query()->count(), count($this->getJson('/api/mixes')->json('paints'))]);
        // What is a draft tells nobody else.
        $this->actingAs($this->other)->getJson("/api/mix?a=$blue&b=$yellow")->assertStatus(422);
    }

    public function testACardOfCountedRatiosStandsInTheRun(): void
    {
        [, [$yellow, $blue]] = $this->painted('stroke,ladder:6,mix:5', 'PY65', 'PB28');
        $run = $this->getJson("/api/mix?a=$blue&b=$yellow")->assertOk()->json();
        // Three mixes between the stocks, which stand alone on the card and are no mixes.
        self::assertSame([[3, 1], [1, 1], [1, 3]], array_map(static fn (array $p): array => [$p['dropsA'], $p['dropsB']], $run['painted']));
        $shares = array_column($run['painted'], 'share');
        self::assertSame([true, true], [$shares[0] < $shares[1], $shares[1] < $shares[2]]);
        foreach ($run['painted'] as $painted) {
            // Drops of a dropper differ by a tenth or so: the ratio that a field speaks for lies near the counted one.
            self::assertEqualsWithDelta($painted['share'], $painted['spoken']['share'], 0.15);
            self::assertLessThan(8.0, $painted['off']);
        }
        // Seen from the partner's side it is the same.
        $back = $this->getJson("/api/mix?a=$yellow&b=$blue")->json('painted');
        self::assertEqualsWithDelta(1 - $shares[0], $back[0]['share'], 0.001);
    }

    public function testOneIsEnoughWhereNothingTellsThemApartAndTheirMixesDoNotEither(): void
    {
        [, [$one, $two, $yellow]] = $this->painted('stroke,wash,lift', 'PB28', 'PB28', 'PY65');
        // The second as it would be, were it the first in another tube.
        [$a, $b] = array_map(static fn (string $uuid): int => (int) DB::table('paints')->where('uuid', $uuid)->value('id'), [$one, $two]);
        DB::table('films')->where('paint_id', $b)->update(['data' => DB::table('films')->where('paint_id', $a)->value('data')]);
        DB::table('strips')->where('paint_id', $b)->update(['data' => DB::table('strips')->where('paint_id', $a)->value('data'), ...(array) DB::table('strips')->where('paint_id', $a)->first(['l', 'a', 'b'])]);
        foreach (DB::table('ratings')->where('paint_id', $a)->get() as $rating) {
            DB::table('ratings')->where('paint_id', $b)->where('property', $rating->property)->update(['value' => $rating->value, 'class' => $rating->class, 'detail' => $rating->detail, 'status' => $rating->status, 'uncertainty' => $rating->uncertainty]);
        }
        $enough = fn (): array => array_map(static fn (array $p): array => [$p['unseen'], $p['mixes'], $p['enough']], $this->getJson('/api/reach')->assertOk()->json('alike'));
        // Nobody said what is mixed with, so nothing is known of mixes.
        self::assertSame([[true, null, false]], $enough());
        $this->putJson('/api/partners/white', ['pan' => DB::table('pans')->join('paints', 'paints.id', '=', 'pans.paint_id')->where('paints.uuid', $yellow)->value('pans.uuid')])->assertOk();
        self::assertEquals([[true, 0.0, true]], $enough());
        // Another class of one property, for sure: then each does what the other does not.
        $lifting = DB::table('ratings')->where('paint_id', $b)->where('property', 'staining');
        $detail = json_decode((string) (clone $lifting)->value('detail'), true);
        $other = $detail['class'] === 'high' ? ['non-staining', 0.02] : ['high', 0.95];
        (clone $lifting)->update(['value' => $other[1], 'class' => $other[0], 'detail' => json_encode(['value' => $other[1], 'uncertainty' => 0.01, 'class' => $other[0], 'chances' => [$other[0] => 1], 'classes' => [$other[0]], 'classes95' => [$other[0]]] + $detail)]);
        self::assertEquals([[true, 0.0, false]], $enough());
    }

    public function testMakersOfACodeAndWhatStandsIn(): void
    {
        [, [$one, $two, $yellow]] = $this->painted('stroke', 'PB28', 'PB28', 'PY65');
        $across = $this->getJson("/api/pigments/PB28/mixed?partner=$yellow&share=0.5")->assertOk()->json();
        self::assertCount(2, $across['rows']);
        self::assertNull($across['rows'][0]['depths'][1]['apart']);
        $apart = $across['rows'][1]['depths'][1]['apart'];
        self::assertSame($apart['dE00'] > hypot($across['rows'][0]['depths'][1]['range95'], $across['rows'][1]['depths'][1]['range95']), $apart['surely']);
        $this->getJson("/api/pigments/PB28/mixed?partner=$yellow&share=1")->assertStatus(422);

        // One blue stands in for the other, which is left out of the search.
        $recipes = $this->getJson("/api/recipes?paint=$one")->assertOk()->json();
        self::assertSame(2, $recipes['of']);
        foreach ($recipes['recipes'] as $recipe) {
            self::assertNotContains($one, array_column($recipe['parts'], 'uuid'));
            self::assertSame($recipe['dE00'] <= 2.5, $recipe['near']);
        }
        self::assertContains($two, array_column($recipes['recipes'][0]['parts'], 'uuid'));
        $grey = $this->getJson('/api/recipes?l=60&a=0&b=0')->assertOk()->json('recipes.0');
        self::assertCount(2, $grey['parts']);
        // What none of them comes near is told as far off.
        $off = array_map(fn (string $lab): array => $this->getJson("/api/recipes?$lab")->assertOk()->json('recipes.0'), ['l=60&a=6&b=0', 'l=60&a=12&b=5', 'l=60&a=20&b=10', 'l=50&a=75&b=40']);
        self::assertNotSame([], array_filter($off, static fn (array $r): bool => $r['dE00'] > 2.6 && $r['dE00'] < 24));
        self::assertSame(array_map(static fn (array $r): bool => $r['dE00'] <= 2.5, $off), array_column($off, 'near'));
        // A third paint is only added where it is asked for, and brings the recipe no further off.
        self::assertLessThanOrEqual($grey['dE00'] + 0.05, $this->getJson('/api/recipes?l=60&a=0&b=0&three=1')->assertOk()->json('recipes.0.dE00'));
        // A mix that one likes is made of what is at hand.
        $this->putJson('/api/mixes/'.($mix = self::uuid()), ['a' => $one, 'b' => $yellow, 'share' => 0.5, 'deposit' => 0.92, 'name' => 'reed green'])->assertCreated();
        $reed = $this->getJson("/api/recipes?mix=$mix")->assertOk()->assertJsonPath('wanted.name', 'reed green')->json('recipes.0');
        self::assertSame([[$one, $yellow], true], [array_column($reed['parts'], 'uuid'), $reed['dE00'] < 0.5]);
        $this->actingAs($this->other)->getJson("/api/recipes?mix=$mix")->assertNotFound();
        $this->actingAs($this->wren)->putJson('/api/mixes/'.($layer = self::uuid()), ['a' => $one, 'b' => $yellow, 'share' => 0.5, 'deposit' => 0.92, 'name' => 'one over the other', 'layered' => true])->assertCreated();
        self::assertStringContainsString('no mixture replaces', (string) $this->getJson("/api/recipes?mix=$layer")->assertStatus(422)->json('detail'));
        $this->actingAs($this->wren);
        // All measured paints of one pigment may be looked through, whoever has them; nobody else sees drafts.
        $this->getJson('/api/recipes?l=60&a=0&b=0&from=single')->assertOk()->assertJsonPath('of', 3);
        foreach (['', 'l=60', 'l=120&a=0&b=0', 'paint=nobody', 'l=60&a=0&b=0&from=all'] as $asked) {
            $this->getJson("/api/recipes?$asked")->assertStatus(422);
        }
        // What makes a grey, and what all reach together: one of two blues of one code adds next to nothing.
        self::assertSame([$yellow], array_values(array_filter(array_column($this->getJson("/api/paints/$one/greys")->assertOk()->json('greys'), 'uuid'), static fn (string $u): bool => $u !== $two)));
        $reach = $this->getJson('/api/reach')->assertOk()->json();
        self::assertSame(0, $reach['unmeasured']);
        $this->putPaint(self::uuid(), ['colourName' => 'Never painted', 'pigments' => 'PR101'])->assertCreated();
        self::assertSame(1, $this->getJson('/api/reach')->json('unmeasured'));
        $lost = array_column($reach['paints'], 'lost', 'uuid');
        self::assertSame([true, true], [$lost[$yellow] > $lost[$one], $lost[$yellow] > $lost[$two]]);
        self::assertLessThan(count($reach['patches']), $lost[$yellow]);
        $this->actingAs($this->other)->getJson('/api/reach')->assertStatus(422);
        self::assertStringContainsString('None of the paints', (string) $this->actingAs($this->other)->getJson('/api/recipes?l=60&a=0&b=0')->assertStatus(422)->json('detail'));
    }

    public function testAPaintedMixIsHeldAgainstWhatWasExpected(): void
    {
        [, [$blue, $yellow]] = $this->painted('stroke,ladder:6', 'PB28', 'PY65');
        $run = fn (): array => $this->getJson("/api/mix?a=$blue&b=$yellow")->assertOk()->json();
        $half = $run()['depths'][1]['places'][16];
        $picture = Picture::query()->firstOrFail();
        $told = static fn (array $lab): array => ['places' => [['cell' => 'r1-wash', 'role' => 'wash', 'what' => 'wash', 'lab' => $lab, 'rgb' => [0.3, 0.3, 0.3], 'uncertainty95' => 2.0, 'deposit' => 0.9, 'polygonPx' => []]], 'keyChannel' => 'red', 'overBarePaper' => true, 'outshines' => [], 'remarks' => [], 'ratings' => [], 'photo' => false, 'outlinePx' => null];
        $swatch = Swatch::put(self::uuid(), ['picture_id' => $picture->id, 'placing' => 1, 'told' => $told($half['lab'])]);
        $say = function (array $mix) use ($swatch): TestResponse {
            return $this->putJson("/api/swatches/$swatch->uuid", ['mix' => $mix], ['If-Match' => '"'.$swatch->refresh()->edition.'"']);
        };
        foreach ([['a' => $blue, 'b' => $blue], ['a' => $blue, 'b' => $yellow, 'dropsA' => 3], ['a' => $blue, 'b' => $yellow, 'dropsA' => 0, 'dropsB' => 2]] as $wrong) {
            $say($wrong)->assertStatus(422);
        }
        // Nobody wrote the ratio down: nothing is tested by it, but the field speaks for one.
        $say(['a' => $blue, 'b' => $yellow])->assertOk()->assertJsonPath('naming', 'mixed')->assertJsonPath('mix.dropsA', null);
        $painted = $run()['painted'][0];
        self::assertSame([null, null], [$painted['share'], $painted['off']]);
        self::assertNull($run()['correction']);
        self::assertEqualsWithDelta(0.5, $painted['spoken']['share'], 0.03);
        self::assertLessThan(0.5, $painted['spoken']['left']);
        // In the very drops that were expected it is as expected, whichever paint is named first.
        foreach ([['a' => $blue, 'b' => $yellow, 'dropsA' => $half['drops'], 'dropsB' => 1], ['a' => $yellow, 'b' => $blue, 'dropsA' => 1, 'dropsB' => $half['drops']]] as $mix) {
            $say($mix)->assertOk();
            $painted = $run()['painted'][0];
            self::assertEqualsWithDelta(0.5, $painted['share'], 0.01);
            self::assertTrue($painted['asExpected']);
            self::assertEqualsWithDelta(1.0, data_get($run(), 'correction.strength'), 0.06);
        }
        // What was measured out otherwise than the ladders tests nothing and corrects nothing.
        $say(['measure' => 'handfuls'] + $mix)->assertStatus(422);
        $say(['measure' => 'brush loads'] + $mix)->assertOk()->assertJsonPath('mix.measure', 'brush loads');
        self::assertSame([null, null, null], [$run()['painted'][0]['share'], $run()['painted'][0]['off'], $run()['correction']]);
        $say($mix)->assertOk();
        // Twice the yellow that was counted makes it seem stronger than its ladder says.
        $swatch->refresh()->update(['told' => $told($run()['depths'][1]['places'][21]['lab'])]);
        $more = $run();
        self::assertGreaterThan(1.1, data_get($more, 'correction.strength'));
        self::assertSame([1, true], [data_get($more, 'correction.fields'), data_get($more, 'correction.used')]);
        self::assertGreaterThan($painted['off'], $more['painted'][0]['off']);
        // It moves the drops that are expected; the ladders alone still say what they said.
        $ladders = $this->getJson("/api/mix?a=$blue&b=$yellow&ladders=1")->assertOk();
        $ladders->assertJsonPath('correction.used', false)->assertJsonPath('painted.0.off', $more['painted'][0]['off']);
        self::assertEqualsWithDelta($half['drops'], $ladders->json('depths.1.places.16.drops'), 0.011);
        self::assertGreaterThan(1.1 * $half['drops'], $more['depths'][1]['places'][16]['drops']);
        // Named as one paint it is no mix any more.
        $this->putJson("/api/swatches/$swatch->uuid", ['paintUuid' => $blue], ['If-Match' => '"'.$swatch->refresh()->edition.'"'])->assertOk()->assertJsonPath('mix', null);
        self::assertSame([], $run()['painted']);
    }

    public function testPartnersAreChosenOnceAndAMixHasAPrice(): void
    {
        [, [$blue, $yellow]] = $this->painted('stroke,ladder:6', 'PB28', 'PY65');
        $pans = Pan::query()->orderBy('id')->get();
        $this->putJson('/api/partners/warm%20yellow', ['pan' => $pans[1]->uuid])->assertOk()->assertJsonPath('partners.0.pan.uuid', $pans[1]->uuid);
        // A place has one pan; a pan that takes it puts the other out; nobody takes that of another.
        $this->putJson('/api/partners/warm%20yellow', ['pan' => $pans[0]->uuid])->assertOk()->assertJsonPath('partners.0.pan.uuid', $pans[0]->uuid);
        self::assertSame(1, Pan::query()->whereNotNull('partner')->count());
        $pans[0]->refresh()->update(['state' => 'used up']);
        $this->getJson('/api/mixes')->assertJsonPath('partners.0.pan.atHand', false);
        $pans[0]->update(['state' => 'in use']);
        $this->putJson('/api/partners/mud', ['pan' => $pans[0]->uuid])->assertStatus(422);
        $this->actingAs($this->other)->putJson('/api/partners/white', ['pan' => $pans[0]->uuid])->assertNotFound();
        $this->actingAs($this->wren)->putJson('/api/partners/warm%20yellow', ['pan' => null])->assertOk()->assertJsonPath('partners.0.pan', null);
        // Without a price on both nothing is said of what it costs.
        $this->getJson("/api/mix?a=$blue&b=$yellow")->assertOk()->assertJsonPath('cost', null);
        $pans[0]->refresh()->update(['volume_ml' => 10, 'price_minor' => 1000, 'currency' => 'EUR']);
        $pans[1]->refresh()->update(['volume_ml' => 10, 'price_minor' => 500, 'currency' => 'GBP']);
        $this->getJson("/api/mix?a=$blue&b=$yellow")->assertJsonPath('cost', null);
        $pans[1]->update(['currency' => 'EUR']);
        $run = $this->getJson("/api/mix?a=$blue&b=$yellow")->json();
        [$one, $other] = array_map(static fn (string $uuid): float => (float) Film::query()->join('paints', 'paints.id', '=', 'films.paint_id')->where('paints.uuid', $uuid)->firstOrFail(['films.data'])->film()->unitDrops, [$blue, $yellow]);
        self::assertSame('EUR', $run['cost']['currency']);
        self::assertEqualsWithDelta([1.0, 0.5 * $other / $one], [$run['cost']['a'], $run['cost']['b']], 0.001);
        // Ladders measured out in different things tell no drops together.
        SpecimenCondition::put(self::uuid(), ['specimen_id' => Specimen::query()->orderBy('id')->value('id'), 'key' => 'amounts', 'value' => 'grams']);
        $this->getJson("/api/mix?a=$blue&b=$yellow")->assertJsonPath('measure', null)->assertJsonPath('cost', null);
    }

    public function testWhatAnInstrumentReadIsInTheFilm(): void
    {
        [$card] = $this->painted('stroke,wash', 'PB28');
        $before = Film::query()->firstOrFail()->data;
        $this->postJson("/api/cards/$card->uuid/readings/".($run = self::uuid()).'/stand-in')->assertSuccessful();
        $after = Film::query()->latest('id')->firstOrFail()->data;
        self::assertGreaterThan(0.01, abs($before['logK'][10] - $after['logK'][10]));
        // Taken away, it is as it was.
        $this->deleteJson("/api/readings/$run")->assertSuccessful();
        self::assertSame($before['logK'], Film::query()->latest('id')->firstOrFail()->data['logK']);
    }

    public function testAMixFadesAlongTheCoursesOfItsPaints(): void
    {
        [, [$violet, $blue]] = $this->painted('stroke', 'PV3', 'PB28');
        $light = fn (string $more = '&share=0.5&deposit=0.92') => $this->getJson("/api/mix/light?a=$violet&b=$blue$more");
        self::assertStringContainsString('fades was not measured', (string) $light()->assertStatus(422)->json('detail'));
        $light('&share=0.01&deposit=0.92')->assertStatus(422);
        $pans = Pan::query()->orderBy('id')->pluck('uuid')->all();
        $uuid = self::uuid();
        $this->putJson("/api/cards/$uuid", ['kind' => 'fade', 'title' => 'Window', 'paperUuid' => $this->paper(), 'side' => 'felt side', 'pans' => $pans])->assertCreated();
        Card::query()->where('uuid', $uuid)->update(['created_at' => '2026-01-05 09:00:00']);
        $this->postJson("/api/cards/$uuid/stand-in")->assertStatus(202);
        $this->putJson("/api/cards/$uuid/hanging/".self::uuid(), ['place' => 'loft', 'facing' => 'south', 'timeZone' => 'Europe/London', 'hungOn' => '2026-01-10'])->assertCreated();
        $this->putJson("/api/cards/$uuid/checks/".($check = self::uuid()), ['checkedOn' => '2026-01-31', 'doseMlxh' => 8])->assertCreated();
        $this->postJson("/api/cards/$uuid/stand-in", ['checkUuid' => $check])->assertStatus(202);
        $faded = $light()->assertOk()->json();
        // As it was mixed, and at the check; further than one check nothing is carried.
        self::assertEqualsWithDelta([0, 8], array_column($faded['stops'], 'mlxh'), 1e-9);
        self::assertSame(['checked', 'checked'], array_column($faded['stops'], 'kind'));
        self::assertSame($faded['start']['hex'], $faded['stops'][0]['hex']);
        self::assertEqualsWithDelta(0.0, $faded['stops'][0]['dE00'], 0.05);
        self::assertGreaterThan(1.0, $faded['stops'][1]['dE00']);
        self::assertSame('Paint PV3 0', $faded['weaker']);
        // The other way round it is the same mix.
        $this->getJson("/api/mix/light?a=$blue&b=$violet&share=0.5&deposit=0.92")->assertOk()->assertJsonPath('weaker', 'Paint PV3 0');
    }
}
