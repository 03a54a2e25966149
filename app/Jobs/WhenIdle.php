<?php

declare(strict_types=1);

namespace App\Jobs;

use Illuminate\Foundation\Queue\Queueable;

/** Work that waits until there is nothing else to do: the worker takes this queue last. */
trait WhenIdle
{
    use Queueable;

    public const IDLE = 'idle';

    private function whenIdle(): static
    {
        return $this->onConnection('database')->onQueue(self::IDLE);
    }
}
