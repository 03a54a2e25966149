<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Ledger\Entries;
use Illuminate\Console\Command;

/** Tells what this ledger holds by one number, to compare with another one. */
final class LedgerFingerprint extends Command
{
    protected $signature = 'ledger:fingerprint';

    protected $description = 'Tell the fingerprint of all published records and of what was said of them';

    public function handle(): int
    {
        $this->line(Entries::fingerprint());

        return self::SUCCESS;
    }
}
