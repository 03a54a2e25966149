<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Actions\ExportMine;
use App\Jobs\MeasurePicture;
use App\Jobs\RunBundle;
use App\Jobs\RunImport;
use App\Ledger\Archives\Shelf;
use App\Ledger\TakeBack;
use App\Models\Bundle;
use App\Models\Import;
use App\Models\Measurement;
use App\Storage\DurableFile;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;

final class WorkSweep extends Command
{
    protected $signature = 'work:sweep {--all : No worker lives, so whatever one held is free at once}';

    protected $description = 'Take up again what a killed worker left behind, and clear away half-written files';

    public function handle(): int
    {
        $all = (bool) $this->option('all');
        $queue = static fn (string $job) => DB::table('jobs')->where('payload', 'like', '%'.class_basename($job).'%');
        $taken = DB::transaction(static function () use ($all, $queue): int {
            if ($all) {
                DB::table('jobs')->update(['reserved_at' => null, 'available_at' => now()->timestamp]);
            }
            Measurement::freeOrphans($all);
            // A job for each picture that waits, and for each import that nobody is at.
            $missing = max(0, Measurement::query()->where('state', 'waiting')->count() - $queue(MeasurePicture::class)->count());
            for ($i = 0; $i < $missing; $i++) {
                MeasurePicture::dispatch();
            }
            $imports = $queue(RunImport::class)->exists() ? collect() : Import::query()->whereIn('state', ['checking', 'importing'])->get();
            foreach ($imports as $import) {
                RunImport::dispatch($import->id, $import->state === 'importing');
            }

            return $missing + $imports->count();
        });
        $taken += $queue(RunBundle::class)->exists() ? 0 : $this->bundles();
        $this->clear();
        if ($taken > 0) {
            $this->line("$taken taken up again.");
        }

        return self::SUCCESS;
    }

    /** Bundles that nobody is at go on where their file is still here; a restored backup has none, and what was begun is given back. */
    private function bundles(): int
    {
        $left = Bundle::query()->whereIn('state', ['looking', 'taking'])->get();
        foreach ($left as $bundle) {
            is_file($bundle->path()) ? RunBundle::dispatch($bundle->id) : TakeBack::abandon($bundle, RunBundle::STOPPED);
        }

        return $left->count();
    }

    private function clear(): void
    {
        ExportMine::forget();
        Shelf::clear();
        foreach ([...glob(storage_path('app/*/*'.DurableFile::PARTIAL)) ?: [], ...glob(storage_path('app/*/*/*'.DurableFile::PARTIAL)) ?: []] as $partial) {
            // One that grows is somebody's.
            if (filemtime($partial) < time() - 600) {
                @unlink($partial);
            }
        }
    }
}
