<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Actions\MeasureFile;
use MarshTrial\Core\Card\CardKind;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Exchange\MeasurementJson;

final class CardMeasure extends CardCommand
{
    protected $signature = 'card:measure {layout : layout.json of the card} {image : PNG or JPEG of it} {--first= : Picture of a fade card before hanging} {--dose= : Light so far, Mlx h}';

    protected $description = 'Measure a picture of a card and print the measurement as JSON';

    protected function work(): void
    {
        $layout = $this->layoutFrom((string) $this->argument('layout'));
        $dose = $this->numberOption('dose', 0, 100000);
        $first = $this->option('first');
        if ($layout->kind === CardKind::Property && ($first !== null || $dose !== null)) {
            throw new CoreException('--first and --dose belong to a fade card; this is a property card.');
        }
        $this->write(null, self::json(MeasurementJson::toArray(MeasureFile::of($layout, (string) $this->argument('image'), $first, $dose))));
    }
}
