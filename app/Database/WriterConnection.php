<?php

declare(strict_types=1);

namespace App\Database;

use Illuminate\Database\SQLiteConnection;

/**
 * Takes the write lock when a transaction begins, so that two writers wait for each other instead of failing half-way.
 *
 * The framework's own setting for it ("transaction_mode") works from PHP 8.4 on only; PDO before that knows no other
 * beginning than the deferred one and has to be led round it.
 */
final class WriterConnection extends SQLiteConnection
{
    protected function executeBeginTransactionStatement(): void
    {
        if (PHP_VERSION_ID >= 80400) {
            parent::executeBeginTransactionStatement();

            return;
        }
        $pdo = $this->getPdo();
        $pdo->beginTransaction();
        try {
            $pdo->exec('COMMIT; BEGIN IMMEDIATE TRANSACTION');
        } catch (\PDOException $e) {
            // PDO believes in a transaction that is not there; only a new connection forgets it.
            $this->disconnect();
            throw $e;
        }
    }
}
