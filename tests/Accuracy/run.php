<?php

declare(strict_types=1);

// Runs the accuracy series and writes docs/accuracy.json and docs/accuracy.md, or some parts of them. One worker per core; bin/accuracy starts it.

use Tests\Accuracy\Composed;
use Tests\Accuracy\Courses;
use Tests\Accuracy\Mixes;
use Tests\Accuracy\Photos;
use Tests\Accuracy\Racks;
use Tests\Accuracy\Report;
use Tests\Accuracy\Series;
use Tests\Accuracy\Swatches;

require __DIR__.'/../../vendor/autoload.php';

/** Scans; photographs are made and measured for as many, or for as many as asked. */
const SEEDS = 20;

/** Outside pictures of every photograph's seed. */
const OUTSIDE = 3;

/** Courses of fading, which need no pictures. */
const COURSES = 1800;

/** Strips with known truth, of which something is said; a third as many that held, a sixth that begin late. */
const VERDICTS = 1500;

/** Paints of which one test is from a wrong tube, or whose tests lie apart. */
const ODD = 1000;

/** Pocket frames over swatches: photographs and scans. */
const SWATCHES = ['swatchphoto' => 40, 'swatchscan' => 20];

/** Racks of six paints, and old strips. */
const RACKS = ['rack' => 10, 'oldstrip' => 60];

/** Groups of testers whose evidence is pooled. */
const GROUPS = 300;

/** Pairs of paints that are mixed. */
const MIXES = 30;

/** File of a seed's results, in a folder of the code that they follow from. */
function kept(string $what, int $seed): string
{
    $root = dirname(__DIR__, 2);
    $sources = array_filter(explode("\n", (string) shell_exec('find '.escapeshellarg("$root/core").' '.escapeshellarg("$root/app/Imaging").' '.escapeshellarg("$root/app/Actions").' '.escapeshellarg(__DIR__).' -name "*.php" ! -name Figures.php ! -name Report.php ! -name run.php | sort')));
    $folder = "$root/build/series/".substr(sha1(implode('', array_map(sha1_file(...), $sources))), 0, 12);
    @mkdir($folder, 0777, true);

    return "$folder/$what-$seed.json";
}

$crops = dirname(kept('photo', 1)).'/worst';
@mkdir($crops);
if (in_array($argv[1] ?? '', ['scan', 'photo', 'drying', 'covered', 'mix', ...array_keys(SWATCHES), ...array_keys(RACKS)], true)) {
    $seed = (int) $argv[2];
    // What was measured by this very code is kept, so that a series that was broken off goes on.
    $kept = kept($argv[1], $seed);
    if (is_file($kept)) {
        readfile($kept);
        exit;
    }
    $answer = match ($argv[1]) {
        'scan' => ['property' => Series::property($seed), 'fade' => Series::fade($seed), 'composed' => Composed::errors($seed)],
        'drying' => Photos::drying($seed),
        'covered' => Photos::covered($seed),
        'swatchphoto' => Swatches::of($seed, false),
        'swatchscan' => Swatches::of($seed, true),
        'mix' => Mixes::of($seed),
        'rack' => Racks::of($seed),
        'oldstrip' => Racks::oldStrip($seed),
        'photo' => ['inside' => [Photos::inside($seed, false, $crops), Photos::inside($seed, true, $crops)], 'outside' => array_map(static function (int $i) use ($seed): array {
            $fault = Photos::FAULTS[(OUTSIDE * $seed + $i) % count(Photos::FAULTS)];

            return ['fault' => $fault] + Photos::outside(OUTSIDE * $seed + $i, $fault);
        }, range(0, OUTSIDE - 1))],
    };
    file_put_contents($kept, $json = json_encode($answer, JSON_THROW_ON_ERROR));
    echo $json;
    exit;
}

