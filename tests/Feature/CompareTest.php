<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Actions\RequestMeasurement;
use App\Models\Card;
use App\Models\Paint;
use App\Models\Palette;
use App\Models\Pan;
use App\Models\Paper;
use App\Models\Rating;
use App\Models\Spoiling;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\DB;

/** Paints held against each other: all tests of each together, whether that is fair, and what may be said. */
final class CompareTest extends FeatureTestCase
{
    /** @var list<string> */
    private array $paints = [];

    /** @var list<string> */
    private array $pans = [];

    protected function setUp(): void
    {
        parent::setUp();
        config(['stand-ins.dpi' => 200]);
        $this->actingAs($this->wren);
        foreach (['PR254', 'PR254', 'PB28'] as $i => $code) {
            $this->putPaint($this->paints[] = self::uuid(), ['colourName' => "Paint $i", 'makerName' => "Maker $i", 'pigments' => $code, 'another' => true, 'pan' => ['uuid' => $this->pans[] = self::uuid(), 'form' => 'pan']])->assertCreated();
        }
    }

    /** @param list<int> $rows */
    private function measured(array $rows, string $paper, string $title = 'A card'): Card
    {
        $uuid = self::uuid();
        $this->putJson("/api/cards/$uuid", ['kind' => 'property', 'title' => $title, 'paperUuid' => $paper, 'side' => 'felt side', 'pans' => array_map(fn (int $i): string => $this->pans[$i], $rows)])->assertCreated();
        $card = Card::query()->where('uuid', $uuid)->firstOrFail();
        self::assertSame('done', RequestMeasurement::fromStandIn(self::uuid(), $card, null)->refresh()->state);

        return $card;
    }

    /** @return array<string, mixed> */
    private function staining(string $paints): array
    {
        return collect($this->getJson("/api/compare?paints=$paints")->assertOk()->json('properties'))->firstWhere('property', 'staining') ?? [];
    }

    public function testPaintsAreHeldAgainstEachOtherAsFarAsTheirTestsAllow(): void
    {
        [$a, $b, $c] = $this->paints;
        foreach (['', $a, implode(',', array_fill(0, 9, $a))] as $too) {
            $this->getJson("/api/compare?paints=$too")->assertStatus(422);
        }
        $one = $this->measured([0, 1, 2], $this->paper());
        $compared = $this->getJson("/api/compare?paints=$a,$b,$c")->assertOk()->json();
        self::assertSame([$a, $b, $c], array_column($compared['paints'], 'uuid'));
        $staining = $this->staining("$a,$b,$c");
        // One card, one tester: fair, and nobody has taught yet how tests scatter.
        self::assertSame(['fair', 0, 3], [$staining['fair']['verdict'], $staining['taught'], count($staining['pairs'])]);
        self::assertNull($compared['makeFair']);
        foreach ($staining['pairs'] as $pair) {
            self::assertSame($pair['real'] ? 'differ' : 'cannot be told apart', $pair['words']);
            // Of three pairs (Benjamini and Hochberg): none below 0.95 is told apart, every one from 1 - 0.05 / 3 on is.
            if ($pair['chance'] < 0.95 || $pair['chance'] > 1 - 0.05 / 3) {
                self::assertSame($pair['chance'] > 0.95, $pair['real']);
            }
            self::assertGreaterThanOrEqual(0.5, $pair['again']);
        }
        // Order is that of the address, and the first is what the others are held against.
        self::assertSame([$c, $a], array_column($this->getJson("/api/compare?paints=$c,$a")->json('paints'), 'uuid'));
        self::assertNull($compared['colours'][0]['paints'][0]['dE00']);
        self::assertGreaterThan(10.0, $compared['colours'][1]['paints'][2]['dE00']);
        $csv = explode("\n", trim((string) $this->get("/api/compare.csv?paints=$a,$b")->assertOk()->getContent()));
        self::assertStringContainsString('a further pair says the same', $csv[0]);
        self::assertSame(2, count(preg_grep('/^staining/', $csv) ?: []));
        // A draft is nobody else's to compare.
        self::assertSame([], $this->actingAs($this->other)->getJson("/api/compare?paints=$a,$b")->assertOk()->json('properties'));
        $this->actingAs($this->wren)->postJson("/api/cards/$one->uuid/publish")->assertCreated();
        self::assertNotSame([], $this->actingAs($this->other)->getJson("/api/compare?paints=$a,$b")->json('properties'));
    }

