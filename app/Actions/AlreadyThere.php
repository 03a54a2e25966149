<?php

declare(strict_types=1);

namespace App\Actions;

/** What would be made is there already, most likely as the same thing; the answer names it. */
final class AlreadyThere extends Conflict
{
    public function __construct(string $message, public readonly string $uuid)
    {
        parent::__construct($message);
    }
}
