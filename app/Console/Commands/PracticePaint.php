<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Actions\RunMeasurement;
use App\Jobs\PaintDemoPicture;
use App\Models\House;
use App\Models\Measurement;
use Illuminate\Console\Command;

/** Makes the stand-in's pictures that the demo waits for, one part of them: several painters share the work. */
final class PracticePaint extends Command
{
    protected $signature = 'practice:paint {part : 0 for the first painter} {of : how many painters there are}';

    protected $description = 'Paint a part of the pictures that the demo measures while it is loaded';

    public function handle(): int
    {
        if (! House::isDemo()) {
            $this->error('This is no demo: its pictures are its testers’ own.');

            return self::FAILURE;
        }
        $waiting = Measurement::query()->where('state', 'waiting')->orderBy('id')->pluck('id');
        foreach ($waiting as $i => $id) {
            if ($i % (int) $this->argument('of') === (int) $this->argument('part')) {
                $measurement = Measurement::query()->with('card', 'picture.fadeCheck')->findOrFail($id);
                config(['stand-ins.dpi' => PaintDemoPicture::dpi($measurement->card)]);
                RunMeasurement::paint($measurement);
            }
        }

        return self::SUCCESS;
    }
}
