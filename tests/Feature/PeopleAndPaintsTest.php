<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Maker;
use App\Models\Paint;
use App\Models\PaintCode;
use App\Models\Pan;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\Hash;

final class PeopleAndPaintsTest extends FeatureTestCase
{
    public function testSigningInAndOut(): void
    {
        $this->postJson('/api/session', ['email' => 'wren@saltern-reach.example', 'password' => 'tide-table'])->assertOk()->assertJsonPath('user.name', 'wren');
        self::assertTrue(Hash::check('tide-table', $this->wren->password));
        $this->getJson('/api/session')->assertJsonPath('user.isSteward', false);
        $this->deleteJson('/api/session')->assertOk();
        $this->getJson('/api/session')->assertJsonPath('user', null);
    }

    public function testATesterIsAddedWithAPasswordThatWorks(): void
    {
        Artisan::call('tester:add', ['name' => 'Bram Tidewell', 'email' => 'Bram@saltern-reach.example', '--steward' => true]);
        preg_match('/password (\S+)/', Artisan::output(), $m);
        $this->postJson('/api/session', ['email' => 'bram@saltern-reach.example', 'password' => $m[1] ?? ''])->assertOk()->assertJsonPath('user.isSteward', true);
        $this->deleteJson('/api/session');
        $this->postJson('/api/session', ['email' => 'BRAM@saltern-reach.example', 'password' => $m[1] ?? ''])->assertOk();
        $this->artisan('tester:add', ['name' => 'Bram again', 'email' => 'bram@saltern-reach.example'])->assertFailed();
        $this->artisan('tester:add', ['name' => 'Nobody', 'email' => 'no address'])->assertFailed();
    }

    public function testAttemptsAreThrottled(): void
    {
        for ($i = 0; $i < 5; $i++) {
            $this->postJson('/api/session', ['email' => 'wren@saltern-reach.example', 'password' => 'guess'])->assertStatus(422);
        }
        $this->postJson('/api/session', ['email' => 'wren@saltern-reach.example', 'password' => 'tide-table'])
            ->assertStatus(429)->assertHeader('Content-Type', 'application/problem+json')->assertJsonPath('detail', 'Too many attempts. Wait a minute and try again.');
    }

    public function testReadingNeedsNoAccountAndWritingDoes(): void
    {
        $this->putPaint(self::uuid())->assertUnauthorized();
        foreach (['paints', 'pigments', 'pigments/PR254', 'cards', 'records', 'makers', 'today'] as $path) {
            $this->getJson("/api/$path")->assertOk();
        }
        self::assertSame(0, Paint::query()->count());
    }

    public function testAPaintInOneLine(): void
    {
        $this->actingAs($this->wren);
        $uuid = self::uuid();
        $this->putPaint($uuid, ['pigments' => 'PV 19 / pr122 + our secret'])->assertCreated()->assertJsonPath('statement.text', 'PV19 / PR122 / our secret');
        self::assertSame(['PV19', 'PR122', 'our secret'], PaintCode::query()->orderBy('position')->pluck('code')->all());
        self::assertSame(['known', 'known', 'not-colour-index'], PaintCode::query()->orderBy('position')->pluck('state')->all());
        self::assertNotNull(PaintCode::query()->where('position', 3)->value('likely_meaning'));
        $pan = Pan::query()->firstOrFail();
        self::assertSame([940, 'EUR', 'tin'], [$pan->price_minor, $pan->currency, $pan->kept_at]);
        // "Not stated by the maker" is a state of its own; the maker is found again whatever the case.
        $this->putPaint(self::uuid(), ['makerName' => ' withy  COLOURS ', 'colourName' => 'Unknown Green', 'pigments' => '', 'pan' => null])->assertCreated()->assertJsonPath('statement.stated', false);
        self::assertSame(1, Maker::query()->count());
    }

    public function testAWriteRepeatedIsTheSameWriteAndAnOldEditIsRefused(): void
    {
        $this->actingAs($this->wren);
        $uuid = self::uuid();
        $pan = ['uuid' => self::uuid(), 'form' => 'tube'];
        $this->putPaint($uuid, ['pan' => $pan])->assertCreated()->assertHeader('ETag', '"1"');
        $this->putPaint($uuid, ['pan' => $pan])->assertOk()->assertHeader('ETag', '"1"');
        self::assertSame([1, 1, 1], [Paint::query()->count(), Pan::query()->count(), PaintCode::query()->count()]);
        $this->withHeader('If-Match', '"1"')->putPaint($uuid, ['colourName' => 'Buoy Red', 'pan' => null])->assertOk()->assertHeader('ETag', '"2"');
        $this->withHeader('If-Match', '"1"')->putPaint($uuid, ['colourName' => 'Lost edit', 'pan' => null])->assertStatus(412);
        self::assertSame('Buoy Red', Paint::query()->firstOrFail()->colour_name);
    }

