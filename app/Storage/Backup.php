<?php

declare(strict_types=1);

namespace App\Storage;

use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use ZipArchive;

/**
 * One ZIP file with everything a house needs to live on elsewhere: a consistent copy of the database (SQLite's VACUUM INTO reads one
 * snapshot while others write), every stored file by its hash, the settings without secrets, and a manifest of SHA-256 sums.
 */
final class Backup
{
    private const FORMAT = 'marsh-trial/backup';

    private const VERSION = 1;

    private const MANIFEST = 'manifest.json';

    private const DATABASE = 'database.sqlite';

    private const SETTINGS = 'settings.json';

    /** Names of what a backup holds: pictures by the hash of their content, spreadsheets by the UUID of their import. */
    private const NAMES = '#^(?:database\.sqlite|settings\.json|files/pictures/[0-9a-f]{2}/(?<sha256>[0-9a-f]{64})\.(?:png|jpg|tif|webp)|files/pictures/[0-9a-f]{2}/[0-9a-f]{64}\.png\.packed|files/imports/[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}\.csv)$#iD';

    /** Folders of storage/app whose files cannot be made again; previews can. */
    private const FOLDERS = ['pictures', 'imports'];

    /** Settings that may be read by who finds the file. */
    private const OPEN_SETTINGS = ['APP_NAME', 'APP_ENV', 'APP_URL', 'TRUSTED_HOSTS', 'TRUSTED_PROXIES', 'LIMIT_READS', 'LIMIT_WRITES', 'LIMIT_UPLOADS', 'LOW_DISK_BYTES', 'LOG_LEVEL', 'SESSION_LIFETIME'];

    /** Tables that only mean something on the machine they were made on, or that let somebody in: what was ended since must not begin again. */
    private const LOCAL_TABLES = ['sign_ins', 'password_links', 'personal_access_tokens', 'cache', 'cache_locks', 'jobs', 'failed_jobs'];

    /** Links that other rows name, or that are part of one: ended where they stand, by the column that a backup of before they were lacks. */
    private const ENDED = [
        'phone_links.expires_at' => "update phone_links set expires_at = '2000-01-01 00:00:00', ends_at = '2000-01-01 00:00:00'",
        'invitations.used_by_id' => 'delete from invitations where used_by_id is null',
        'users.calendar_hash' => 'update users set calendar_hash = null',
    ];

    /** @return array{made: string, files: int, bytes: int} as read back */
    public static function make(string $path): array
    {
        if (file_exists($path)) {
            throw new BackupFault("$path is there already. Choose another name.");
        }
        $partial = $path.DurableFile::PARTIAL;
        $snapshot = $partial.'.sqlite';
        @unlink($partial);
        @unlink($snapshot);
        try {
            // Files are only ever added, and before the row that names them, so files listed after the snapshot hold all it needs.
            DB::connection()->getPdo()->exec('VACUUM INTO '.DB::connection()->getPdo()->quote($snapshot));
            self::forgetLocal($snapshot);
            $sums = [];
            $zip = new ZipArchive;
            if ($zip->open($partial, ZipArchive::CREATE | ZipArchive::OVERWRITE) !== true) {
                throw new BackupFault("$path cannot be written.");
            }
            self::add($zip, $sums, $snapshot, self::DATABASE, false);
            foreach (self::files() as $name => $file) {
                self::add($zip, $sums, $file, "files/$name", true);
            }
            $settings = (string) json_encode(array_filter(array_combine(self::OPEN_SETTINGS, array_map(env(...), self::OPEN_SETTINGS)), static fn (mixed $v): bool => $v !== null), JSON_PRETTY_PRINT);
            $zip->addFromString(self::SETTINGS, $settings);
            $sums[self::SETTINGS] = hash('sha256', $settings);
            $zip->addFromString(self::MANIFEST, (string) json_encode(['format' => self::FORMAT, 'version' => self::VERSION, 'made' => now()->toIso8601String(), 'sha256' => $sums], JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES));
            if (! @$zip->close()) {
                throw new BackupFault("$path could not be written to its end; is the disk full?");
            }
            $read = self::verify($partial);
            chmod($partial, 0600);
            DurableFile::adopt($path, $partial);

            return $read;
        } catch (\PDOException $e) {
            throw new BackupFault("The database could not be copied: {$e->getMessage()}");
        } finally {
            @unlink($snapshot);
            @unlink($partial);
        }
    }

