<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Actions\RunMeasurement;
use App\Models\Measurement;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\CoreException;

final class RatingsRebuild extends Command
{
    protected $signature = 'ratings:rebuild';

    protected $description = 'Derive all ratings and strips again from the kept pictures; measurements and published records stay as they are';

    public function handle(): int
    {
        $failed = 0;
        $all = Measurement::query()->where('state', 'done')->whereHas('picture', static fn ($q) => $q->where('wet', false));
        $bar = $this->output->createProgressBar($all->count());
        foreach ($all->with('card.hanging', 'picture.card.paper', 'picture.fadeCheck', 'picture.target', 'picture.profile', 'firstPicture.card.paper', 'firstPicture.target', 'firstPicture.profile')->lazyById(10) as $measurement) {
            try {
                $measured = RunMeasurement::measured($measurement, $measurement->card->cardLayout());
                DB::transaction(static fn () => RunMeasurement::derive($measurement, $measured));
            } catch (CoreException $e) {
                $failed++;
                $this->error("Measurement $measurement->uuid: {$e->getMessage()} Its ratings were left as they are.");
            }
            $bar->advance();
        }
        $bar->finish();
        $this->newLine();

        return $failed === 0 ? self::SUCCESS : self::FAILURE;
    }
}