    public function testAnotherPaperMakesNoWinnerAndIsMadeFair(): void
    {
        [$a, $b] = $this->paints;
        $this->measured([0], $this->paper());
        $this->putJson('/api/papers/'.($rough = self::uuid()), ['maker' => 'Other Mill', 'fibre' => 'cellulose', 'surface' => 'rough', 'weightGsm' => 300])->assertSuccessful();
        self::assertSame(2, Paper::query()->count());
        $this->measured([1], $rough);
        $staining = $this->staining("$a,$b");
        self::assertSame('not ranked', $staining['fair']['verdict']);
        self::assertContains('fibre', array_column($staining['fair']['differs'], 'what'));
        self::assertSame(['not ranked', false], [$staining['pairs'][0]['words'], $staining['pairs'][0]['real']]);
        self::assertNull($staining['makers']);
        $plan = $this->getJson("/api/compare?paints=$a,$b")->json('makeFair');
        self::assertSame([$this->pans[0], $this->pans[1]], $plan['pans']);
        self::assertContains('lift', explode(',', $plan['blocks']));
        // Who has no pan of one is told which.
        Pan::query()->where('uuid', $this->pans[1])->update(['state' => 'used up']);
        self::assertSame(['Paint 1'], $this->getJson("/api/compare?paints=$a,$b")->json('makeFair.without'));
    }

    public function testTestsOfAPaintAreOneValueAndSpoiledOnesDoNotCount(): void
    {
        [$a] = $this->paints;
        $paper = $this->paper();
        $cards = [$this->measured([0], $paper), $this->measured([0], $paper, 'Again')];
        $values = Rating::query()->where('property', 'staining')->orderBy('id')->pluck('value')->map(floatval(...))->all();
        Cache::flush();
        $shown = fn (): array => $this->getJson("/api/paints/$a")->assertOk()->json('properties.staining');
        $both = $shown();
        self::assertSame([2, 1, 2], [$both['pooled']['tests'], $both['pooled']['testers'], $both['tests']]);
        self::assertEqualsWithDelta(array_sum($values) / 2, $both['pooled']['value'], 1e-3);
        self::assertSame($both['pooled']['value'], $both['measured']['value']);
        self::assertLessThan($both['pooled']['value'], $both['pooled']['another'][0]);
        // Of one paint another batch is told; the same card's paper and hand are not.
        $between = fn (): array => array_column($this->getJson("/api/paints/$a")->json('between.staining'), 'values', 'what');
        // That nobody wrote down how fresh the paint was is said too.
        self::assertSame(['state of the paint' => ['not recorded']], $between());
        $other = Pan::query()->firstOrFail()->replicate(['uuid'])->fill(['uuid' => self::uuid(), 'batch' => 'B02']);
        $other->save();
        DB::table('specimens')->where('card_id', $cards[1]->id)->update(['pan_id' => $other->id]);
        DB::table('pans')->where('id', '<>', $other->id)->update(['batch' => 'A41']);
        self::assertSame(['A41', 'B02'], $this->getJson("/api/paints/$a")->collect('between.staining')->firstWhere('what', 'batch')['values'] ?? null);
        // What one row says stays what it was on its card's page.
        self::assertEqualsWithDelta($values[0], collect($this->getJson("/api/cards/{$cards[0]->uuid}")->json('rows.0.ratings'))->firstWhere('property', 'staining')['value'], 1e-4);
        // What a stand-in drew does not count beside what somebody really tested.
        DB::table('pictures')->where('card_id', $cards[0]->id)->update(['source' => 'upload']);
        self::assertSame([1, 1], [$shown()['pooled']['tests'], $shown()['pooled']['otherwise']]);
        self::assertEqualsWithDelta($values[0], $shown()['pooled']['value'], 1e-4);
        DB::table('pictures')->update(['source' => 'stand-in']);
        Spoiling::put(self::uuid(), ['specimen_id' => $cards[1]->specimens[0]->id, 'property' => 'staining', 'reason' => 'a drop fell on it']);
        self::assertSame(1, $shown()['pooled']['tests']);
        self::assertEqualsWithDelta($values[0], $shown()['pooled']['value'], 1e-4);
    }