    /**
     * Reads everything back: every sum, the database's own check, and that each file the database names is there.
     *
     * @return array{made: string, files: int, bytes: int}
     *
     * @throws BackupFault
     */
    public static function verify(string $path): array
    {
        $zip = self::open($path);
        $manifest = self::manifest($zip);
        $bytes = 0;
        foreach ($manifest['sha256'] as $name => $sum) {
            $stream = $zip->getStream((string) $name);
            $hash = hash_init('sha256');
            if ($stream === false) {
                throw new BackupFault("$name is missing from the backup, so it is not whole.");
            }
            $bytes += @hash_update_stream($hash, $stream);
            fclose($stream);
            if (! hash_equals((string) $sum, hash_final($hash))) {
                throw new BackupFault("$name in the backup is not what it was. Do not rely on this backup.");
            }
        }
        $copy = tempnam(sys_get_temp_dir(), 'backup') ?: throw new BackupFault('There is no room to look into the backup.');
        try {
            self::extract($zip, self::DATABASE, $copy);
            self::checkDatabase($copy, array_keys($manifest['sha256']));
        } finally {
            @unlink($copy);
        }

        return ['made' => (string) $manifest['made'], 'files' => count($manifest['sha256']), 'bytes' => $bytes];
    }

    /** @return string|null where what was there before is kept */
    public static function restore(string $path, bool $overwrite): ?string
    {
        self::verify($path);
        $database = (string) config('database.connections.sqlite.database');
        $there = is_file($database) && filesize($database) > 0;
        if ($there && ! $overwrite) {
            throw new BackupFault("There is a database here already ($database). Say --overwrite to put the backup in its place.");
        }
        $zip = self::open($path);
        foreach (self::manifest($zip)['sha256'] as $name => $sum) {
            // A picture that is not what its name says is no picture of this program, or was spoiled on its disk.
            if (str_starts_with($name, 'files/') && (preg_match(self::NAMES, $name, $named) === 1 && in_array($named['sha256'] ?? '', ['', $sum], true))) {
                $to = storage_path('app/'.substr($name, strlen('files/')));
                @mkdir(dirname($to), 0770, true);
                if (! is_file($to) || hash_file('sha256', $to) !== $sum) {
                    self::extract($zip, $name, $to.DurableFile::PARTIAL);
                    DurableFile::adopt($to, $to.DurableFile::PARTIAL);
                }
            }
        }
        self::extract($zip, self::DATABASE, $database.DurableFile::PARTIAL);
        self::forgetLocal($database.DurableFile::PARTIAL);
        DB::disconnect();
        $kept = null;
        if ($there) {
            $kept = $database.'.before-'.now()->format('Ymd-His');
            foreach (['', '-wal', '-shm'] as $part) {
                if (is_file($database.$part)) {
                    rename($database.$part, $kept.$part);
                }
            }
        }
        chmod($database.DurableFile::PARTIAL, 0600);
        DurableFile::adopt($database, $database.DurableFile::PARTIAL);

        return $kept;
    }

