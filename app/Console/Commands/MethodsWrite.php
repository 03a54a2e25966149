<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Queries\MethodsView;
use Illuminate\Console\Command;

final class MethodsWrite extends Command
{
    protected $signature = 'methods:write';

    protected $description = 'Write '.MethodsView::FILE.' from the measures and the scale';

    public function handle(): int
    {
        file_put_contents(base_path(MethodsView::FILE), MethodsView::markdown());
        $this->info(MethodsView::FILE.' written.');

        return self::SUCCESS;
    }
}
