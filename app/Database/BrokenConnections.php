<?php

declare(strict_types=1);

namespace App\Database;

use Illuminate\Database\LostConnectionDetector;

/** After these faults SQLite and PDO disagree on whether a transaction is open; only a new connection, or for a worker a new process, is sound. */
final class BrokenConnections extends LostConnectionDetector
{
    private const FAULTS = ['database or disk is full', 'disk I/O error', 'no transaction is active', 'already an active transaction', 'within a transaction', 'unable to open database file', 'readonly database'];

    public function causedByLostConnection(\Throwable $e): bool
    {
        foreach (self::FAULTS as $fault) {
            if (str_contains($e->getMessage(), $fault)) {
                return true;
            }
        }

        return parent::causedByLostConnection($e);
    }
}
