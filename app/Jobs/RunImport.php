<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Actions\ImportCollection;
use App\Models\Import;
use App\Models\User;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;

/** Checks an import's rows, or makes them. */
final class RunImport implements ShouldQueue
{
    use Queueable;

    public int $tries = 3;

    public int $timeout = 300;

    public function __construct(private readonly int $importId, private readonly bool $make) {}

    public function handle(): void
    {
        $import = Import::query()->find($this->importId);
        $user = $import === null ? null : User::query()->find($import->owner_id);
        if ($import === null || $user === null) {
            return;
        }
        if ($this->make) {
            ImportCollection::run($import, $user);
        } else {
            ImportCollection::look($import, $user);
        }
    }

    public function failed(?\Throwable $e): void
    {
        Import::query()->whereKey($this->importId)->whereNot('state', 'done')
            ->update(['state' => 'failed', 'problem' => 'The import stopped unexpectedly and made nothing. The file is kept; check it again.']);
    }
}
