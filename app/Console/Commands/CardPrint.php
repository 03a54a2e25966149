<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Models\Card;
use MarshTrial\Core\Card\SvgPrinter;
use MarshTrial\Core\CoreException;

final class CardPrint extends CardCommand
{
    protected $signature = 'card:print {card : UUID of a card} {--frame : windows to cut out instead of printing on the painting paper} {--o|out= : SVG file}';

    protected $description = 'Print a card at true size as SVG';

    protected function work(): void
    {
        $card = Card::query()->where('uuid', $this->argument('card'))->first() ?? throw new CoreException('There is no card with this number.');
        $this->write($this->option('out'), SvgPrinter::print($card->cardLayout(), (bool) $this->option('frame')));
    }
}