    public function testAMakersRangeAndAnyChoiceStandUnderOneAnotherAndAreReadOut(): void
    {
        [$a, $b, $c] = $this->paints;
        $this->measured([0, 2], $this->paper());
        $maker = $this->getJson("/api/paints/$a")->json('makerUuid');
        $range = $this->getJson("/api/makers/$maker/strips")->assertOk()->assertJsonPath('title', 'Maker 0')->assertJsonPath('more', 0)->json();
        self::assertSame([[$a], [$a]], [array_column($range['paints'], 'uuid'), $range['stripOrder']]);
        // A list carries what it shows; where it comes from is on the paint's page.
        self::assertArrayNotHasKey('numbers', $range['paints'][0]['properties']['staining']['measured']);
        self::assertArrayHasKey('numbers', $this->getJson("/api/paints/$a")->json('properties.staining.measured'));
        $chosen = $this->getJson("/api/strips?paints=$c,$b,$a,nobody")->assertOk()->json();
        // Measured ones in hue order, then what was not measured.
        self::assertSame($b, end($chosen['paints'])['uuid']);
        self::assertCount(2, $chosen['stripOrder']);
        $this->getJson('/api/strips')->assertOk()->assertJsonPath('paints', []);
        $read = fn (string $paint): string => implode(' ', array_map(static fn (array $s): string => implode('', array_column($s, 'text')), $this->getJson("/api/paints/$paint")->json('spoken')));
        self::assertSame('Paint 1: not measured yet.', $read($b));
        self::assertStringStartsWith('Paint 0 ', $read($a));
        self::assertStringContainsString('What light does to it was not tested.', $read($a));
        self::assertStringEndsWith('one card, one tester.', $read($a));
        // One picture to send, and what unfolds where the address is pasted: what anybody may see.
        $picture = fn (string $paints): string => (string) $this->get("/api/postcard.png?paints=$paints")->assertOk()->assertHeader('Content-Type', 'image/png')->getContent();
        self::assertSame([1200, 630], array_slice(getimagesizefromstring($picture($a)) ?: [], 0, 2));
        $this->getJson('/api/postcard.png')->assertStatus(422);
        $draft = $picture($a);
        self::assertStringContainsString('og:description" content="Paint 0: not measured yet.', (string) $this->get("/paints/$a")->assertOk()->getContent());
        $this->postJson('/api/cards/'.Card::query()->firstOrFail()->uuid.'/publish')->assertCreated();
        self::assertNotSame($draft, $picture($a));
        self::assertStringContainsString('og:description" content="Paint 0 ', (string) $this->get("/paints/$a")->getContent());
        self::assertStringContainsString('postcard.png?paints='."$a,$c", (string) $this->get("/compare?paints=$a,$c")->assertOk()->getContent());
        self::assertStringNotContainsString('og:title', (string) $this->get('/compare?paints=nobody')->assertOk()->getContent());
        // A claim that all tests together contradict is said.
        $this->putJson('/api/claim-scales/'.($scale = self::uuid()), ['makerUuid' => $maker, 'property' => 'staining', 'name' => 'shelf', 'words' => [['word' => 'lifts', 'classes' => ['non-staining']], ['word' => 'clings', 'classes' => ['high']]]])->assertSuccessful();
        $this->putJson('/api/claims/'.self::uuid(), ['paintUuid' => $a, 'property' => 'staining', 'words' => 'lifts', 'scaleUuid' => $scale, 'readOn' => '2026-02-20'])->assertSuccessful();
        self::assertStringContainsString('the maker says “lifts” of its staining, which the tests contradict', $read($a));
    }

