<?php

declare(strict_types=1);

// Attacks an installation of its own and writes what it found; bin/siege starts it. Usage: siege.php PART FILE [COUNT]

use Tests\Siege\Parts;

require __DIR__.'/../../vendor/autoload.php';
[$part, $file] = [$argv[1] ?? '', $argv[2] ?? ''];
$count = isset($argv[3]) ? (int) $argv[3] : null;
$figures = match ($part) {
    'kills' => Parts\Kills::run($count ?? 1000),
    'disk' => Parts\FullDisk::run(),
    'sync' => Parts\Syncs::run(),
    'backup' => Parts\BackupWhileWriting::run(),
    'together' => Parts\Together::run($count ?? 6000),
    'load' => Parts\Load::run($count ?? 60),
    default => exit("There is no part called $part.\n"),
};
file_put_contents($file, json_encode($figures, JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE));
foreach ($figures as $figure) {
    printf("%s %s: %s (asked: %s)\n", $figure['holds'] ? 'holds ' : 'FAILS ', $figure['name'], $figure['value'], $figure['asked']);
}
exit(array_filter($figures, static fn (array $f): bool => ! $f['holds']) === [] ? 0 : 1);
