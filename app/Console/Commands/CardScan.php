<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Imaging\PhotoWriter;
use App\Imaging\PngWriter;
use App\Imaging\SheetPress;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Simulation\CameraStandIn;
use MarshTrial\Core\Simulation\PrintedSheet;
use MarshTrial\Core\Simulation\Scan;
use MarshTrial\Core\Simulation\ScannerStandIn;
use MarshTrial\Core\Simulation\Sensor;
use MarshTrial\Core\Simulation\Shot;
use MarshTrial\Core\Simulation\TargetStandIn;

final class CardScan extends CardCommand
{
    protected $signature = 'card:scan {layout : layout.json of a card} {--seed=1} {--dpi=300 : 50 to 650} {--dose=0 : Mlx h behind it, for a fade card; 0 is before hanging} {--camera : Photograph it instead} {--tilt= : Of the camera, 0 to 70 degrees} {--kelvin= : Of the light, 2500 to 10000} {--bare : Marks and code only, no printed words} {--bleed=0 : How far ink runs into the paper, mm, 0 to 0.4} {--filters : A device with filters of its own, not one that sees as the eye does} {--target= : Lay the colour target below the card and write its reference file here} {--wedge= : The same with a wedge of greys} {--o|out= : PNG file to write, or JPEG for a camera} {--truth= : File for the truth behind the picture}';

    protected $description = 'Render a card as if it had been painted, dried and scanned or photographed (the stand-ins)';

    protected function work(): void
    {
        $layout = $this->layoutFrom((string) $this->argument('layout'));
        $out = $this->option('out') ?? throw new CoreException('Say with -o which picture file to write.');
        $seed = (int) $this->numberOption('seed', 0, PHP_INT_MAX);
        $dose = (float) $this->numberOption('dose', 0, 1000);
        $print = $this->option('bare') ? null : SheetPress::print($layout, false, (float) $this->numberOption('bleed', 0, 0.4));
        if ($this->option('camera')) {
            [$scan, $bytes] = $this->photograph($layout, $seed, $dose, $print);
        } else {
            $scan = ScannerStandIn::scan($layout, $seed, (float) $this->numberOption('dpi', 50, 650), $dose, null, $this->option('filters') ? Sensor::scanner($seed) : null, $print);
            $bytes = PngWriter::encode($scan);
        }
        $this->write($out, $bytes);
        if ($this->option('truth') !== null) {
            $this->write($this->option('truth'), self::json($scan->truth));
        }
        $this->line("Wrote $out, $scan->width by $scan->height pixels.");
    }

    /** @return array{0: Scan, 1: string} */
    private function photograph(CardLayout $layout, int $seed, float $dose, ?PrintedSheet $print): array
    {
        $usual = Shot::inside($seed);
        $shot = $usual->with($this->numberOption('tilt', 0, 70) ?? $usual->tiltDeg, $this->numberOption('kelvin', 2500, 10000) ?? $usual->kelvin);
        $target = $this->option('target') !== null ? TargetStandIn::full() : ($this->option('wedge') !== null ? TargetStandIn::wedge() : null);
        if ($target !== null) {
            $this->write($this->option('target') ?? $this->option('wedge'), $target->referenceFile());
        }
        $scan = CameraStandIn::shoot($layout, $seed, $shot, $dose, $target, $this->option('filters') ? Sensor::camera($shot->kelvin, $seed) : null, print: $print);

        return [$scan, PhotoWriter::encode($scan, $shot)];
    }
}