    public function testOnlyTheOwnerOrAStewardChangesAThing(): void
    {
        $uuid = self::uuid();
        $this->actingAs($this->wren)->putPaint($uuid, ['pan' => null])->assertCreated();
        $this->actingAs($this->other)->putPaint($uuid, ['colourName' => 'Mine now', 'pan' => null])->assertForbidden();
        $this->actingAs($this->steward)->putPaint($uuid, ['colourName' => 'Corrected', 'pan' => null])->assertStatus(428);
        $this->withHeader('If-Match', '"1"')->putPaint($uuid, ['colourName' => 'Corrected', 'pan' => null])->assertOk();
        self::assertSame('Corrected', Paint::query()->firstOrFail()->colour_name);
    }

    public function testBadInputGetsASentenceAndStoresNothing(): void
    {
        $this->actingAs($this->wren);
        foreach ([
            [['colourName' => ''], 'The paint needs its colour name.'], [['makerName' => ''], 'Say who makes this paint.'],
            [['pan' => ['uuid' => self::uuid(), 'form' => 'tube', 'price' => '-4', 'currency' => 'EUR']], '"-4" is not a price in EUR.'],
            [['pan' => ['uuid' => self::uuid(), 'form' => 'tube', 'price' => '4', 'currency' => '']], 'currency in three letters'],
        ] as [$line, $sentence]) {
            $answer = $this->putPaint(self::uuid(), $line)->assertStatus(422);
            self::assertStringContainsString($sentence, $answer->json('detail'));
        }
        self::assertSame([0, 0, 0], [Paint::query()->count(), Pan::query()->count(), Maker::query()->count()]);
    }

    public function testClaimsKeepTheMakersWordsAndScale(): void
    {
        $this->actingAs($this->wren);
        $paint = self::uuid();
        $maker = $this->putPaint($paint)->json('makerUuid');
        $scale = self::uuid();
        $words = [['word' => 'clear', 'classes' => ['transparent']], ['word' => 'covering', 'classes' => ['semi-opaque', 'opaque']]];
        $this->putJson("/api/claim-scales/$scale", ['makerUuid' => $maker, 'property' => 'transparency', 'name' => 'label', 'words' => $words])->assertCreated();
        $claim = self::uuid();
        $this->putJson("/api/claims/$claim", ['paintUuid' => $paint, 'property' => 'transparency', 'words' => 'Covering', 'scaleUuid' => $scale, 'readOn' => '2026-02-20'])->assertCreated()->assertJsonPath('classes', ['semi-opaque', 'opaque']);
        // Words that are on no scale are kept and stand for nothing.
        $this->putJson('/api/claims/'.self::uuid(), ['paintUuid' => $paint, 'property' => 'staining', 'words' => 'quite sticky', 'readOn' => '2026-02-20'])->assertCreated()->assertJsonPath('classes', []);
        $this->getJson("/api/paints/$paint")->assertJsonPath('properties.transparency.claims.0.words', 'Covering')->assertJsonPath('properties.transparency.claims.0.readOn', '2026-02-20')
            ->assertJsonPath('properties.transparency.claims.0.span', [0.5, 1])->assertJsonPath('properties.staining.claims.0.check', 'not comparable');
        $this->actingAs($this->other)->deleteJson("/api/claims/$claim")->assertForbidden();
        $this->actingAs($this->wren)->deleteJson("/api/claims/$claim")->assertNoContent();
    }

    public function testSearchTakesACodeInAnySpellingOrAName(): void
    {
        $this->actingAs($this->wren);
        $this->putPaint(self::uuid(), ['colourName' => 'Deepwater', 'pigments' => 'PB15:3']);
        $this->putPaint(self::uuid());
        $this->getJson('/api/paints?q=pb+15.3')->assertJsonPath('total', 1)->assertJsonPath('paints.0.colourName', 'Deepwater');
        $this->getJson('/api/paints?q=deepw')->assertJsonPath('total', 1);
        $this->getJson('/api/paints?q=withy')->assertJsonPath('total', 2);
        $this->getJson('/api/paints?q=%25')->assertJsonPath('total', 0);
    }
}
