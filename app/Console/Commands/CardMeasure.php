<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Actions\MeasureFile;
use MarshTrial\Core\Capture\Calibration;
use MarshTrial\Core\Capture\Capture;
use MarshTrial\Core\Card\CardKind;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Exchange\MeasurementJson;
use MarshTrial\Core\Exchange\Readings;

final class CardMeasure extends CardCommand
{
    protected $signature = 'card:measure {layout : layout.json of the card} {image : PNG, JPEG, TIFF or WebP of it} {--first= : Picture of a fade card before hanging} {--dose= : Light so far, Mlx h} {--target= : Reference file (CGATS) of the colour target beside the card} {--wedge= : Values of the grey wedge beside it: L* with commas between, or a reference file} {--profile= : Capture profile of the device, from capture:profile} {--photo : It is a photograph, however straight} {--scan : It is a scan}';

    protected $description = 'Measure a picture of a card and print the measurement as JSON';

    protected function work(): void
    {
        $layout = $this->layoutFrom((string) $this->argument('layout'));
        $dose = $this->numberOption('dose', 0, 100000);
        $first = $this->option('first');
        if ($layout->kind === CardKind::Property && ($first !== null || $dose !== null)) {
            throw new CoreException('--first and --dose belong to a fade card; this is a property card.');
        }
        $this->write(null, self::json(MeasurementJson::toArray(MeasureFile::of($layout, (string) $this->argument('image'), $first, $dose, null, $this->capture()))));
    }

    private function capture(): Capture
    {
        $wedge = $this->option('wedge');

        return new Capture(
            photo: $this->option('photo') ? true : ($this->option('scan') ? false : null),
            target: $this->option('target') === null ? null : $this->colours((string) $this->option('target')),
            wedge: $wedge === null ? null : (is_file($wedge) ? $this->colours($wedge) : Readings::wedge($wedge)),
            profile: $this->option('profile') === null ? null : Calibration::fromArray(json_decode($this->text((string) $this->option('profile')), true)),
        );
    }
}
