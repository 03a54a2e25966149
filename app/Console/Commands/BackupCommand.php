<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Storage\BackupFault;
use Illuminate\Console\Command;

abstract class BackupCommand extends Command
{
    /** @param \Closure(): string $work that returns a sentence on what was done */
    protected function attempt(\Closure $work): int
    {
        try {
            $this->line($work());

            return self::SUCCESS;
        } catch (BackupFault $e) {
            $this->output->getErrorStyle()->writeln($e->getMessage());

            return self::FAILURE;
        }
    }
}
