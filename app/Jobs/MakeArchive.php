<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Ledger\Archives\Archive;
use App\Ledger\Archives\Shelf;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;

/** Makes an archive that is too large for its reader to wait for. */
final class MakeArchive implements ShouldQueue
{
    use Queueable;

    public int $tries = 2;

    public int $timeout = 1800;

    public function __construct(private readonly Archive $archive) {}

    public function handle(): void
    {
        Shelf::makeInTurn($this->archive);
    }
}
