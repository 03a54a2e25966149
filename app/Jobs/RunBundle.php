<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Ledger\Look;
use App\Ledger\TakeBack;
use App\Ledger\TakeIn;
use App\Models\Bundle;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;
use MarshTrial\Core\CoreException;

/** Looks a bundle through, or takes it in. */
final class RunBundle implements ShouldQueue
{
    use Queueable;

    public const STOPPED = 'Taking the bundle in stopped unexpectedly, and nothing of it was taken in. Choose the file again.';

    public int $tries = 3;

    /** A very large bundle takes minutes; one worker has it, and nobody else takes it up meanwhile. */
    public int $timeout = 1800;

    public function __construct(private readonly int $bundleId) {}

    public function handle(): void
    {
        $bundle = Bundle::query()->find($this->bundleId);
        if ($bundle === null) {
            return;
        }
        try {
            match ($bundle->state) {
                'looking' => Look::at($bundle),
                'taking' => TakeIn::of($bundle),
                default => null,
            };
        } catch (CoreException $e) {
            TakeBack::abandon($bundle->refresh(), $e->getMessage());
        }
    }

    public function failed(?\Throwable $e): void
    {
        $bundle = Bundle::query()->whereKey($this->bundleId)->whereNot('state', 'taken')->first();
        if ($bundle !== null) {
            TakeBack::abandon($bundle, self::STOPPED);
        }
    }
}
