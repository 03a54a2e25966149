<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\FadeCheck;
use App\Models\Paint;
use App\Models\User;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\Support\RandomLedger;
use Tests\Support\Voices;

/** What is said of a paint is the same on every page and in every file, for whoever looks; the demo is walked by the browser's tests. */
final class OneVoiceTest extends FeatureTestCase
{
    private const PAINTS = 30;

    /** @return iterable<string, array{int}> VOICE_LEDGERS=200 tries as many as were asked for */
    public static function seeds(): iterable
    {
        foreach (range(1, (int) (getenv('VOICE_LEDGERS') ?: 1)) as $seed) {
            yield "ledger $seed" => [$seed];
        }
    }

    #[DataProvider('seeds')]
    public function testEveryPageSaysTheSame(int $seed): void
    {
        (new RandomLedger($seed))->fill(self::PAINTS);
        $said = [];
        foreach ([null, User::query()->where('name', 'Odo')->firstOrFail()] as $reader) {
            $said[] = $this->voices($reader)->all();
        }
        // All is published here: who is signed in makes no difference to what is said.
        self::assertSame([], array_merge(...array_map(Voices::contradictions(...), $said)));
        foreach ($said[0] as $paint => $of) {
            self::assertSame(array_map(self::spoken(...), $of), array_map(self::spoken(...), $said[1][$paint]));
        }
        $voices = array_merge(...array_map(static fn (array $of): array => array_keys($of['light'] ?? []), array_values($said[1])));
        self::assertSame([], array_diff(['record', 'report', 'tables', 'rack', 'paint', 'choose'], $voices));
        self::assertGreaterThan(4, max(array_map(static fn (array $of): int => count($of['light'] ?? []), $said[1])), 'light is told on many pages');
    }

    public function testWhatIsKeptOfAPaintFollowsItsChecksAndItsRowsFate(): void
    {
        (new RandomLedger(1))->fill(12);
        $this->actingAs($this->steward);
        $specimen = DB::table('strips')->where('kind', 'fade')->join('measurements', 'measurements.id', '=', 'strips.measurement_id')->orderBy('strips.id')->first(['specimen_id', 'paint_id', 'card_id']);
        self::assertNotNull($specimen);
        $paint = Paint::query()->findOrFail($specimen->paint_id);
        DB::table('strips')->where('paint_id', $paint->id)->where('kind', 'fade')->where('specimen_id', '<>', $specimen->specimen_id)->delete();
        $light = fn (): ?array => array_column($this->getJson("/api/pigments/$paint->pigments")->assertOk()->json('paints'), null, 'uuid')[$paint->uuid]['properties']['lightfastness']['measured']['light'] ?? null;
        $before = $light();
        self::assertNotNull($before);
        // A dose that is told otherwise is told so by what is kept, though no test of the paint changed.
        $last = FadeCheck::query()->where('card_id', $specimen->card_id)->orderByDesc('dose_mlxh')->firstOrFail();
        $last->update(['dose_mlxh' => 33.0]);
        self::assertSame(33.0, (float) $light()['mlxh']);
        // A row that was spoiled says nothing of its paint, as far as it was spoiled.
        $spoil = fn (string $property): bool => DB::table('spoilings')->insert(['uuid' => self::uuid(), 'owner_id' => $this->steward->id, 'edition' => 1, 'specimen_id' => $specimen->specimen_id, 'property' => $property, 'reason' => 'torn', 'created_at' => now(), 'updated_at' => now()]);
        $spoil('staining');
        self::assertNotNull($light());
        $spoil('lightfastness');
        self::assertNull($light());
        $chosen = array_merge(...array_column($this->getJson('/api/choose')->assertOk()->json('shelves'), 'paints'));
        self::assertNull(array_column($chosen, null, 'uuid')[$paint->uuid]['light'] ?? null);
    }

    /** One page that says something else is found. */
    public function testAContradictionIsFound(): void
    {
        (new RandomLedger(1))->fill(8);
        $said = $this->voices($this->steward)->all();
        $paint = array_key_first(array_filter($said, static fn (array $of): bool => isset($of['light'])));
        $said[$paint]['light']['another page'] = ['clearly paler', 1.0, 3.0, null, []];
        self::assertCount(1, Voices::contradictions($said));
    }

    /** @param array<string, mixed> $values */
    private static function spoken(array $values): mixed
    {
        return array_values($values)[0];
    }

    private function voices(?User $reader): Voices
    {
        DB::table('paint_digests')->delete();
        $reader === null ? $this->app->make('auth')->forgetGuards() : $this->actingAs($reader);

        return new Voices(function (string $path): mixed {
            $answer = $this->getJson("/api/$path");
            if ($answer->getStatusCode() >= 500) {
                self::fail("$path: ".$answer->getContent());
            }

            return match (true) {
                ! $answer->isOk() => null,
                str_ends_with($path, '.csv') => $answer->streamedContent(),
                default => $answer->json(),
            };
        });
    }
}
