<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Actions\RunMeasurement;
use App\Models\Measurement;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;

final class MeasurePicture implements ShouldQueue
{
    use Queueable;

    public int $tries = 3;

    public int $timeout = 300;

    public function __construct(private readonly int $measurementId) {}

    public function handle(): void
    {
        $measurement = Measurement::query()->with('card', 'picture.fadeCheck', 'picture.target', 'picture.profile', 'firstPicture.target', 'firstPicture.profile')->find($this->measurementId);
        if ($measurement !== null) {
            RunMeasurement::of($measurement);
        }
    }

    public function failed(?\Throwable $e): void
    {
        Measurement::query()->whereKey($this->measurementId)->whereNot('state', 'done')
            ->update(['state' => 'failed', 'problem' => 'The measuring stopped unexpectedly. The picture is kept; ask for it to be measured again.']);
    }
}
