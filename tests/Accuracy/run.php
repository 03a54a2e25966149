<?php

declare(strict_types=1);

// Runs the accuracy series over all seeds and writes docs/accuracy.md. One worker per core; bin/accuracy starts it.

use Tests\Accuracy\Composed;
use Tests\Accuracy\Figures;
use Tests\Accuracy\Photos;
use Tests\Accuracy\Series;

require __DIR__.'/../../vendor/autoload.php';

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

@mkdir($crops, 0777, true);
array_map(unlink(...), glob("$crops/*.jpg") ?: []);
$waiting = [...array_map(static fn (int $s): array => ['scan', $s], range(1, SEEDS)), ...array_map(static fn (int $s): array => ['photo', $s], range(1, SEEDS))];
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
            fwrite(STDERR, sprintf("\rseeds measured: %d of %d ", array_sum(array_map(count(...), $results)), 2 * SEEDS));
        }
    }
}
fwrite(STDERR, "\n");
ksort($results['scan']);
ksort($results['photo']);
$figures = [];
$plain = [
    ...Figures::ofProperty(array_values(array_column($results['scan'], 'property'))),
    ...Figures::ofFading(array_merge(...array_column($results['scan'], 'fade'))),
    ...Figures::ofComposed(array_merge(...array_column($results['scan'], 'composed'))),
];
foreach ($plain as $name => $value) {
    [$bound, $sense] = Figures::BOUNDS[$name] ?? [null, ''];
    $figures[$name] = [$value, $bound, $sense];
}
$pictures = [];
foreach (array_merge(...array_column($results['photo'], 'inside')) as $kinds) {
    foreach ($kinds as $kind => $result) {
        $pictures[$kind][] = $result;
    }
}
$outside = array_merge(...array_column($results['photo'], 'outside'));
$photos = [...Figures::ofDevices($pictures), ...Figures::ofOutside($outside)];

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
    $cases[] = sprintf('![The cell in its surround](accuracy/worst-%d.jpg)  ', $i + 1);
    $cases[] = sprintf('%s, %s, cell %s: dE00 %.2f off; stated %.2f.', $w['kind'], $w['picture'], $w['cell'], $w['error'], $w['stated']);
    $cases[] = '';
}
$lines = [
    '# Accuracy', '',
    sprintf('Made by `bin/accuracy`: stand-in pictures of %d seeds at %d dots per inch, six paints each, and as many cards put together from random blocks (“composed”), against the truth behind them.', SEEDS, Series::DPI),
    'The stand-ins and the measuring code share only plain colour conversion and the card’s geometry.', '', ...$table($figures), '',
    '## Devices, photographs and calibrations', '',
    sprintf('%d pictures of every kind: %d property and %d fade cards. A scanner is profiled with a target scanned by itself; a target lies beside the card in a photograph. “With filters” means a spectral device whose sensitivities are no mixture of the standard observer’s.', 2 * SEEDS, SEEDS, SEEDS), '', ...$table($photos), '',
    'Pictures outside the limits, refused of how many: '.implode(', ', array_map(static fn (string $fault, array $of): string => "$fault ".count(array_filter($of)).' of '.count($of), array_keys($refused), $refused)).'. What was not refused says on every rating what is wrong.', '',
    '## Worst cells', '', ...$cases,
];
file_put_contents(__DIR__.'/../../docs/accuracy.md', rtrim(implode("\n", $lines))."\n");
echo implode("\n", $lines), "\n";
exit($failed ? 1 : 0);