[$wanted, $many] = [getenv('ACCURACY') ?: 'all', (int) (getenv('ACCURACY_SEEDS') ?: SEEDS)];
$waiting = [];
foreach (['scan' => SEEDS, 'photo' => $many, 'drying' => $many, 'covered' => $many] as $what => $seeds) {
    if (in_array($wanted, ['all', $what, "{$what}s"], true)) {
        array_push($waiting, ...array_map(static fn (int $s): array => [$what, $s], range(1, $seeds)));
    }
}
foreach (in_array($wanted, ['all', 'swatches'], true) ? SWATCHES : [] as $what => $seeds) {
    array_push($waiting, ...array_map(static fn (int $s): array => [$what, $s], range(1, $seeds)));
}
foreach (in_array($wanted, ['all', 'racks'], true) ? RACKS : [] as $what => $seeds) {
    array_push($waiting, ...array_map(static fn (int $s): array => [$what, $s], range(1, $seeds)));
}
foreach (in_array($wanted, ['all', 'mixes'], true) ? range(1, MIXES) : [] as $seed) {
    $waiting[] = ['mix', $seed];
}
$all = count($waiting);
$running = $results = [];
while ($waiting !== [] || $running !== []) {
    while ($waiting !== [] && count($running) < 2) {
        [$what, $seed] = array_shift($waiting);
        $file = tempnam(sys_get_temp_dir(), 'accuracy');
        $running["$what $seed"] = [proc_open([PHP_BINARY, ...array_slice($argv, 1), __FILE__, $what, (string) $seed], [1 => ['file', $file, 'w']], $pipes), $file, $what, $seed];
    }
    usleep(200_000);
    foreach ($running as $key => [$process, $file, $what, $seed]) {
        if (! proc_get_status($process)['running']) {
            $results[$what][$seed] = json_decode((string) file_get_contents($file), true, flags: JSON_THROW_ON_ERROR);
            unlink($file);
            unset($running[$key]);
            fwrite(STDERR, sprintf("\rseeds measured: %d of %d ", array_sum(array_map(count(...), $results)), $all));
        }
    }
}
fwrite(STDERR, "\n");
// A part that was not run stays as it was.
$data = __DIR__.'/../../docs/accuracy.json';
$report = is_file($data) ? json_decode((string) file_get_contents($data), true, flags: JSON_THROW_ON_ERROR) : [];
if (isset($results['scan'])) {
    $report['scans'] = Report::scans($results['scan'], SEEDS);
}
if (isset($results['photo'])) {
    $report['photos'] = Report::photos($results['photo'], $many, __DIR__.'/../../docs/accuracy');
}
if (isset($results['drying'])) {
    $report['drying'] = Report::drying($results['drying']);
}
if (isset($results['covered'])) {
    $report['covered'] = Report::covered($results['covered']);
}
if (isset($results['swatchphoto'])) {
    $report['swatches'] = Report::swatches(array_merge(array_values($results['swatchphoto']), array_values($results['swatchscan'])));
}
if (isset($results['mix'])) {
    $report['mixes'] = Report::mixes(array_values($results['mix']));
}
if (isset($results['rack'])) {
    $report['racks'] = Report::racks($results['rack'], $results['oldstrip']);
}
if (in_array($wanted, ['all', 'pools'], true)) {
    $report['pools'] = Report::pools(GROUPS);
}
if (in_array($wanted, ['all', 'verdicts'], true)) {
    $report['verdicts'] = Report::verdicts(VERDICTS);
}
if (in_array($wanted, ['all', 'odd'], true)) {
    $report['odd'] = Report::odd(ODD);
}
if (in_array($wanted, ['all', 'courses'], true)) {
    $report['courses'] = Report::courses(array_map(Courses::of(...), range(1, COURSES)));
}
ksort($report);
file_put_contents($data, json_encode($report, JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_PRESERVE_ZERO_FRACTION)."\n");
file_put_contents(__DIR__.'/../../docs/accuracy.md', $text = Report::markdown($report));
echo $text;
exit(Report::holds($report) ? 0 : 1);
