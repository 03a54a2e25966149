<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Http\Middleware\CostsReaders;
use App\Models\Claim;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\DB;

/** What reading without an account may cost, and what is worked out once for all who do. */
final class VisitorsTest extends FeatureTestCase
{
    public function testAVisitorIsToldByEveryAnswerWhatIsLeftAndWaitsWhenNothingIs(): void
    {
        config(['trust.anonymous_cpu' => 0.1]);
        $answer = $this->getJson('/api/pigments')->assertOk();
        self::assertSame('"cpu-ms";q=12000;w=120', $answer->headers->get('RateLimit-Policy'));
        self::assertMatchesRegularExpression('/^"cpu-ms";r=1[01]\d{3};t=\d+$/', (string) $answer->headers->get('RateLimit'));
        $set = static fn (float $leftMs, float $secondsAgo): mixed => Cache::store('array')->put('cpu|127.0.0.1', [$leftMs, microtime(true) - $secondsAgo], 60);
        // Spent: just below and just above nothing.
        $set(-50.0, 0.0);
        $refused = $this->getJson('/api/pigments')->assertStatus(429)->assertHeader('Retry-After', '1');
        self::assertStringContainsString('at most 0.1 of a processor', $refused->json('detail'));
        $set(-50.0, 0.6);
        $this->getJson('/api/pigments')->assertOk();
        // It fills up to its brim and no further.
        $set(0.0, 1e6);
        self::assertLessThanOrEqual(CostsReaders::AT_ONCE_MS, (int) (explode('r=', (string) $this->getJson('/api/pigments')->headers->get('RateLimit'))[1] ?? 99_999));
        // Whoever signs in is limited by count alone.
        $set(-1e6, 0.0);
        $this->actingAs($this->wren)->getJson('/api/pigments')->assertOk()->assertHeaderMissing('RateLimit');
        // A page is served all the same, without what unfolds elsewhere.
        $this->app['auth']->forgetGuards();
        $this->get('/compare?paints='.self::uuid())->assertOk();
    }

    public function testWhatEverybodyReadsIsWorkedOutOnceUntilSomethingChanges(): void
    {
        $this->actingAs($this->wren);
        $paint = self::uuid();
        $this->putPaint($paint, ['pigments' => 'PB28'])->assertCreated();
        $this->app['auth']->forgetGuards();
        $queries = 0;
        DB::listen(static function () use (&$queries): void {
            $queries++;
        });
        $asked = function (array $headers = []) use (&$queries) {
            $queries = 0;

            return $this->getJson('/api/pigments/PB28', $headers);
        };
        $first = $asked()->assertOk();
        self::assertGreaterThan(5, $queries);
        $again = $asked()->assertOk();
        self::assertLessThan(3, $queries);
        self::assertSame($first->getContent(), $again->getContent());
        $tag = (string) $first->headers->get('ETag');
        $asked(['If-None-Match' => $tag])->assertStatus(304);
        self::assertSame(['no-cache', 'public'], array_keys(array_filter(['no-cache' => $first->headers->hasCacheControlDirective('no-cache'), 'public' => $first->headers->hasCacheControlDirective('public')])));
        self::assertContains('Cookie', $first->baseResponse->getVary());
        // Another address that happens to share its place gets its own answer.
        for ($n = 0; crc32("/api/pigments/PY42?n=$n") % 509 !== crc32('/api/pigments/PB28') % 509; $n++);
        $this->getJson("/api/pigments/PY42?n=$n")->assertOk()->assertJsonPath('paints', []);
        self::assertSame($first->getContent(), $asked()->getContent());
        // Any change that it could tell, by whomever: a claim, which no clock of tests counts.
        Claim::query()->create(['uuid' => self::uuid(), 'owner_id' => $this->wren->id, 'edition' => 1, 'paint_id' => DB::table('paints')->value('id'), 'property' => 'staining', 'words' => 'clings', 'read_on' => '2026-02-20']);
        $changed = $asked()->assertOk();
        self::assertGreaterThan(5, $queries);
        self::assertNotSame($tag, $changed->headers->get('ETag'));
        // What somebody sees of their own is nobody else's.
        $this->actingAs($this->wren);
        $own = $asked()->assertOk();
        self::assertFalse($own->headers->hasCacheControlDirective('public'));
        self::assertGreaterThan(5, $queries);
    }

    public function testEveryTableThatAPublicPageTellsOfIsCounted(): void
    {
        $counted = DB::table('sqlite_master')->where('type', 'trigger')->where('sql', 'like', '%after update%evidence_clocks%')
            // Testers' own are counted apart (KeptAnswersTest).
            ->where('sql', 'not like', "%name = 'own'%")->pluck('tbl_name')->unique()->all();
        // Of one person, of work under way, or of the machine: no public page tells them.
        $private = ['migrations', 'sign_ins', 'password_links', 'personal_access_tokens', 'invitations', 'phone_links', 'cache', 'cache_locks', 'jobs', 'failed_jobs', 'audit', 'follows', 'hearts', 'looks', 'timers', 'imports', 'import_changes', 'bundles', 'bundle_changes',
            'paint_digests', 'evidence_clocks', 'corrections', 'remarks', 'photos', 'palettes', 'pan_sets', 'mixes', 'reports', 'questions', 'answers', 'standings', 'circles', 'capture_profiles', 'capture_targets'];
        $tables = DB::table('sqlite_master')->where('type', 'table')->where('name', 'not like', 'sqlite_%')->pluck('name')->all();
        self::assertSame([], array_values(array_diff($tables, $counted, $private)));
        self::assertSame([], array_values(array_intersect($counted, $private)));
    }
}
