<?php

declare(strict_types=1);

namespace App\Ledger\Archives;

use App\Ledger\Entries;
use App\Ledger\OpenTables;

/** All tests as plain tables with their dictionary. */
final readonly class TablesArchive implements Archive
{
    /** Of a record in the tables, bytes, packed (measured with the demo's: 2 000 to 9 000). */
    private const BYTES_A_RECORD = 10_000;

    public function key(): string
    {
        return hash('sha256', (string) json_encode(['tables', Entries::fingerprint(), Entries::names()]));
    }

    public function bytes(): int
    {
        return self::BYTES_A_RECORD * Entries::counts()['revisions'];
    }

    public function write(string $path, \Closure $progress): void
    {
        OpenTables::package($path);
    }
}
