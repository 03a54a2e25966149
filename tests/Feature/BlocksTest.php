<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Card;
use App\Models\Measurement;
use App\Models\Paint;
use App\Models\Rating;
use MarshTrial\Core\Measuring\Measures;
use MarshTrial\Core\Rating\Property;
use Symfony\Component\HttpFoundation\BinaryFileResponse;

/** Cards composed of blocks, from the choice to the comparison. */
final class BlocksTest extends FeatureTestCase
{
    /** @param list<string> $pans */
    private function composed(array $pans, string $blocks, string $paper, array $more = []): Card
    {
        $uuid = self::uuid();
        $this->putJson("/api/cards/$uuid", ['kind' => 'property', 'title' => 'Composed', 'paperUuid' => $paper, 'side' => 'felt side', 'pans' => $pans, 'blocks' => $blocks, ...$more])->assertCreated();
        $this->postJson("/api/cards/$uuid/stand-in")->assertStatus(202);
        self::assertSame('done', Measurement::query()->latest('id')->value('state'), (string) Measurement::query()->latest('id')->value('problem'));

        return Card::query()->where('uuid', $uuid)->firstOrFail();
    }

    /** @return array{0: string, 1: string} pan and paint */
    private function pan(string $name, string $code, string $price = '9.40'): array
    {
        [$paint, $pan] = [self::uuid(), self::uuid()];
        $this->putPaint($paint, ['colourName' => $name, 'pigments' => $code, 'pan' => ['uuid' => $pan, 'form' => 'tube', 'volumeMl' => '10', 'price' => $price, 'currency' => 'EUR']])->assertCreated();

        return [$pan, $paint];
    }

    public function testWhatFitsIsToldAndDrawnBeforeACardIsMade(): void
    {
        $this->getJson('/api/card-room?blocks=stroke,wash,lift')->assertExactJson(['rows' => 6]);
        $this->getJson('/api/card-room?blocks=stroke,ladder:8,wash,lift,blot,second-line,glaze:9,wet-square,soft-edge,salt,tilt,rewet')->assertExactJson(['rows' => 1]);
        $this->getJson('/api/card-room?blocks=mosaic')->assertStatus(422)->assertJsonPath('detail', 'There is no block called "mosaic".');
        self::assertStringContainsString('12 ', strip_tags(str_replace('<', ' <', (string) $this->get('/api/card-sample.svg?blocks=ladder:5&rows=2')->assertOk()->getContent())));
        $this->actingAs($this->wren);
        $pans = array_map(fn (int $i): string => $this->pan("Paint $i", 'PB28')[0], [1, 2, 3]);
        $this->putJson('/api/cards/'.self::uuid(), ['kind' => 'property', 'title' => 'x', 'paperUuid' => $this->paper(), 'side' => 'felt side', 'pans' => $pans, 'blocks' => 'stroke,ladder:6,glaze:9,wet-square'])
            ->assertStatus(422)->assertJsonPath('detail', 'With these blocks a sheet has room for 2 paints; this card has 3.');
        self::assertSame(0, Card::query()->count());
    }

    public function testLaddersAreComparedOnOnePaperOnlyWithTheirScansAndTheirCost(): void
    {
        $this->actingAs($this->wren);
        $paper = $this->paper();
        [[$pan, $first], [$otherPan, $second], [$thirdPan, $third]] = [$this->pan('One', 'PR254', '10'), $this->pan('Two', 'PR254', '20'), $this->pan('Three', 'PR254')];
        $card = $this->composed([$pan, $otherPan], 'ladder:6,glaze:4', $paper, ['quality' => 'cheap-paper', 'paint' => 'dried-and-rewet']);
        $this->composed([$thirdPan], 'ladder:6', $this->paper());
        self::assertSame('ladder-by-drops 1 · dried-and-rewet 1 · cheap-paper 1', Rating::query()->where('property', 'strength')->firstOrFail()->detail['protocol']);

        $shown = $this->getJson("/api/side-by-side?show=ladders&code=PR254&against=$first")->assertOk()->json('paints');
        $by = array_column($shown, null, 'uuid');
        self::assertTrue($by[$first]['isReference']);
        self::assertEqualsWithDelta(1, $by[$first]['strength']['relative'], 1e-9);
        self::assertSame('on another paper than the reference paint', $by[$third]['strength']['why']);
        $relative = $by[$second]['strength']['relative'];
        $slopes = Rating::query()->where('property', 'strength')->orderBy('id')->get()->map(static fn (Rating $r): float => (float) $r->value);
        self::assertEqualsWithDelta($slopes[1] / $slopes[0], $relative, 0.1);
        // 20 EUR for 10 ml, and so much of it does the work of one millilitre of the reference.
        self::assertSame(sprintf('%.2f EUR', 2.0 / $relative), $by[$second]['strength']['cost']);
        self::assertSame(['ladder', 81.0], [$by[$second]['windows'][0]['use'], (float) $by[$second]['windows'][0]['widthMm']]);

        ['measurement' => $measurement, 'row' => $row] = $by[$second]['windows'][0];
        $picture = $this->get("/api/measurements/$measurement/window.webp?row=$row&use=ladder")->assertOk()->assertHeader('Content-Type', 'image/webp');
        self::assertInstanceOf(BinaryFileResponse::class, $picture->baseResponse);
        self::assertSame([81 * 12, 20 * 12], array_slice((array) getimagesize($picture->baseResponse->getFile()->getPathname()), 0, 2));
        $this->get("/api/measurements/$measurement/window.webp?row=$row&use=wash")->assertNotFound();
        $this->get("/api/measurements/$measurement/window.webp?row=9&use=ladder")->assertNotFound();
        // A draft's scan is its owner's.
        $this->actingAs($this->other)->get("/api/measurements/$measurement/window.webp?row=$row&use=ladder")->assertForbidden();
        self::assertSame([], $this->getJson('/api/side-by-side?show=ladders&code=PR254')->json('paints.0.windows'));
        $this->actingAs($this->wren)->postJson("/api/cards/$card->uuid/publish")->assertCreated();
        $this->actingAs($this->other)->get("/api/measurements/$measurement/window.webp?row=$row&use=ladder")->assertOk();
        // A price is the business of whoever paid it.
        self::assertNull(array_column($this->getJson("/api/side-by-side?show=ladders&code=PR254&against=$first")->json('paints'), null, 'uuid')[$second]['strength']['cost']);
    }

