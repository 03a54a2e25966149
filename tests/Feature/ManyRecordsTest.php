<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Actions\RequestMeasurement;
use App\Models\Maker;
use App\Models\Paint;
use App\Models\PaintCode;
use App\Models\Strip;
use Illuminate\Support\Facades\DB;

/** The ten thousandth record, and one pan on several cards. */
final class ManyRecordsTest extends FeatureTestCase
{
    public function testTenThousandPaintsAreListedInPagesAndFound(): void
    {
        $this->actingAs($this->wren);
        $maker = Maker::query()->create(['uuid' => self::uuid(), 'owner_id' => $this->wren->id, 'name' => 'Long Shelf'])->id;
        foreach (array_chunk(range(1, 10_000), 500) as $some) {
            Paint::query()->insert(array_map(fn (int $i): array => [
                'id' => $i, 'uuid' => self::uuid(), 'owner_id' => $this->wren->id, 'maker_id' => $maker, 'colour_name' => "Shade $i", 'pigments_written' => 'PB29', 'pigments' => 'PB29', 'pigments_stated' => true,
            ], $some));
            PaintCode::query()->insert(array_map(static fn (int $i): array => ['paint_id' => $i, 'position' => 1, 'code' => $i % 1000 === 0 ? 'PV23' : 'PB29', 'state' => 'known'], $some));
        }
        $this->getJson('/api/paints')->assertOk()->assertJsonPath('total', 10_000)->assertJsonPath('pages', 100)->assertJsonCount(100, 'paints')->assertJsonPath('paints.0.colourName', 'Shade 10000');
        $this->getJson('/api/paints?page=100')->assertJsonPath('paints.99.colourName', 'Shade 1');
        $this->getJson('/api/paints?page=101')->assertOk()->assertJsonCount(0, 'paints');
        $this->getJson('/api/paints?q=shade+9999')->assertJsonPath('total', 1);
        $this->getJson('/api/paints?q=PV23')->assertJsonPath('total', 10);
        $this->getJson('/api/pigments/PV23')->assertJsonCount(10, 'paints');
        DB::enableQueryLog();
        $this->getJson('/api/paints?page=50')->assertOk();
        self::assertLessThanOrEqual(6, count(DB::getQueryLog()));
    }

    public function testOnePanShowsTheSamePaintOnEveryCard(): void
    {
        $this->actingAs($this->wren);
        $first = $this->card('property', 'PV3');
        $pan = $first->specimens[0]->pan->uuid;
        $fade = self::uuid();
        $this->putJson("/api/cards/$fade", ['kind' => 'fade', 'title' => 'The same pan', 'paperUuid' => $first->paper->uuid, 'side' => 'felt side', 'pans' => [$pan]])->assertCreated();
        RequestMeasurement::fromStandIn(self::uuid(), $first, null);
        $this->postJson("/api/cards/$fade/stand-in")->assertStatus(202);
        self::assertSame(['fade', 'property'], Strip::query()->orderBy('kind')->pluck('kind')->all());
        self::assertSame(1, Strip::query()->distinct()->count('paint_id'));
        // The code's page puts both on one strip: the ladder from one card, the halves from the other.
        $page = $this->getJson('/api/pigments/PV3')->assertOk();
        $strip = $page->json('paints.0.strip');
        self::assertCount(10, $strip['ladder']['steps']);
        self::assertCount(3, $strip['fade']['depths']);
        $page->assertJsonPath('paints.0.properties.lightfastness.without.status', 'not-tested');
        // Measured again, the newer measurement of that card speaks; nothing is counted twice.
        RequestMeasurement::fromStandIn(self::uuid(), $first, null);
        $this->getJson('/api/pigments/PV3')->assertJsonPath('paints.0.properties.staining.tests', 1)->assertJsonCount(1, 'stripOrder');
        // A second property card of the pan is a second test.
        $second = self::uuid();
        $this->putJson("/api/cards/$second", ['kind' => 'property', 'title' => 'Another day', 'paperUuid' => $first->paper->uuid, 'side' => 'felt side', 'pans' => [$pan]])->assertCreated();
        $this->postJson("/api/cards/$second/stand-in")->assertStatus(202);
        $this->getJson('/api/pigments/PV3')->assertJsonPath('paints.0.properties.staining.tests', 2)->assertJsonCount(1, 'paints');
    }
}
