<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Actions\PublishRecord;
use App\Jobs\MakeArchive;
use App\Ledger\Archives\Archive;
use App\Ledger\Archives\Shelf;
use App\Models\Question;
use App\Storage\Turn;
use Illuminate\Support\Facades\Queue;
use MarshTrial\Core\CoreException;

/** Archives of what is published: made once, one at a time, with room asked for before. */
final class ArchivesTest extends FeatureTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        Shelf::clear(all: true);
    }

    /** How often an archive was written. */
    private int $written = 0;

    private function archive(string $key, int $bytes, ?\Closure $write = null): Archive
    {
        return new class ($key, $bytes, function (string $path, \Closure $progress) use ($write): void {
            $this->written++;
            $write === null ? file_put_contents($path, 'an archive') : $write($path, $progress);
        }) implements Archive {
            public function __construct(private string $key, private int $bytes, private \Closure $write) {}

            public function key(): string
            {
                return $this->key;
            }

            public function bytes(): int
            {
                return $this->bytes;
            }

            public function write(string $path, \Closure $progress): void
            {
                ($this->write)($path, $progress);
            }
        };
    }

    public function testManyWhoAskCostAsMuchAsOne(): void
    {
        $archive = $this->archive(self::uuid(), 100);
        $paths = [Shelf::of($archive), Shelf::of($archive), Shelf::of($archive)];
        self::assertCount(1, array_unique($paths));
        self::assertSame('an archive', file_get_contents((string) $paths[0]));
        self::assertSame(1, $this->written);
        // Half of one is never found.
        $broken = $this->archive(self::uuid(), 100, static function (string $path): void {
            file_put_contents($path, 'half of');
            throw new CoreException('The disk is full.');
        });
        try {
            Shelf::of($broken);
            self::fail('It was made.');
        } catch (CoreException) {
            self::assertCount(1, glob(storage_path('app/archives/*')) ?: []);
        }
    }

    public function testALargeOneIsMadeByTheWorkerAndAskedForAgain(): void
    {
        Queue::fake();
        $just = $this->archive(self::uuid(), Shelf::AT_ONCE_BYTES);
        self::assertIsString(Shelf::of($just));
        $large = $this->archive(self::uuid(), Shelf::AT_ONCE_BYTES + 1);
        self::assertSame([0.0, 0.0], [Shelf::of($large), Shelf::of($large)]);
        Queue::assertPushed(MakeArchive::class, 1);
        Shelf::makeInTurn($large);
        self::assertIsString(Shelf::of($large));
        // One that failed says why to whoever asks again.
        $failing = $this->archive(self::uuid(), Shelf::AT_ONCE_BYTES + 1, static fn () => throw new CoreException('Nothing is published.'));
        Shelf::makeInTurn($failing);
        $this->expectExceptionMessage('Nothing is published.');
        Shelf::of($failing);
    }

    public function testRoomIsAskedForBefore(): void
    {
        config(['trust.low_disk_bytes' => 0, 'trust.low_disk_share' => 0.0]);
        $free = (int) disk_free_space(storage_path());
        config(['trust.low_disk_bytes' => $free - 1_000_000_000]);
        self::assertIsString(Shelf::of($this->archive(self::uuid(), 1000)));
        $large = $this->archive(self::uuid(), 1_500_000_000);
        $before = $this->written;
        try {
            Shelf::of($large);
            self::fail('It was begun.');
        } catch (CoreException $e) {
            self::assertStringContainsString('nearly full', $e->getMessage());
        }
        self::assertSame($before, $this->written);
        $this->expectExceptionMessage('code by code');
        Shelf::of($this->archive(self::uuid(), 2_000_000_001));
    }

    public function testOnlyOneIsMadeAtATime(): void
    {
        Turn::take('archives', 60, 5, function (): void {
            $archive = $this->archive(self::uuid(), 100);
            $waited = microtime(true);
            try {
                Shelf::of($archive);
                self::fail('Two were made at once.');
            } catch (\Illuminate\Contracts\Cache\LockTimeoutException $e) {
                self::assertSame(503, \App\Http\Problem::from($e)->getStatusCode());
            }
            self::assertGreaterThan(10, microtime(true) - $waited);
        });
    }

    public function testABundleIsTheSameFileUntilSomethingIsSaid(): void
    {
        $this->actingAs($this->wren);
        $card = $this->card('property', 'PB28');
        $this->putJson('/api/verdicts/'.self::uuid(), ['specimenUuid' => $card->specimens[0]->uuid, 'property' => 'staining', 'word' => 'high'])->assertCreated();
        PublishRecord::of($card, $this->wren);
        $this->app['auth']->forgetGuards();
        $first = $this->get('/api/ledger/bundle.zip')->assertOk();
        $tag = (string) $first->headers->get('ETag');
        $this->get('/api/ledger/bundle.zip', ['If-None-Match' => $tag])->assertStatus(304);
        self::assertSame(1, count(glob(storage_path('app/archives/*')) ?: []));
        Question::query()->create(['uuid' => self::uuid(), 'by_id' => $this->other->id, 'at' => now(), 'card_id' => $card->id, 'text' => 'Which batch?']);
        self::assertNotSame($tag, $this->get('/api/ledger/bundle.zip')->assertOk()->headers->get('ETag'));
        $this->get('/api/ledger/datapackage.zip')->assertOk();
        // Whoever leaves takes their name along, out of what was made before too.
        $this->actingAs($this->steward)->deleteJson("/api/people/{$this->wren->uuid}", ['drafts' => 'delete'])->assertNoContent();
        self::assertSame([], glob(storage_path('app/archives/*')) ?: []);
    }
}
