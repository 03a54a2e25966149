<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Actions\RunMeasurement;
use App\Models\House;
use App\Models\Measurement;
use Illuminate\Console\Command;
use MarshTrial\Core\Card\CardKind;

/** Makes the stand-in's pictures that the demo waits for, one part of them: several painters share the work. */
final class PracticePaint extends Command
{
    /** Dots per inch, so that the demo is there soon: just enough for grain where there is a wash, less where only colours are read. */
    private const FOR_GRAIN = 256;

    private const FOR_COLOUR = 200;

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
                config(['stand-ins.dpi' => $measurement->card->kind === CardKind::Property->value ? self::FOR_GRAIN : self::FOR_COLOUR]);
                RunMeasurement::paint($measurement);
            }
        }

        return self::SUCCESS;
    }
}
