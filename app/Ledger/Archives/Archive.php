<?php

declare(strict_types=1);

namespace App\Ledger\Archives;

/** A file of what is published. Two with the same key hold the same. */
interface Archive
{
    /** A hash that changes with anything that the file would say. */
    public function key(): string;

    /** How large it will be, bytes, roughly; never less than half of it. */
    public function bytes(): int;

    /** Writes it where nothing is yet. */
    public function write(string $path, \Closure $progress): void;
}
