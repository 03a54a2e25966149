<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Actions\RunMeasurement;
use App\Models\Measurement;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;

/**
 * Measures one picture: whichever's turn it is. There is one such job for each picture that waits, but none belongs to a picture, so that
 * testers take turns however many pictures one of them sends at once.
 */
final class MeasurePicture implements ShouldQueue
{
    use Queueable;

    /** How often one is tried is counted by its measurement: a job may be another picture's next time. */
    public int $tries = 0;

    public int $timeout = 300;

    private const AGAIN_SECONDS = 2;

    public function handle(): void
    {
        $measurement = Measurement::takeNext();
        if ($measurement !== null) {
            RunMeasurement::of($measurement);
            dispatch(new PrepareViews($measurement->id));
        } elseif (Measurement::query()->where('state', 'waiting')->exists()) {
            // Those that wait are of testers with a picture on the table already.
            $this->release(self::AGAIN_SECONDS);
        }
    }
}
