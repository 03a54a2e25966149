<?php

declare(strict_types=1);

namespace Tests\Feature;

use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Route;

/** Whoever has to judge a card blind reads the name of its paint nowhere. */
final class BlindTest extends FeatureTestCase
{
    use FurnishedHouse;

    public function testNoRouteThatNamesABlindCardTellsItsPaint(): void
    {
        $things = $this->house();
        $blind = $things['blind'];
        $of = [...$things, ...$blind];
        $read = 0;
        foreach (Route::getRoutes() as $route) {
            $uri = $route->uri();
            if (! in_array('GET', $route->methods(), true) || preg_match('#^api/.*\{(card|session|measurement|picture|specimen|photo|check|run)\}#', $uri) !== 1 || str_starts_with($uri, 'api/records/')) {
                continue;
            }
            // A card of each kind where a card is named; and whoever asks as a judge is told as little as whoever asks as the owner, who judges too.
            foreach (str_contains($uri, '{card}') ? [$blind['card'], $blind['fade']] : [null] as $card) {
                foreach (['judge', 'owner'] as $reader) {
                    $this->app['auth']->forgetGuards();
                    $answer = $this->actingAs($things[$reader])->getJson('/api/'.self::address(substr($uri, 4), $card === null ? $of : [...$of, 'card' => $card]));
                    $this->assertTellsNothing((string) $answer->getContent(), "$uri, $reader");
                    $read += $answer->isOk() ? 1 : 0;
                }
            }
        }
        self::assertGreaterThan(15, $read, 'Routes that refuse all hide all.');
        // What lists or keeps it all, too.
        foreach (['cards', 'today', 'sessions', 'rack', 'swatches', 'records'] as $path) {
            $answer = $this->actingAs($things['judge'])->getJson("/api/$path");
            self::assertTrue($answer->isOk(), "$path: {$answer->getContent()}");
            $this->assertTellsNothing((string) $answer->getContent(), $path);
        }
        foreach (['card', 'fade'] as $kind) {
            $this->actingAs($things['judge'])->get("/api/cards/$blind[$kind]/print.svg")->assertOk()->assertSee($blind['codeWord']);
        }
        // As many verdicts as would lift the names, on what they do not hang on, and of somebody else.
        foreach (['bloom', 'salt', 'soft edge', 'evenness', 're-wetting', 'transparency'] as $i => $property) {
            DB::table('verdicts')->insert(['uuid' => self::uuid(), 'owner_id' => $things[$i < 5 ? 'judge' : 'owner']->id, 'edition' => 1, 'specimen_id' => DB::table('specimens')->where('uuid', $blind['specimen'])->value('id'), 'property' => $property, 'word' => 'none', 'note' => '', 'created_at' => now(), 'updated_at' => now()]);
        }
        $this->actingAs($things['judge'])->getJson("/api/cards/$blind[fade]/fading.json")->assertForbidden();
        // All judged: now it may be known.
        foreach (['transparency', 'staining', 'granulation'] as $property) {
            $this->actingAs($things['judge'])->putJson('/api/verdicts/'.self::uuid(), ['specimenUuid' => $blind['specimen'], 'property' => $property, 'word' => ['transparency' => 'opaque', 'staining' => 'high', 'granulation' => 'none'][$property]])->assertCreated();
        }
        self::assertStringContainsString(self::HIDDEN['colourName'], (string) $this->getJson("/api/cards/$blind[fade]/fading.json")->assertOk()->getContent());
    }

    private function assertTellsNothing(string $content, string $where): void
    {
        foreach (self::HIDDEN as $name) {
            self::assertFalse(stripos($content, $name), "$where tells \"$name\".");
        }
    }
}
