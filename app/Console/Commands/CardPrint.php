<?php

declare(strict_types=1);

namespace App\Console\Commands;

use MarshTrial\Core\Card\SvgPrinter;

final class CardPrint extends CardCommand
{
    protected $signature = 'card:print {card : UUID of a card} {--frame : windows to cut out instead of printing on the painting paper} {--o|out= : SVG file}';

    protected $description = 'Print a card at true size as SVG';

    protected function work(): void
    {
        $this->write($this->option('out'), SvgPrinter::print($this->card()->cardLayout(), (bool) $this->option('frame')));
    }
}
