<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Actions\RunMeasurement;
use App\Imaging\PictureStore;
use App\Jobs\PaintDemoPicture;
use App\Models\Measurement;
use App\Models\Picture;
use App\Models\User;
use Database\Seeders\DatabaseSeeder;
use Database\Seeders\DemoReadings;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\DB;

/** The demo's readings come with the program: they are what painting and measuring would give today. When this fails, run bin/demo. */
final class DemoReadingsTest extends FeatureTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        DB::table('users')->delete();
        config(['queue.connections.database.queue' => 'default']);
        $this->app->make(DatabaseSeeder::class)->run();
    }

    public function testTheDemoIsLaidWithoutMeasuringAndItsPicturesArePaintedWhenThereIsNothingElseToDo(): void
    {
        self::assertSame(0, Measurement::query()->where('state', '<>', 'done')->count());
        $waiting = DB::table('jobs')->where('queue', PaintDemoPicture::IDLE);
        $ofHouse = Picture::query()->where('source', 'stand-in')->whereHas('card', static fn ($q) => $q->whereNull('ledger_id'));
        self::assertSame($ofHouse->count(), $waiting->count());
        self::assertLessThan(3_000_000, filesize(DemoReadings::path()));
    }

    /** A card of strokes, a check of a fade card and a swatch: the picture byte for byte, every value to the last digit. */
    public function testCardsPaintedAndMeasuredAnewGiveTheSame(): void
    {
        foreach (['Reds and blues for the survey archive', 'Lighthouse keeper’s window', 'Swatches'] as $title) {
            $of = Measurement::query()->whereHas('card', static fn ($q) => $q->where('title', $title))->with('card', 'picture.fadeCheck', 'firstPicture')->orderByDesc('id')->firstOrFail();
            $kept = DemoReadings::of($of);
            foreach (array_filter([$of->firstPicture, $of->picture]) as $picture) {
                $this->painted($picture);
            }
            Carbon::setTestNow($of->picture->created_at);
            Auth::setUser(User::query()->findOrFail($of->picture->owner_id));
            DB::table('measurements')->where('id', $of->id)->update(['state' => 'running', 'attempts' => 1, 'published' => false]);
            RunMeasurement::of($of->refresh());
            $anew = DemoReadings::of($of);
            foreach ($kept as $what => $values) {
                self::assertSame($values, $anew[$what], "$title: $what");
            }
        }
    }

    public function testAPictureThatSomebodyWaitsForIsPaintedNext(): void
    {
        $picture = Picture::query()->where('source', 'stand-in')->whereHas('measurements', static fn ($q) => $q->where('published', true))->whereHas('card', static fn ($q) => $q->whereNull('ledger_id'))->orderByDesc('id')->firstOrFail();
        @unlink($picture->path());
        $this->get("/api/pictures/$picture->uuid/preview.webp")->assertStatus(503)->assertHeader('Retry-After');
        self::assertSame(1, DB::table('jobs')->where('queue', PaintDemoPicture::WANTED)->count());
        $this->getJson('/api/session')->assertJsonPath('painting.done', 0);
        $this->painted($picture);
        DB::table('jobs')->where('queue', PaintDemoPicture::WANTED)->delete();
        $this->get("/api/pictures/$picture->uuid/preview.webp")->assertOk();
        // What will be looked at is cut beforehand.
        self::assertSame(1, DB::table('jobs')->where('payload', 'like', '%PrepareViews%')->count());
        // Painted once; a picture that does not come is told at once.
        @unlink($picture->path());
        $this->get("/api/pictures/$picture->uuid/preview.webp")->assertStatus(404);
    }

    /** What other libraries paint otherwise is not shown as what was measured. */
    public function testAPictureThatIsPaintedOtherwiseIsNotKept(): void
    {
        $picture = Picture::query()->where('source', 'stand-in')->whereHas('card', static fn ($q) => $q->where('kind', 'fade'))->firstOrFail();
        $picture->update(['sha256' => str_repeat('0', 64)]);
        $this->job($picture)->handle();
        self::assertNull($picture->refresh()->sha256);
    }

    private function painted(Picture $picture): void
    {
        @unlink($picture->path());
        $this->job($picture)->handle();
        self::assertTrue($picture->isHere());
        self::assertSame($picture->refresh()->sha256, hash_file('sha256', PictureStore::path((string) $picture->sha256, $picture->extension)));
    }

    private function job(Picture $picture): PaintDemoPicture
    {
        $payload = DB::table('jobs')->where('payload', 'like', "%$picture->uuid%")->value('payload');
        self::assertIsString($payload);

        return unserialize(json_decode($payload, true)['data']['command']);
    }
}