    /** @return iterable<string, string> path by name under storage/app */
    private static function files(): iterable
    {
        foreach (self::FOLDERS as $folder) {
            $root = storage_path("app/$folder");
            if (! is_dir($root)) {
                continue;
            }
            foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator($root, \FilesystemIterator::SKIP_DOTS)) as $file) {
                $name = "$folder/".substr($file->getPathname(), strlen($root) + 1);
                if ($file->isFile() && preg_match(self::NAMES, "files/$name") === 1) {
                    yield $name => $file->getPathname();
                }
            }
        }
    }

    /** @param array<string, string> $sums */
    private static function add(ZipArchive $zip, array &$sums, string $file, string $name, bool $stored): void
    {
        $sum = hash_file('sha256', $file);
        if ($sum === false || ! $zip->addFile($file, $name)) {
            throw new BackupFault("$name could not be read.");
        }
        // Pictures are compressed already.
        $zip->setCompressionName($name, $stored ? ZipArchive::CM_STORE : ZipArchive::CM_DEFLATE);
        $sums[$name] = $sum;
    }

    private static function open(string $path): ZipArchive
    {
        $zip = new ZipArchive;
        if (! is_file($path) || $zip->open($path, ZipArchive::RDONLY) !== true) {
            throw new BackupFault(is_file($path) ? "$path is no backup, or its end is missing." : "There is no file $path.");
        }

        return $zip;
    }

    /** @return array{made: string, sha256: array<string, string>} */
    private static function manifest(ZipArchive $zip): array
    {
        $manifest = json_decode((string) $zip->getFromName(self::MANIFEST), true);
        if (! is_array($manifest) || ($manifest['format'] ?? '') !== self::FORMAT || ! is_array($manifest['sha256'] ?? null)) {
            throw new BackupFault('This file is no backup of this program.');
        }
        if (($manifest['version'] ?? 0) !== self::VERSION) {
            throw new BackupFault('This backup was written by another version of the program; only version '.self::VERSION.' can be read.');
        }
        foreach (array_keys($manifest['sha256']) as $name) {
            if (preg_match(self::NAMES, (string) $name) !== 1) {
                throw new BackupFault("The backup holds a file of a name that no backup has ($name), so nothing was done.");
            }
        }

        return ['made' => (string) ($manifest['made'] ?? ''), 'sha256' => $manifest['sha256']];
    }

    private static function extract(ZipArchive $zip, string $name, string $to): void
    {
        $from = $zip->getStream($name);
        $file = @fopen($to, 'wb');
        if ($from === false || $file === false || @stream_copy_to_stream($from, $file) === false || ! fsync($file)) {
            throw new BackupFault("$name could not be taken out of the backup; is the disk full?");
        }
        fclose($from);
        fclose($file);
    }

    /** @return list<mixed> */
    private static function column(\PDO $db, string $sql): array
    {
        return ($db->query($sql) ?: throw new BackupFault('The database in the backup cannot be read.'))->fetchAll(\PDO::FETCH_COLUMN);
    }

    /** @param list<string> $names */
    private static function checkDatabase(string $path, array $names): void
    {
        $db = new \PDO("sqlite:$path", options: [\PDO::ATTR_ERRMODE => \PDO::ERRMODE_EXCEPTION]);
        $column = static fn (string $sql): array => self::column($db, $sql);
        try {
            $damaged = $column('PRAGMA integrity_check') !== ['ok'] || $column('PRAGMA foreign_key_check') !== [];
        } catch (\PDOException) {
            $damaged = true;
        }
        if ($damaged) {
            throw new BackupFault('The database in the backup is damaged. Do not rely on this backup.');
        }
        self::checkOwn($db);
        $there = array_flip($names);
        // A backup of before there were studies has none of their pictures.
        foreach (array_intersect(['pictures', 'photos', 'study_pictures'], $column("select name from sqlite_master where type = 'table'")) as $table) {
            // A picture of the demo that waits to be painted comes out of its job, which is in the backup.
            $painted = $table === 'pictures' ? "and not exists (select 1 from jobs where payload like '%PaintDemoPicture ' || pictures.uuid || '%')" : '';
            foreach ($column("select distinct sha256 || '.' || extension from $table where sha256 is not null $painted") as $file) {
                $name = 'files/pictures/'.substr($file, 0, 2)."/$file";
                if (! isset($there[$name]) && ! isset($there["$name.packed"])) {
                    throw new BackupFault("The backup lacks the picture $file, which its database names.");
                }
            }
        }
    }

    /**
     * It was made by this program, of this age or an earlier one, and nothing in it acts by itself that this program did not put there.
     *
     * @throws BackupFault
     */
    private static function checkOwn(\PDO $db): void
    {
        $known = array_map(static fn (string $file): string => basename($file, '.php'), glob(database_path('migrations/*.php')) ?: []);
        $tables = self::column($db, "select name from sqlite_master where type = 'table'");
        if (! in_array('migrations', $tables, true) || ($ran = self::column($db, 'select migration from migrations')) === [] || ! in_array('cards', $tables, true)) {
            throw new BackupFault('The database in the backup is none of this program, so nothing was put in place.');
        }
        if (array_diff($ran, $known) !== []) {
            throw new BackupFault('This backup was written by a newer version of the program. Bring the program up to date first; nothing was put in place.');
        }
        // A trigger or a view of somebody else's would act on whatever is written later.
        $acts = "select type || ' ' || name || ' ' || sql from sqlite_master where type in ('trigger', 'view')";
        if (array_diff(self::column($db, $acts), self::madeFresh($acts)) !== []) {
            throw new BackupFault('The database in the backup holds triggers or views that this program did not make, so nothing was put in place.');
        }
    }

    /** @return list<mixed> what a database that this program has just made says */
    private static function madeFresh(string $sql): array
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'fresh');
        $default = DB::getDefaultConnection();
        config(['database.connections.fresh' => ['database' => $path] + config('database.connections.sqlite')]);
        try {
            Artisan::call('migrate', ['--force' => true, '--database' => 'fresh']);

            return self::column(DB::connection('fresh')->getPdo(), $sql);
        } finally {
            DB::purge('fresh');
            DB::setDefaultConnection($default);
            array_map(static fn (string $part): bool => @unlink($path.$part), ['', '-wal', '-shm']);
        }
    }

    private static function forgetLocal(string $path): void
    {
        $db = new \PDO("sqlite:$path", options: [\PDO::ATTR_ERRMODE => \PDO::ERRMODE_EXCEPTION]);
        $there = array_flip(self::column($db, "select name from sqlite_master where type = 'table'"));
        foreach (array_filter(self::LOCAL_TABLES, static fn (string $table): bool => isset($there[$table])) as $table) {
            $db->exec("delete from $table");
        }
        foreach (self::ENDED as $named => $sql) {
            [$table, $column] = explode('.', $named);
            if (in_array($column, self::column($db, "select name from pragma_table_info('$table')"), true)) {
                $db->exec($sql);
            }
        }
    }
}
