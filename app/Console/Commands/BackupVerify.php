<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Storage\Backup;

final class BackupVerify extends BackupCommand
{
    protected $signature = 'backup:verify {file}';

    protected $description = 'Read everything in a backup back and compare it with what it was';

    public function handle(): int
    {
        return $this->attempt(function (): string {
            $read = Backup::verify((string) $this->argument('file'));

            return sprintf('Whole: made %s, %d files, %.1f MB.', $read['made'], $read['files'], $read['bytes'] / 1e6);
        });
    }
}
