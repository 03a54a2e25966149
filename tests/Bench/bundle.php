<?php

declare(strict_types=1);

// Makes a bundle of many records of six paints, or takes one in, in one process, for bin/bench.
//   bundle.php make FILE RECORDS    bundle.php take FILE

use App\Actions\MakeCard;
use App\Actions\PublishRecord;
use App\Actions\RecordPaint;
use App\Actions\RequestMeasurement;
use App\Ledger\Entries;
use App\Ledger\Look;
use App\Ledger\TakeIn;
use App\Ledger\WriteBundle;
use App\Models\Bundle;
use App\Models\House;
use App\Models\Paper;
use App\Models\Revision;
use App\Models\User;
use Illuminate\Contracts\Console\Kernel;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Str;
use MarshTrial\Core\Card\CardKind;
use Tests\Support\BundleCopies;

require __DIR__.'/../../vendor/autoload.php';
$app = require __DIR__.'/../../bootstrap/app.php';
$app->make(Kernel::class)->bootstrap();

[, $what, $file, $many] = [...$argv, '1'];
House::becomeDemo();
$user = User::query()->create(['uuid' => (string) Str::uuid(), 'name' => 'Bench', 'email' => Str::random(8).'@saltern-reach.example', 'password' => 'tide-table', 'is_steward' => true]);
Auth::setUser($user->refresh());
if ($what === 'make') {
    config(['stand-ins.dpi' => 200]);
    $pans = [];
    foreach (['PB28', 'PB29', 'PR254', 'PV19', 'PY42', 'PBr7'] as $i => $code) {
        RecordPaint::put((string) Str::uuid(), ['makerName' => 'Withy Colours', 'colourName' => "Paint $i", 'pigments' => $code, 'pan' => ['uuid' => $pans[] = (string) Str::uuid(), 'form' => 'tube']], null);
    }
    $card = MakeCard::put((string) Str::uuid(), CardKind::Property, 'Six paints', Paper::put((string) Str::uuid(), ['maker' => 'Fleet Mill', 'fibre' => 'cotton', 'surface' => 'cold-pressed', 'weight_gsm' => 300]), 'felt side', '', $pans, null);
    RequestMeasurement::fromStandIn((string) Str::uuid(), $card, null);
    PublishRecord::of($card->refresh(), $user);
    $one = "$file.one";
    @unlink($one);
    WriteBundle::to($one, WriteBundle::cards(), 'one record', false);
    BundleCopies::write($one, $file, (int) $many, stored: true);
    exit(0);
}
$bundle = new Bundle(['uuid' => (string) Str::uuid()]);
@mkdir(dirname($bundle->path()), 0770, true);
symlink((string) realpath($file), $bundle->path());
$bundle = Bundle::put($bundle->uuid, ['name' => basename($file), 'answers' => []]);
$from = microtime(true);
Look::at($bundle);
$looked = microtime(true);
$bundle->refresh()->update(['state' => 'taking']);
// Somebody saves beside it all the while.
$stop = (string) tempnam(sys_get_temp_dir(), 'stop');
unlink($stop);
$saver = proc_open([PHP_BINARY, __DIR__.'/saver.php', (string) config('database.connections.sqlite.database'), $stop], [1 => ['pipe', 'w']], $pipes) ?: throw new RuntimeException('Nobody saves.');
TakeIn::of($bundle);
touch($stop);
[$longest, $saves] = explode(' ', trim((string) stream_get_contents($pipes[1])));
proc_close($saver);
unlink($stop);
fprintf(STDERR, "the longest of %d saves beside it took %.2f s (asked: 2)\n", $saves, $longest);
fprintf(STDERR, "looked %.1f s, taken in %.1f s, PHP's own peak %.0f MB, fingerprint %s\n", $looked - $from, microtime(true) - $looked, memory_get_peak_usage() / 1e6, substr(Entries::fingerprint(), 0, 12));
exit($bundle->refresh()->state === 'taken' && Revision::query()->where('bundle_id', $bundle->id)->count() === $bundle->report['records'] ? 0 : 1);
