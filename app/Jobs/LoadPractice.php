<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Actions\PracticeShore;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;

/** Paints, scans and measures the demo's cards into an empty installation. */
final class LoadPractice implements ShouldQueue
{
    use Queueable;

    public int $tries = 1;

    /** Seconds; a slow machine that is busy with other things takes its time. */
    public int $timeout = 1700;

    public function handle(): void
    {
        PracticeShore::load();
    }

    public function failed(): void
    {
        PracticeShore::takeAway();
    }
}