    public function testWhatStandsInForAPaint(): void
    {
        [$a, $b] = $this->paints;
        self::assertStringContainsString('was not measured', (string) $this->getJson("/api/paints/$a/like")->assertStatus(422)->json('detail'));
        $this->measured([0, 1, 2], $this->paper());
        $like = $this->getJson("/api/paints/$a/like")->assertOk()->json('like');
        // The other red comes near; the blue is so far that it stands in for nothing.
        self::assertSame([$b], array_column($like, 'uuid'));
        self::assertLessThanOrEqual(12.0, $like[0]['dE00']);
        self::assertSame(['tint', 'reference'], array_slice(array_column($like[0]['depths'], 'name'), 0, 2));
        self::assertSame(max(array_column($like[0]['depths'], 'dE00')) < 1, $like[0]['unseen']);
        self::assertSame('not tested in light', $like[0]['light']);
        // Conditions stand before likeness: nothing was tested in light, so nothing holds.
        $this->getJson("/api/paints/$a/like?holds=1")->assertOk()->assertJsonPath('like', []);
        // What glows looks otherwise in every light: nothing comes near to it.
        Paint::query()->where('uuid', $a)->firstOrFail()->update(['effects' => ['fluorescent']]);
        self::assertStringContainsString('fluorescent', (string) $this->getJson("/api/paints/$a/like")->assertStatus(422)->json('detail'));
        Paint::query()->where('uuid', $a)->firstOrFail()->update(['effects' => null]);
        self::assertCount(1, $this->getJson("/api/paints/$a/like?mine=1&single=1")->json('like'));
        Pan::query()->where('uuid', $this->pans[1])->update(['state' => 'used up']);
        self::assertSame([], $this->getJson("/api/paints/$a/like?mine=1")->json('like'));
        $this->actingAs($this->other)->getJson("/api/paints/$a/like")->assertStatus(422);
    }

    public function testPaintsStandOnShelvesForAWish(): void
    {
        [$a, , $c] = $this->paints;
        $this->getJson('/api/choose')->assertOk()->assertJsonPath('of', 0)->assertJsonPath('thin', false);
        foreach (['use=burns', 'lux=0', 'hours=25', 'years=0', 'grain=much'] as $wrong) {
            $this->getJson("/api/choose?$wrong")->assertStatus(422);
        }
        $this->measured([0, 2], $this->paper());
        $shelf = fn (string $asked, string $paint): ?string => collect($this->getJson("/api/choose?$asked")->assertOk()->json('shelves'))->first(static fn (array $s): bool => in_array($paint, array_column($s['paints'], 'uuid'), true))['name'] ?? null;
        // Nothing hung yet: for a wall nobody can tell, and that is said at once; for a box it does not matter.
        self::assertSame('cannot tell yet', $shelf('use=hangs', $a));
        self::assertTrue($this->getJson('/api/choose')->json('thin'));
        self::assertSame('fits the evidence', $shelf('use=lies+in+a+box', $a));
        // 200 lux, ten hours a day, ten years.
        $this->getJson('/api/choose?lux=200&hours=10&years=10')->assertJsonPath('mlxh', 7.3);
        $staining = collect($this->getJson("/api/paints/$a")->json('properties.staining.measured.chances'));
        $lifts = (float) $staining->only(['non-staining', 'low'])->sum();
        self::assertSame($lifts >= 0.8 ? 'fits the evidence' : ($lifts <= 0.2 ? 'not for this' : 'cannot tell yet'), $shelf('use=lies+in+a+box&lifting=wanted', $a));
        // What one does not have is not among what is at hand, and drafts are nobody else's.
        Pan::query()->where('uuid', $this->pans[2])->update(['state' => 'used up']);
        self::assertNull($shelf('use=lies+in+a+box&from=mine', $c));
        self::assertSame('fits the evidence', $shelf('use=lies+in+a+box&from=all', $c));
        $this->actingAs($this->other)->getJson('/api/choose')->assertJsonPath('of', 0);
        $this->actingAs($this->wren);
        // Within one palette, to a budget; what somebody paid is theirs to know.
        $palette = Palette::put(self::uuid(), ['name' => 'tin', 'rows' => 1, 'columns' => 2]);
        Pan::query()->where('uuid', $this->pans[0])->update(['palette_id' => $palette->id, 'slot' => 1, 'price_minor' => 940, 'currency' => 'EUR', 'volume_ml' => 10]);
        $asked = "use=is+scanned+and+shut&from=$palette->uuid";
        $this->getJson("/api/choose?$asked")->assertOk()->assertJsonPath('of', 1);
        self::assertSame(['fits the evidence', 'not for this'], [$shelf("$asked&budget=0.94", $a), $shelf("$asked&budget=0.93", $a)]);
        self::assertSame('cannot tell yet', $shelf('use=is+scanned+and+shut&budget=5', $c));
        $this->actingAs($this->other)->getJson("/api/choose?$asked")->assertOk()->assertJsonPath('of', 0);
        $this->getJson('/api/choose?from=elsewhere')->assertStatus(422);
    }
}
