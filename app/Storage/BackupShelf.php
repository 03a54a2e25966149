<?php

declare(strict_types=1);

namespace App\Storage;

use Illuminate\Support\Carbon;

/** Where backups lie, and which of them stay. */
final class BackupShelf
{
    /** How many of the newest days, weeks and months keep one backup each (own). */
    private const STAY = ['Y-m-d' => 7, 'o-W' => 4, 'Y-m' => 12];

    private const NAME = 'Ymd-His';

    public static function next(): string
    {
        return self::folder().'/marsh-trial-'.Carbon::now('UTC')->format(self::NAME).'.zip';
    }

    /** Lets go what no day, week or month needs; returns how many went. */
    public static function thin(): int
    {
        $all = glob(self::folder().'/marsh-trial-*.zip') ?: [];
        $gone = array_diff($all, self::staying($all));
        array_map(unlink(...), $gone);

        return count($gone);
    }

    /**
     * @param list<string> $files
     *
     * @return list<string> the newest of each day, week and month that stays
     */
    public static function staying(array $files): array
    {
        rsort($files);
        $stay = [];
        foreach (self::STAY as $period => $most) {
            $newest = [];
            foreach ($files as $file) {
                $time = Carbon::createFromFormat(self::NAME, substr(basename($file, '.zip'), strlen('marsh-trial-')), 'UTC');
                $newest[$time?->format($period) ?? ''] ??= $file;
            }
            $stay = [...$stay, ...array_slice(array_values($newest), 0, $most)];
        }

        return array_values(array_unique($stay));
    }

    private static function folder(): string
    {
        $folder = storage_path('backups');
        @mkdir($folder, 0700, true);

        return $folder;
    }
}
