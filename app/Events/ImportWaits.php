<?php

declare(strict_types=1);

namespace App\Events;

/** An import waits for its rows to be looked at. */
final readonly class ImportWaits
{
    public function __construct(public int $importId) {}
}
