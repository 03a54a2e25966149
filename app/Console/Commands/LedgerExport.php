<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Ledger\WriteBundle;
use Illuminate\Console\Command;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Pigment\PigmentCode;

/** Writes records of this ledger for another one. */
final class LedgerExport extends Command
{
    protected $signature = 'ledger:export {file : where the bundle is written} {--code= : records of this pigment code alone} {--pictures : with the pictures that were measured}';

    protected $description = 'Write a bundle of published records for another ledger to take in';

    public function handle(): int
    {
        $file = (string) $this->argument('file');
        $code = $this->option('code') === null ? null : PigmentCode::parse((string) $this->option('code'))->text;
        try {
            if (file_exists($file)) {
                throw new CoreException("$file is there already; choose another name.");
            }
            $bar = $this->output->createProgressBar(100);
            WriteBundle::to($file, WriteBundle::cards($code), $code === null ? 'all records' : "records of $code", (bool) $this->option('pictures'), static fn (float $done) => $bar->setProgress((int) (100 * $done)));
        } catch (CoreException $e) {
            $this->error($e->getMessage());

            return self::FAILURE;
        }
        $this->newLine();
        $this->line(sprintf('%s: %.1f MB.', $file, filesize($file) / 1e6));

        return self::SUCCESS;
    }
}
