<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Storage\Backup;
use App\Storage\BackupShelf;

final class BackupMake extends BackupCommand
{
    protected $signature = 'backup:make {file? : Where it goes; else into storage/backups under the time} {--daily : Keep 7 days, 4 weeks and 12 months, and let older ones go}';

    protected $description = 'Write one file that holds the database, all stored files and the settings without secrets, while the program runs';

    public function handle(): int
    {
        return $this->attempt(function (): string {
            $file = $this->argument('file') === null ? BackupShelf::next() : (string) $this->argument('file');
            $made = Backup::make($file);
            $gone = $this->option('daily') ? BackupShelf::thin() : 0;

            return sprintf('%s: %d files, %.1f MB, verified.%s', $file, $made['files'], $made['bytes'] / 1e6, $gone > 0 ? " $gone older ones were let go." : '');
        });
    }
}
