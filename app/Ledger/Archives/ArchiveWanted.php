<?php

declare(strict_types=1);

namespace App\Ledger\Archives;

/** An archive is to be made that is too large for its reader to wait for. */
final readonly class ArchiveWanted
{
    public function __construct(public Archive $archive) {}
}
