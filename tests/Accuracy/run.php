<?php

declare(strict_types=1);

// Runs the accuracy series and writes docs/accuracy.md, or one half of it. One worker per core; bin/accuracy starts it.

use Tests\Accuracy\Composed;
use Tests\Accuracy\Figures;
use Tests\Accuracy\Photos;
use Tests\Accuracy\Series;

require __DIR__.'/../../vendor/autoload.php';

/** Scans; photographs are made and measured for as many, or for as many as asked. */
const SEEDS = 20;

/** Outside pictures of every photograph's seed. */
const OUTSIDE = 3;

const WORST = 4;

$crops = __DIR__.'/../../build/worst';
if (in_array($argv[1] ?? '', ['scan', 'photo'], true)) {
    $seed = (int) $argv[2];
    $answer = $argv[1] === 'scan'
        ? ['property' => Series::property($seed), 'fade' => Series::fade($seed), 'composed' => Composed::errors($seed)]
        : ['inside' => [Photos::inside($seed, false, $crops), Photos::inside($seed, true, $crops)], 'outside' => array_map(static function (int $i) use ($seed): array {
            $fault = Photos::FAULTS[(OUTSIDE * $seed + $i) % count(Photos::FAULTS)];

            return ['fault' => $fault] + Photos::outside(OUTSIDE * $seed + $i, $fault);
        }, range(0, OUTSIDE - 1))];
    echo json_encode($answer, JSON_THROW_ON_ERROR);
    exit;
}

[$wanted, $many] = [getenv('ACCURACY') ?: 'all', (int) (getenv('ACCURACY_SEEDS') ?: SEEDS)];
@mkdir($crops, 0777, true);
array_map(unlink(...), glob("$crops/*.jpg") ?: []);
$waiting = [];
foreach (['scan' => SEEDS, 'photo' => $many] as $what => $seeds) {
    if (in_array($wanted, ['all', "{$what}s"], true)) {
        array_push($waiting, ...array_map(static fn (int $s): array => [$what, $s], range(1, $seeds)));
    }
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
$failed = false;
$table = static function (array $figures) use (&$failed): array {
    $lines = ['| figure | measured | bound | holds |', '|---|---|---|---|'];
    foreach ($figures as $name => [$value, $bound, $sense]) {
        $holds = Figures::within($value, $bound, $sense);
        $failed = $failed || $holds === false;
        $lines[] = sprintf('| %s | %.3f | %s | %s |', $name, $value, $bound === null ? '' : "$sense $bound", $holds === null ? '' : ($holds ? 'yes' : '**no**'));
    }

    return $lines;
};
$scans = static function (array $results) use ($table): array {
    ksort($results);
    $plain = [
        ...Figures::ofProperty(array_values(array_column($results, 'property'))),
        ...Figures::ofFading(array_merge(...array_column($results, 'fade'))),
        ...Figures::ofComposed(array_merge(...array_column($results, 'composed'))),
    ];
    $figures = [];
    foreach ($plain as $name => $value) {
        $figures[$name] = [$value, ...Figures::BOUNDS[$name] ?? [null, '']];
    }

    return [
        sprintf('Made by `bin/accuracy`: stand-in pictures of %d seeds at %d dots per inch, six paints each, and as many cards put together from random blocks (“composed”), against the truth behind them.', SEEDS, Series::DPI),
        'The stand-ins and the measuring code share only plain colour conversion and the card’s geometry.', '', ...$table($figures),
    ];
};
$photos = static function (array $results) use ($table, $many): array {
    ksort($results);
    $pictures = [];
    foreach (array_merge(...array_column($results, 'inside')) as $kinds) {
        foreach ($kinds as $kind => $result) {
            $pictures[$kind][] = $result;
        }
    }
    $outside = array_merge(...array_column($results, 'outside'));
    $refused = [];
    foreach ($outside as $o) {
        $refused[$o['fault']][] = $o['refused'] !== null;
    }
    $worst = [];
    foreach ($pictures as $kind => $of) {
        foreach ($of as $result) {
            if (isset($result['worst'])) {
                $worst[] = ['kind' => $kind] + $result['worst'];
            }
        }
    }
    usort($worst, static fn (array $a, array $b): int => $b['error'] <=> $a['error']);
    @mkdir(__DIR__.'/../../docs/accuracy');
    array_map(unlink(...), glob(__DIR__.'/../../docs/accuracy/*.jpg') ?: []);
    $cases = [];
    foreach (array_slice($worst, 0, WORST) as $i => $w) {
        copy($w['crop'], __DIR__.'/../../docs/accuracy/worst-'.($i + 1).'.jpg');
        array_push($cases, sprintf('![The cell in its surround](accuracy/worst-%d.jpg)  ', $i + 1), sprintf('%s, %s, cell %s: dE00 %.2f off; stated %.2f.', $w['kind'], $w['picture'], $w['cell'], $w['error'], $w['stated']), '');
    }

    return [
        sprintf('%d pictures of every kind: %d property and %d fade cards. A scanner is profiled with a target scanned by itself; a target lies beside the card in a photograph. “With filters” means a spectral device whose sensitivities are no mixture of the standard observer’s.', 2 * $many, $many, $many),
        '', ...$table([...Figures::ofDevices($pictures), ...Figures::ofOutside($outside)]), '',
        'Pictures outside the limits, refused of how many: '.implode(', ', array_map(static fn (string $fault, array $of): string => "$fault ".count(array_filter($of)).' of '.count($of), array_keys($refused), $refused)).'. What was not refused says on every rating what is wrong.', '',
        '### Worst cells', '', ...$cases,
    ];
};

// A half that was not run stays as it was.
$file = __DIR__.'/../../docs/accuracy.md';
$heading = '## Devices, photographs and calibrations';
$halves = explode("\n$heading\n", (string) @file_get_contents($file));
$first = isset($results['scan']) ? "# Accuracy\n\n".implode("\n", $scans($results['scan']))."\n" : $halves[0];
$second = isset($results['photo']) ? implode("\n", $photos($results['photo'])) : ltrim($halves[1] ?? '');
file_put_contents($file, rtrim($first)."\n".($second === '' ? '' : "\n$heading\n\n".rtrim($second)."\n"));
echo file_get_contents($file);
exit($failed ? 1 : 0);
