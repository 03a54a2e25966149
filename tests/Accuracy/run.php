<?php

declare(strict_types=1);

// Runs the accuracy series over all seeds and writes docs/accuracy.md. One worker per core; bin/accuracy starts it.

use Tests\Accuracy\Composed;
use Tests\Accuracy\Figures;
use Tests\Accuracy\Series;

require __DIR__.'/../../vendor/autoload.php';

const SEEDS = 20;

if (($argv[1] ?? '') === 'one') {
    $seed = (int) $argv[2];
    echo json_encode(['property' => Series::property($seed), 'fade' => Series::fade($seed), 'composed' => Composed::errors($seed)], JSON_THROW_ON_ERROR);
    exit;
}

$waiting = range(1, SEEDS);
$running = $results = [];
while ($waiting !== [] || $running !== []) {
    while ($waiting !== [] && count($running) < 2) {
        $seed = array_shift($waiting);
        $file = tempnam(sys_get_temp_dir(), 'accuracy');
        $running[$seed] = [proc_open([PHP_BINARY, ...array_slice($argv, 1), __FILE__, 'one', (string) $seed], [1 => ['file', $file, 'w']], $pipes), $file];
    }
    usleep(200_000);
    foreach ($running as $seed => [$process, $file]) {
        if (! proc_get_status($process)['running']) {
            $results[$seed] = json_decode((string) file_get_contents($file), true, flags: JSON_THROW_ON_ERROR);
            unlink($file);
            unset($running[$seed]);
            fwrite(STDERR, sprintf("\rseeds measured: %d of %d ", count($results), SEEDS));
        }
    }
}
fwrite(STDERR, "\n");
ksort($results);
$figures = [
    ...Figures::ofProperty(array_values(array_column($results, 'property'))),
    ...Figures::ofFading(array_merge(...array_column($results, 'fade'))),
    ...Figures::ofComposed(array_merge(...array_column($results, 'composed'))),
];

$lines = [
    '# Accuracy', '',
    sprintf('Made by `bin/accuracy`: stand-in pictures of %d seeds at %d dots per inch, six paints each, and as many cards put together from random blocks (“composed”), against the truth behind them.', SEEDS, Series::DPI),
    'The scanner stand-in and the measuring code share only plain colour conversion and the card’s geometry.', '',
    '| figure | measured | bound | holds |', '|---|---|---|---|',
];
$failed = false;
foreach ($figures as $name => $value) {
    $holds = Figures::holds($name, $value);
    $failed = $failed || $holds === false;
    $bound = Figures::BOUNDS[$name] ?? null;
    $lines[] = sprintf('| %s | %.3f | %s | %s |', $name, $value, $bound === null ? '' : "$bound[1] $bound[0]", $holds === null ? '' : ($holds ? 'yes' : '**no**'));
}
file_put_contents(__DIR__.'/../../docs/accuracy.md', implode("\n", $lines)."\n");
echo implode("\n", array_slice($lines, 5)), "\n";
exit($failed ? 1 : 0);
