<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Http\JsonResponse;
use App\Models\Paper;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Route;
use MarshTrial\Core\Card\Block;
use MarshTrial\Core\Card\PropertyCard;
use MarshTrial\Core\Card\RowLabel;
use MarshTrial\Core\Card\SvgPrinter;
use PHPUnit\Framework\Attributes\DataProvider;

/** What is no text, no number or no day is refused in a sentence before anything is kept, and what was kept long ago breaks no page. */
final class InputTest extends FeatureTestCase
{
    /** @return iterable<string, array{string, int}> */
    public static function texts(): iterable
    {
        yield 'plain' => ['Fleet Mill', 201];
        yield 'letters of many scripts and signs' => ['Mühle “Søby” 紙 – 300 g ☂', 201];
        yield 'line break and tab' => ["Fleet\tMill\r\nupper", 201];
        yield 'bytes that are no UTF-8' => ["Fleet \xff\xfe", 422];
        yield 'overlong form' => ["Fleet \xc0\xaf", 422];
        yield 'surrogate' => ["Fleet \xed\xa0\x80", 422];
        yield 'NUL' => ["Fleet\0Mill", 422];
        yield 'vertical tab' => ["Fleet\x0bMill", 422];
        yield 'delete' => ["Fleet\x7fMill", 422];
        yield 'C1 control' => ["Fleet\u{85}Mill", 422];
        yield 'noncharacter that XML cannot hold' => ["Fleet\u{FFFF}Mill", 422];
    }

    #[DataProvider('texts')]
    public function testOnlyTextIsText(string $text, int $status): void
    {
        $this->actingAs($this->wren);
        $uuid = self::uuid();
        $answer = $this->put("/api/papers/$uuid", ['maker' => $text, 'fibre' => 'cotton', 'surface' => 'rough'], ['Accept' => 'application/json']);
        $answer->assertStatus($status);
        self::assertSame($status === 201, Paper::query()->where('uuid', $uuid)->exists());
        $this->getJson('/api/papers')->assertOk();
        if ($status === 422) {
            self::assertStringContainsString('no text', $answer->json('detail'));
            $this->postJson("/api/cards/{$this->card()->uuid}/pictures/".self::uuid(), ['picture' => UploadedFile::fake()->createWithContent("$text.png", 'x')])->assertStatus(422);
        }
    }

    public function testARowOfEarlierDaysThatIsNoTextTakesNoListDown(): void
    {
        $this->actingAs($this->wren);
        DB::table('papers')->insert(['uuid' => self::uuid(), 'owner_id' => $this->wren->id, 'edition' => 1, 'maker' => "Old \xff Mill", 'fibre' => 'cotton', 'surface' => 'rough']);
        self::assertStringContainsString("Old \u{FFFD} Mill", $this->getJson('/api/papers')->assertOk()->json('papers.0.words'));
        self::assertSame("{\"a\":\"\u{FFFD}\"}", json_encode(json_decode((string) (new JsonResponse(['a' => "\xff"]))->getContent()), JSON_UNESCAPED_UNICODE));
    }

    public function testAPrintedCardIsWellFormedWhateverItsNamesHold(): void
    {
        $row = new RowLabel(1, self::uuid(), "Tide\x0b <b>\x07&\u{FFFE}\xff", "Mill\0", 'PB28');
        $svg = SvgPrinter::print(PropertyCard::layout(self::uuid(), "A\x1bcard", [$row], [], Block::list(PropertyCard::USUAL)), false);
        $dom = new \DOMDocument;
        self::assertTrue($dom->loadXML($svg), 'The print is no XML.');
        self::assertStringContainsString('Tide <b>&', (string) $dom->textContent);
        self::assertSame(0, $dom->getElementsByTagName('b')->length);
    }

