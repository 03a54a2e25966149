<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\BenchSession;
use App\Models\HandReading;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;
use PHPUnit\Framework\Attributes\DataProvider;

/** Small databases that were made by earlier states of the program become what a new one is, with all that was in them. */
final class MigrationTest extends FeatureTestCase
{
    /** Beginnings of the SHA-256 sums of migrations that have landed. */
    private const LANDED = ['3bc0fc63ad68', 'ce1f27b2b883', 'cd7966038f8b', '1e99c6a5e7ce', '2458c8aa8c89', '22cbc4b0e98a', 'f74d6ce70cfd', '742da8f36f4e', '2d23a055f629', '561821d7b1a8', 'e1c758f7581a', '9ec8102776c0', '1ca503afd3ca', '56e24ca5441d', '1df927ada631', '2d210f71c680', 'fe244c9f5c5b', '94d19d2ceca8', 'e904f4286446', '2bb887b5e6b8', '4c6bd8350f66', 'ae7cf184e7da', 'f6a0c7012765', '624f0a26b43e', '11fa73e93f4c', 'fd8e0cab5afe', 'cbf2d5681282', '256d7de91f52'];

    private const FOLDER = __DIR__.'/../Support/databases';

    /** @return iterable<string, array{string}> */
    public static function databases(): iterable
    {
        foreach (glob(self::FOLDER.'/*.sql') ?: [] as $path) {
            yield basename($path, '.sql') => [$path];
        }
    }

    #[DataProvider('databases')]
    public function testAnEarlierDatabaseIsBroughtUpToDate(string $path): void
    {
        $fresh = self::columns(null);
        self::assertSame($fresh, self::columns($path));
        self::assertSame('Slack water', BenchSession::query()->firstOrFail()->title);
        self::assertSame([], BenchSession::query()->firstOrFail()->protocols);
        self::assertSame('Beacon Red', DB::table('paints')->value('colour_name'));
        // What broke in such a database.
        self::assertSame(0, HandReading::query()->count());
        self::assertContains('protocols', Schema::getColumnListing('bench_sessions'));
    }

    public function testEveryForeignKeyLeadsAnIndex(): void
    {
        $without = [];
        foreach (Schema::getTableListing(schemaQualified: false) as $table) {
            $led = array_map(static fn (array $index): string => $index['columns'][0], Schema::getIndexes($table));
            foreach (Schema::getForeignKeys($table) as $key) {
                if (! in_array($key['columns'][0], $led, true)) {
                    $without[] = "$table.{$key['columns'][0]}";
                }
            }
        }
        self::assertSame([], $without);
        self::assertGreaterThan(50, array_sum(array_map(static fn (string $t): int => count(Schema::getForeignKeys($t)), Schema::getTableListing(schemaQualified: false))));
    }

    public function testALandedMigrationIsNeverEdited(): void
    {
        $sums = [];
        foreach (glob(dirname(__DIR__, 2).'/database/migrations/*.php') ?: [] as $file) {
            $sums[] = substr(hash_file('sha256', $file) ?: '', 0, 12);
        }
        self::assertSame(self::LANDED, array_slice($sums, 0, count(self::LANDED)));
    }

    /** @return array<string, list<string>> columns by table, sorted, of a database that is migrated and stays the one that is used */
    private static function columns(?string $path): array
    {
        $name = $path === null ? 'fresh' : 'earlier';
        config(["database.connections.$name" => config('database.connections.sqlite')]);
        DB::setDefaultConnection($name);
        if ($path !== null) {
            DB::connection()->getPdo()->exec((string) file_get_contents($path));
        }
        self::assertSame(0, Artisan::call('migrate', ['--force' => true, '--database' => $name]));
        $out = [];
        foreach (Schema::getTableListing(schemaQualified: false) as $table) {
            $columns = Schema::getColumnListing($table);
            sort($columns);
            $out[$table] = $columns;
        }
        ksort($out);

        return $out;
    }

    protected function tearDown(): void
    {
        DB::setDefaultConnection('sqlite');
        parent::tearDown();
    }
}
