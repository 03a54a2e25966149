<?php

declare(strict_types=1);

namespace App\Console\Commands;

final class CardLayoutJson extends CardCommand
{
    protected $signature = 'card:layout {card : UUID of a card} {--o|out= : JSON file}';

    protected $description = 'Write the layout of a card as JSON';

    protected function work(): void
    {
        $this->write($this->option('out'), self::json($this->card()->layout));
    }
}
