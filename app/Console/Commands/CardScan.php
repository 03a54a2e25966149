<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Imaging\PngWriter;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Simulation\ScannerStandIn;

final class CardScan extends CardCommand
{
    protected $signature = 'card:scan {layout : layout.json of a card} {--seed=1} {--dpi=300 : 50 to 650} {--dose=0 : Mlx h behind it, for a fade card; 0 is before hanging} {--o|out= : PNG file to write} {--truth= : File for the truth behind the picture}';

    protected $description = 'Render a card as if it had been painted, dried and scanned (the scanner stand-in)';

    protected function work(): void
    {
        $layout = $this->layoutFrom((string) $this->argument('layout'));
        $out = $this->option('out') ?? throw new CoreException('Say with -o which PNG file to write.');
        $scan = ScannerStandIn::scan(
            $layout,
            (int) $this->numberOption('seed', 0, PHP_INT_MAX),
            (float) $this->numberOption('dpi', 50, 650),
            (float) $this->numberOption('dose', 0, 1000),
        );
        $this->write($out, PngWriter::encode($scan));
        if ($this->option('truth') !== null) {
            $this->write($this->option('truth'), self::json($scan->truth));
        }
        $this->line("Wrote $out, $scan->width by $scan->height pixels.");
    }
}
