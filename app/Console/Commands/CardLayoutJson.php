<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Models\Card;
use MarshTrial\Core\CoreException;

final class CardLayoutJson extends CardCommand
{
    protected $signature = 'card:layout {card : UUID of a card} {--o|out= : JSON file}';

    protected $description = 'Write the layout of a card as JSON';

    protected function work(): void
    {
        $card = Card::query()->where('uuid', $this->argument('card'))->first() ?? throw new CoreException('There is no card with this number.');
        $this->write($this->option('out'), self::json($card->layout));
    }
}