    public function testAPaintsPageTellsWhatIsKnownByWhomAndWhatToTestNext(): void
    {
        $this->actingAs($this->wren);
        [[$pan, $first], [, $second]] = [$this->pan('One', 'PV3'), $this->pan('Two', 'PV3')];
        $this->composed([$pan], 'lift,wash,tilt', $this->paper());
        $knowledge = $this->getJson("/api/paints/$first")->json('knowledge');
        self::assertSame(['evenness', 'wash separation', 'separation'], array_column(array_column($knowledge['more'], 'rating'), 'property'));
        self::assertSame(['wren'], $knowledge['rated']['staining']['testers']);
        self::assertContains('strength', $knowledge['missing']);
        self::assertEqualsCanonicalizing(Property::keys(Measures::more()), [...array_column(array_column($knowledge['more'], 'rating'), 'property'), ...$knowledge['missing']]);
        // What is not tested at all leaves most doubt, and comes first.
        self::assertEqualsCanonicalizing(['transparency', 'lightfastness'], array_slice(array_column($knowledge['next'], 'property'), 0, 2));
        self::assertStringContainsString('no other paint of its codes', $knowledge['next'][0]['why']);
        // Of another paint of the code something is expected, and it is called so; never is it shown as measured.
        $of = Paint::query()->where('uuid', $second)->firstOrFail();
        $staining = Rating::query()->where('property', 'staining')->value('class');
        $other = $this->getJson("/api/paints/$of->uuid")->json();
        self::assertSame([], $other['knowledge']['more']);
        $next = array_column($other['knowledge']['next'], null, 'property');
        self::assertSame("not tested; the one other paint of its codes is $staining", $next['staining']['why']);
        self::assertSame($staining, array_key_first($next['staining']['chances']));
        self::assertNull($other['properties']['staining']['measured']);
    }

    public function testASessionMakesComposedCardsAndLeadsThroughTheirBlocks(): void
    {
        $this->actingAs($this->wren);
        $pans = array_map(fn (int $i): string => $this->pan("Paint $i", 'PB28')[0], [1, 2, 3]);
        $plan = ['pans' => $pans, 'tests' => ['property'], 'blocks' => 'rewet,second-line,glaze:4,stroke', 'blind' => false];
        $this->postJson('/api/session-plan', [...$plan, 'blocks' => 'glaze:4', 'blind' => true])->assertStatus(422);
        $session = self::uuid();
        $this->putJson("/api/sessions/$session", [...$plan, 'title' => 'Glazes', 'plannedOn' => '2026-05-02', 'paperUuid' => $this->paper(), 'side' => 'felt side', 'conditions' => [], 'quality' => 'good-paper'])->assertCreated();
        $data = $this->getJson("/api/sessions/$session")->assertOk()->json();
        // Two lines a row leave room for two paints on a sheet.
        self::assertSame([2, 1], array_map(static fn (array $c): int => count($c['rows']), $data['cards']));
        $layout = Card::query()->firstOrFail()->cardLayout();
        self::assertSame(['state' => 'good-paper'], ['state' => $layout->protocols['quality of the paper']]);
        $kinds = array_column($data['tasks'], 'kind');
        // The dry pan before any water; the second line when the paint is dry; four layers in all, a wait before each further one.
        self::assertSame('rewet', $kinds[0]);
        self::assertLessThan(array_search('dry', $kinds, true), array_search('between-lines', $kinds, true));
        self::assertGreaterThan(array_search('dry', $kinds, true), array_search('second-line', $kinds, true));
        self::assertSame([3, 9], [count(array_keys($kinds, 'glaze', true)), count(array_keys($kinds, 'next-glaze', true))]);
        self::assertSame(['glaze'], $data['kinds']['next-glaze']['roles']);
        self::assertNotContains('wash', $kinds);
    }
}