    public function testValuesOfTheWrongKindAreRefusedEverywhere(): void
    {
        $this->actingAs($this->wren);
        foreach (['paints?q[]=a', 'paints?page=99999999999999999999', 'paints?page=0', 'paints?page=x', 'cards?kind[]=fade', 'side-by-side?show[a]=b', 'sessions?page=-1', 'records?page=1e9', 'labels.svg?pans[]=1', 'paints?q=%00', 'paints?q=%ff', 'session-choices?want[]=all'] as $path) {
            $this->getJson("/api/$path")->assertStatus(422);
        }
        $this->getJson('/api/paints?page=100000')->assertOk();
        $this->getJson('/api/paints?page=100001')->assertStatus(422);
        $deep = [];
        foreach (range(1, 12) as $ignored) {
            $deep = ['a' => $deep];
        }
        $this->putJson('/api/papers/'.self::uuid(), ['maker' => $deep])->assertStatus(422);
        $this->putJson('/api/papers/'.self::uuid(), ['maker' => range(1, 25_000)])->assertStatus(422);
        foreach ([['hungOn' => 20260310], ['hungOn' => '2026-02-31'], ['timeZone' => ['a']], ['place' => ['a']], ['latitude' => 'NaN']] as $wrong) {
            $this->putJson("/api/cards/{$this->card('fade')->uuid}/hanging/".self::uuid(), ['place' => 'loft', 'facing' => 'south', 'timeZone' => 'Europe/London', 'hungOn' => '2026-03-10', 'withoutFirst' => true, ...$wrong])->assertStatus(422);
        }
    }

    public function testRefusalsAreInTheTradesWords(): void
    {
        $this->actingAs($this->wren);
        $maker = $this->putPaint(self::uuid())->json('makerUuid');
        $scale = ['makerUuid' => $maker, 'property' => 'staining', 'name' => 'label', 'words' => [['word' => 'clings', 'classes' => ['high']], ['word' => 'lets go', 'classes' => ['low']]]];
        self::assertSame('Fill in what each word of the scale means.', $this->putJson('/api/claim-scales/'.self::uuid(), [...$scale, 'words' => [['word' => 'clings']]])->assertStatus(422)->json('detail'));
        $uuid = self::uuid();
        $this->putJson("/api/claim-scales/$uuid", $scale)->assertCreated();
        $paint = self::uuid();
        $this->putPaint($paint, ['colourName' => 'Buoy']);
        $claim = ['paintUuid' => $paint, 'property' => 'staining', 'scaleUuid' => $uuid, 'readOn' => '2026-02-20'];
        self::assertStringContainsString('has the words clings, lets go', $this->putJson('/api/claims/'.self::uuid(), [...$claim, 'words' => 'sticky'])->assertStatus(422)->json('detail'));
        $this->putJson('/api/claims/'.self::uuid(), [...$claim, 'words' => 'Clings'])->assertCreated();
        self::assertStringContainsString('a guess at PV19', $this->getJson('/api/pigment-statement?written=PV+19%3F')->json('codes.0.likelyMeaning'));
        self::assertStringContainsString('Whether it was saved is not known', $this->fault()->json('detail'));
    }

    /** @return \Illuminate\Testing\TestResponse<\Symfony\Component\HttpFoundation\Response> */
    private function fault(): \Illuminate\Testing\TestResponse
    {
        Route::get('api/fault', static fn () => throw new \LogicException('inside'));

        return $this->getJson('/api/fault')->assertStatus(500);
    }

    public function testTheSamePaintTwiceIsAskedAboutAndMergedAndParted(): void
    {
        $this->actingAs($this->wren);
        [$one, $two] = [self::uuid(), self::uuid()];
        $this->putPaint($one)->assertCreated();
        $this->putPaint($two, ['colourName' => ' beacon RED', 'makerName' => 'withy  colours'])->assertStatus(409)->assertJsonPath('existing', $one);
        $this->putPaint($two, ['colourName' => 'Beacon red', 'another' => true])->assertCreated();
        $merge = $this->postJson("/api/paints/$two/merge", ['intoUuid' => $one])->assertCreated()->json('uuid');
        // The address that went leads on; its pan is now the other's, and it is listed no more.
        $this->getJson("/api/paints/$two")->assertJsonPath('uuid', $one)->assertJsonCount(2, 'pans')->assertJsonPath('merges.0.uuid', $merge);
        $this->getJson('/api/paints')->assertJsonPath('total', 1);
        $this->getJson('/api/pigments/PR254')->assertJsonCount(1, 'paints');
        $this->putPaint($two, ['colourName' => 'Changed'])->assertStatus(409)->assertJsonPath('existing', $one);
        $this->actingAs($this->other)->deleteJson("/api/paint-merges/$merge")->assertForbidden();
        $this->actingAs($this->wren)->deleteJson("/api/paint-merges/$merge")->assertOk();
        $this->getJson("/api/paints/$two")->assertJsonPath('uuid', $two)->assertJsonCount(1, 'pans');
        $this->getJson('/api/pigments/PR254')->assertJsonCount(2, 'paints');
    }
}
