<?php

declare(strict_types=1);

namespace App\Ledger\Archives;

use App\Storage\DiskSpace;
use App\Storage\DurableFile;
use App\Storage\Turn;
use Illuminate\Contracts\Cache\Repository;
use Illuminate\Support\Facades\Cache;
use MarshTrial\Core\CoreException;

/**
 * Archives are made once and kept by what they hold, one at a time: many who ask for one cost as much as one who does. Small ones are made
 * while their reader waits, large ones by the worker.
 */
final class Shelf
{
    private const TURN = 'archives';

    /** Made while its reader waits, bytes: about two seconds (own, measured). */
    public const AT_ONCE_BYTES = 15_000_000;

    /** All that is kept together, bytes (own). */
    private const MOST_BYTES = 2_000_000_000;

    /** Kept for so long after somebody asked for it last, seconds. */
    private const KEPT_S = 86_400;

    /** How long a reader waits for another's archive to be made, seconds. */
    private const WAITS_S = 20;

    /** After this a turn that a killed process left is free again, seconds. */
    private const LONGEST_S = 1800;

    /** @return string|float its path, or the share that is done while the worker makes it */
    public static function of(Archive $archive): string|float
    {
        $key = $archive->key();
        $path = self::path($key);
        if (is_file($path)) {
            touch($path);

            return $path;
        }
        $failed = self::cache()->get("archive-$key-failed");
        if (is_string($failed)) {
            throw new CoreException($failed);
        }
        $made = self::cache()->get("archive-$key");
        if ($made !== null) {
            return (float) $made;
        }
        $bytes = $archive->bytes();
        if ($bytes <= self::AT_ONCE_BYTES) {
            return Turn::take(self::TURN, self::LONGEST_S, self::WAITS_S, static fn (): string => self::make($archive, static fn (float $done) => null));
        }
        self::needsRoom($bytes);
        // Whoever comes while it waits or is made joins in waiting.
        if (self::cache()->add("archive-$key", 0.0, self::LONGEST_S)) {
            event(new ArchiveWanted($archive));
        }

        return is_file($path) ? $path : (float) self::cache()->get("archive-$key", 0.0);
    }

    /** Called by the worker; waits for its turn. */
    public static function makeInTurn(Archive $archive): void
    {
        $key = $archive->key();
        try {
            Turn::take(self::TURN, self::LONGEST_S, self::LONGEST_S, static fn (): string => self::make($archive, static fn (float $done) => self::cache()->put("archive-$key", $done, self::LONGEST_S)));
        } catch (CoreException $e) {
            self::cache()->put("archive-$key-failed", $e->getMessage(), 60);
        } finally {
            self::cache()->forget("archive-$key");
        }
    }

    /** Lets go of what nobody asked for lately, or of all. */
    public static function clear(bool $all = false): void
    {
        foreach (glob(self::folder().'/*') ?: [] as $file) {
            if ($all || filemtime($file) < time() - self::KEPT_S) {
                @unlink($file);
            }
        }
    }

    private static function make(Archive $archive, \Closure $progress): string
    {
        $path = self::path($archive->key());
        // Somebody else may have made it while this one waited.
        if (! is_file($path)) {
            $bytes = $archive->bytes();
            self::needsRoom($bytes);
            self::makeRoom($bytes);
            $beside = $path.'.'.bin2hex(random_bytes(4)).DurableFile::PARTIAL;
            try {
                $archive->write($beside, $progress);
                DurableFile::adopt($path, $beside);
            } finally {
                @unlink($beside);
            }
        }

        return $path;
    }

    private static function needsRoom(int $bytes): void
    {
        if ($bytes > self::MOST_BYTES) {
            throw new CoreException(sprintf('This would be a file of about %.1f GB, more than this server keeps for its readers. Ask for it code by code, or have a steward write it with "php artisan ledger:export".', $bytes / 1e9));
        }
        DiskSpace::needed($bytes);
    }

    /** What was asked for longest ago goes first. */
    private static function makeRoom(int $bytes): void
    {
        $kept = glob(self::folder().'/*.zip') ?: [];
        usort($kept, static fn (string $a, string $b): int => filemtime($a) <=> filemtime($b));
        $sum = array_sum(array_map(filesize(...), $kept));
        while ($kept !== [] && $sum + $bytes > self::MOST_BYTES) {
            $oldest = array_shift($kept);
            $sum -= (int) filesize($oldest);
            @unlink($oldest);
        }
    }

    private static function cache(): Repository
    {
        return Cache::store('file');
    }

    private static function path(string $key): string
    {
        return self::folder()."/$key.zip";
    }

    private static function folder(): string
    {
        $folder = storage_path('app/archives');
        @mkdir($folder, 0770, true);

        return $folder;
    }
}
