<?php

declare(strict_types=1);

namespace App\Storage;

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

    /** Folders of storage/app whose files cannot be made again; previews can. */
    private const FOLDERS = ['pictures', 'imports'];

    /** Settings that may be read by who finds the file. */
    private const OPEN_SETTINGS = ['APP_NAME', 'APP_ENV', 'APP_URL', 'TRUSTED_HOSTS', 'TRUSTED_PROXIES', 'LIMIT_READS', 'LIMIT_WRITES', 'LIMIT_UPLOADS', 'LOW_DISK_BYTES', 'LOG_LEVEL', 'SESSION_LIFETIME'];

    /** Tables that only mean something on the machine they were made on. */
    private const LOCAL_TABLES = ['sign_ins', 'password_links', 'cache', 'cache_locks', 'jobs', 'failed_jobs'];

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
            if (str_starts_with($name, 'files/')) {
                $to = storage_path('app/'.substr($name, strlen('files/')));
                @mkdir(dirname($to), 0770, true);
                if (! is_file($to) || hash_file('sha256', $to) !== $sum) {
                    self::extract($zip, $name, $to.DurableFile::PARTIAL);
                    DurableFile::adopt($to, $to.DurableFile::PARTIAL);
                }
            }
        }
        self::extract($zip, self::DATABASE, $database.DurableFile::PARTIAL);
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
                if ($file->isFile() && ! str_ends_with($file->getFilename(), DurableFile::PARTIAL)) {
                    yield "$folder/".substr($file->getPathname(), strlen($root) + 1) => $file->getPathname();
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
            if (str_contains((string) $name, '..') || ! preg_match('#^(database\.sqlite|settings\.json|files/('.implode('|', self::FOLDERS).')/[\w./-]+)$#', (string) $name)) {
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

    /** @param list<string> $names */
    private static function checkDatabase(string $path, array $names): void
    {
        $db = new \PDO("sqlite:$path", options: [\PDO::ATTR_ERRMODE => \PDO::ERRMODE_EXCEPTION]);
        $column = static fn (string $sql): array => ($db->query($sql) ?: throw new BackupFault('The database in the backup cannot be read.'))->fetchAll(\PDO::FETCH_COLUMN);
        if ($column('PRAGMA integrity_check') !== ['ok'] || $column('PRAGMA foreign_key_check') !== []) {
            throw new BackupFault('The database in the backup is damaged. Do not rely on this backup.');
        }
        $there = array_flip($names);
        // A backup of before there were studies has none of their pictures.
        foreach (array_intersect(['pictures', 'photos', 'study_pictures'], $column("select name from sqlite_master where type = 'table'")) as $table) {
            foreach ($column("select distinct sha256 || '.' || extension from $table where sha256 is not null") as $file) {
                if (! isset($there['files/pictures/'.substr($file, 0, 2)."/$file"])) {
                    throw new BackupFault("The backup lacks the picture $file, which its database names.");
                }
            }
        }
    }

    private static function forgetLocal(string $path): void
    {
        $db = new \PDO("sqlite:$path", options: [\PDO::ATTR_ERRMODE => \PDO::ERRMODE_EXCEPTION]);
        foreach (self::LOCAL_TABLES as $table) {
            $db->exec("delete from $table");
        }
    }
}
