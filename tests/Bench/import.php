<?php

declare(strict_types=1);

// Checks and imports a spreadsheet in one process, for bin/bench; fails unless exactly the wrong rows are left out.

use App\Actions\ImportCollection;
use App\Models\Pan;
use App\Models\User;
use Illuminate\Contracts\Console\Kernel;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Str;

require __DIR__.'/../../vendor/autoload.php';
$app = require __DIR__.'/../../bootstrap/app.php';
$app->make(Kernel::class)->bootstrap();

$user = User::query()->create(['uuid' => (string) Str::uuid(), 'name' => 'Bench', 'email' => 'bench@saltern-reach.example', 'password' => 'tide-table']);
Auth::setUser($user->refresh());
$import = ImportCollection::receive((string) Str::uuid(), $argv[1], 'shelf.csv')->refresh();
$import->update(['state' => 'importing']);
ImportCollection::run($import, $user);
exit(Pan::query()->count() === 4500 && count($import->report['faults'] ?? []) === 500 ? 0 : 1);
