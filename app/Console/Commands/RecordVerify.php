<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Queries\RecordDocument;
use Illuminate\Console\Command;
use MarshTrial\Core\Exchange\RecordFingerprint;

/** Tells whether a record that was fetched is as it was published. */
final class RecordVerify extends Command
{
    protected $signature = 'record:verify {file : a record as JSON, from any ledger}';

    protected $description = 'Check the fingerprint of a published record';

    public function handle(): int
    {
        $file = (string) $this->argument('file');
        $record = is_file($file) ? json_decode((string) file_get_contents($file), true) : null;
        if (! is_array($record) || ($record['format'] ?? null) !== RecordDocument::FORMAT) {
            $this->error("$file is no record: a JSON file with the format \"".RecordDocument::FORMAT.'" is needed.');

            return self::INVALID;
        }
        $holds = RecordFingerprint::holds($record);
        $said = RecordFingerprint::of($record);
        $this->line(match ($holds) {
            null => "It names no fingerprint, as records of before there were any. Now it is $said.",
            true => "As it was published: $said.",
            false => "Changed since it was published: it says {$record['fingerprint']}, and is $said.",
        });

        return $holds === false ? self::FAILURE : self::SUCCESS;
    }
}
