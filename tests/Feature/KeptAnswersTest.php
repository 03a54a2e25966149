<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Jobs\KeepDigests;
use App\Models\Paint;
use App\Models\User;
use Illuminate\Bus\UniqueLock;
use Illuminate\Contracts\Cache\Repository;
use Illuminate\Queue\Events\Looping;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use Illuminate\Support\Facades\Schema;
use Tests\Support\RandomLedger;

/** An answer is worked out once for whoever asked, and again as soon as anything that it could tell has changed. */
final class KeptAnswersTest extends FeatureTestCase
{
    /** What no page tells, or what is counted under another name by the page's own measure. */
    private const NOT_TOLD = ['audit', 'bundle_changes', 'cache', 'cache_locks', 'evidence_clocks', 'failed_jobs', 'import_changes', 'jobs', 'migrations', 'paint_digests', 'password_links', 'personal_access_tokens', 'sign_ins', 'sqlite_sequence'];

    public function testEveryTableThatAPageTellsIsCounted(): void
    {
        $counted = DB::table('sqlite_master')->where('type', 'trigger')->where('sql', 'like', '%update evidence_clocks%')->distinct()->pluck('tbl_name')->all();
        self::assertSame([], array_values(array_diff(Schema::getTableListing(schemaQualified: false), $counted, self::NOT_TOLD)));
    }

    public function testATesterSeesWhatChangedAndNobodyElsesAnswer(): void
    {
        (new RandomLedger(1))->fill(6);
        $paint = Paint::query()->firstOrFail();
        $odo = User::query()->where('name', 'Odo')->firstOrFail();
        $mixes = fn (User $who): array => $this->actingAs($who)->getJson('/api/mixes')->assertOk()->json('mixes');
        self::assertSame([[], []], [$mixes($odo), $mixes($this->steward)]);
        $queries = $this->asked(fn () => $mixes($odo));
        DB::table('mixes')->insert(['uuid' => self::uuid(), 'owner_id' => $odo->id, 'edition' => 1, 'a_id' => $paint->id, 'b_id' => Paint::query()->whereKeyNot($paint->id)->value('id'), 'share' => 0.5, 'deposit' => 0.92, 'layered' => false, 'name' => 'mud', 'created_at' => now(), 'updated_at' => now()]);
        self::assertSame(['mud'], array_column($mixes($odo), 'name'));
        self::assertSame([], $mixes($this->steward));
        // What is kept costs hardly a question.
        self::assertLessThanOrEqual(4, $queries);
        self::assertSame(['mud'], array_column($mixes($odo), 'name'));
    }

    public function testTheWorkerMakesWhatReadersWouldWaitFor(): void
    {
        (new RandomLedger(1))->fill(6);
        DB::table('paint_digests')->delete();
        Queue::fake();
        event(new Looping('database', 'default'));
        event(new Looping('database', 'default'));
        Queue::assertPushed(KeepDigests::class, 1);
        // As the worker does when it begins with it.
        (new UniqueLock(app(Repository::class)))->release($job = new KeepDigests);
        $job->handle();
        $kept = DB::table('paint_digests')->count();
        self::assertGreaterThan(0, $kept);
        // A reader finds it: nothing is added, and hardly anything asked.
        self::assertLessThanOrEqual(12, $this->asked(fn () => $this->getJson('/api/shore')->assertOk()));
        self::assertSame($kept, DB::table('paint_digests')->count());
        DB::table('strips')->limit(1)->update(['l' => 50.0]);
        event(new Looping('database', 'default'));
        Queue::assertPushed(KeepDigests::class, 2);
    }

    private function asked(\Closure $do): int
    {
        $n = 0;
        DB::listen(static function () use (&$n): void {
            $n++;
        });
        $do();

        return $n;
    }
}
