<?php

declare(strict_types=1);

namespace App\Actions;

use App\Events\PracticeWanted;
use App\Imaging\PictureStore;
use App\Models\House;
use App\Models\Measurement;
use App\Models\Picture;
use App\Models\User;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;
use MarshTrial\Core\CoreException;
use Symfony\Component\Process\PhpExecutableFinder;
use Symfony\Component\Process\Process;

/** The demo's data in an empty installation, marked as practice; taken away again with all that was done meanwhile. */
final class PracticeShore
{
    /** Pictures that the demo measures; its progress is told by them. */
    private const PICTURES = 30;

    /** Ends an address of a practice tester. */
    private const TESTERS = '@saltern-reach.example';

    /** Kept when practice is taken away: who may sign in, and what makes the database. */
    private const KEPT = ['migrations', 'users', 'sign_ins', 'password_links', 'house', 'jobs', 'job_batches', 'failed_jobs', 'cache', 'cache_locks', 'sessions', 'ledgers'];

    private const LONGEST_SECONDS = 1600;

    /** Settings of the engine that a second process has to be told. */
    private const ENGINE = ['opcache.enable_cli', 'opcache.jit', 'opcache.jit_buffer_size', 'opcache.jit_hot_loop', 'opcache.jit_max_root_traces', 'opcache.jit_max_side_traces', 'opcache.jit_max_exit_counters', 'memory_limit'];

    /** @throws CoreException where something is recorded already */
    public static function begin(): void
    {
        DB::transaction(static function (): void {
            if (! House::isEmpty()) {
                throw new CoreException('Something is recorded here already. The practice shore is walked in an empty installation only, so that practice and evidence never mix.');
            }
            House::becomePractice();
            event(new PracticeWanted);
        });
    }

    /** In a process of its own: it lives in another year and as other people. */
    public static function load(): void
    {
        self::process('db:seed', '--force')->mustRun();
        House::hasLoaded();
    }

    /** A command of this program in a process of its own, by the same engine. */
    public static function process(string ...$command): Process
    {
        $engine = array_merge(...array_map(static fn (string $name): array => ['-d', $name.'='.ini_get($name)], self::ENGINE));

        return new Process([(new PhpExecutableFinder)->find(false) ?: PHP_BINARY, ...$engine, base_path('artisan'), ...$command], base_path(), timeout: self::LONGEST_SECONDS);
    }

    /** @return float|null share that is loaded, 0 to 1; null: nobody is practising */
    public static function loaded(): ?float
    {
        if (! House::isPractice()) {
            return null;
        }

        return House::isLoading() ? min(0.98, Measurement::query()->where('state', 'done')->count() / self::PICTURES) : 1.0;
    }

    /** Empties the installation; whoever is no practice tester may still sign in. */
    public static function takeAway(): void
    {
        $files = DB::transaction(static function (): array {
            if (! House::isPractice()) {
                throw new CoreException('There is no practice shore here to be taken away.');
            }
            $files = Picture::query()->whereNotNull('sha256')->get(['sha256', 'extension'])->all();
            DB::statement('PRAGMA defer_foreign_keys = ON');
            foreach (array_diff(Schema::getTableListing(schemaQualified: false), self::KEPT) as $table) {
                DB::table($table)->delete();
            }
            $practising = User::query()->where('email', 'like', '%'.self::TESTERS)->pluck('id');
            foreach (['sign_ins', 'password_links'] as $table) {
                DB::table($table)->whereIn('user_id', $practising)->delete();
            }
            User::query()->whereKey($practising)->delete();
            User::query()->whereNotNull('ledger_id')->delete();
            DB::table('ledgers')->where('own', false)->delete();
            DB::table('ledgers')->update(['name' => '']);
            DB::table('users')->update(['circle_id' => null]);
            DB::table('house')->delete();

            return $files;
        });
        foreach ($files as $file) {
            PictureStore::forget((string) $file->sha256, $file->extension);
        }
    }
}
