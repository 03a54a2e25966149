<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Storage\Backup;

final class BackupRestore extends BackupCommand
{
    protected $signature = 'backup:restore {file} {--overwrite : Put it in the place of what is there, which is kept beside it under another name}';

    protected $description = 'Put database and files back from a backup; stop the program first';

    public function handle(): int
    {
        return $this->attempt(function (): string {
            $kept = Backup::restore((string) $this->argument('file'), (bool) $this->option('overwrite'));

            return 'Restored.'.($kept === null ? '' : " What was there is kept as $kept.").' All sign-ins, tokens of programs, invitations and links in it have ended, and settings are those of this machine; start the program again.';
        });
    }
}
