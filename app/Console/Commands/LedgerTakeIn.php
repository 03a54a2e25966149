<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Ledger\Look;
use App\Ledger\TakeBack;
use App\Ledger\TakeIn;
use App\Models\Bundle;
use App\Models\User;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Str;
use MarshTrial\Core\CoreException;

/** Takes a bundle in without a browser. */
final class LedgerTakeIn extends Command
{
    protected $signature = 'ledger:take-in {file : a bundle of another ledger} {--look : only tell what it would do} {--as= : e-mail of the steward in whose name; else the first one}';

    protected $description = 'Take a bundle of records of another ledger in';

    public function handle(): int
    {
        $file = (string) $this->argument('file');
        $steward = User::query()->houseStewards()->when($this->option('as'), static fn ($q, $email) => $q->named((string) $email))->orderBy('id')->first();
        if ($steward === null || ! is_file($file)) {
            $this->error($steward === null ? 'There is no such steward.' : "$file is not there.");

            return self::INVALID;
        }
        Auth::setUser($steward);
        $bundle = new Bundle(['uuid' => (string) Str::uuid()]);
        @mkdir(dirname($bundle->path()), 0770, true);
        copy($file, $bundle->path());
        $bundle = Bundle::put($bundle->uuid, ['name' => mb_substr(basename($file), 0, 200), 'answers' => []]);
        Look::at($bundle);
        $bundle->refresh();
        if ($bundle->report === null) {
            $this->error((string) $bundle->problem);
            $this->forget($bundle);

            return self::FAILURE;
        }
        $r = $bundle->report;
        $this->line("{$r['records']} records of {$r['ledger']['name']}: {$r['new']} new, {$r['further']} further revisions, {$r['known']} known, {$r['conflict']} that say otherwise under the same number, {$r['wrong']} left out.");
        if ($r['namedLike'] !== null) {
            $this->warn("It bears the name of $r[namedLike], and is another one. Ask whoever sent it first.");
        }
        if ($r['signedOtherwise'] > 0) {
            $this->warn("$r[signedOtherwise] records that others brought in its name are signed with another key, so they are not its own, and go when it is taken in.");
        }
        if (! $r['met']) {
            $this->line("Nothing came from this ledger itself before. It signs with the key {$r['key']}; ask its people whether that is theirs.");
        }
        foreach ($r['faults'] as $fault) {
            $this->warn("$fault[title], revision $fault[number]: $fault[why]");
        }
        foreach ($r['paints']['unsure'] as $paint) {
            $this->line("Not sure, so kept apart: $paint[words]. Perhaps {$paint['candidates'][0]['words']} ({$paint['candidates'][0]['why']}).");
        }
        if ($this->option('look')) {
            $this->forget($bundle);

            return self::SUCCESS;
        }
        $bundle->update(['state' => 'taking']);
        try {
            TakeIn::of($bundle);
        } catch (CoreException $e) {
            $this->error($e->getMessage());
            TakeBack::abandon($bundle->refresh(), $e->getMessage());
            $this->forget($bundle);

            return self::FAILURE;
        }
        $this->line('Taken in.');

        return self::SUCCESS;
    }

    private function forget(Bundle $bundle): void
    {
        @unlink($bundle->path());
        $bundle->delete();
    }
}
