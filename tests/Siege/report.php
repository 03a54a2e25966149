<?php

declare(strict_types=1);

// Writes docs/reliability.md from what the parts of bin/siege found; a part that was not run keeps what it found last.

$root = dirname(__DIR__, 2);
$titles = [
    'requests' => 'Requests of nonsense', 'together' => 'Eight at once on every writing route', 'kills' => 'Killed at any moment', 'disk' => 'A full disk', 'sync' => 'On the disk before it is said', 'backup' => 'A backup while twenty testers write', 'load' => 'Twenty testers and thirty pictures',
];
$kept = "$root/docs/reliability.json";
$all = is_file($kept) ? (array) json_decode((string) file_get_contents($kept), true) : [];
foreach (array_keys($titles) as $part) {
    $file = "$root/build/siege/$part.json";
    if (is_file($file)) {
        $all[$part] = ['on' => date('Y-m-d', (int) filemtime($file)), 'figures' => json_decode((string) file_get_contents($file), true)];
    }
}
file_put_contents($kept, json_encode($all, JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES)."\n");
$out = "# Reliability\n\nWritten by `bin/siege`, which attacks installations of its own: on one machine with two cores, its own disk and the web server of PHP. Figures as measured.\n";
$out .= "\n".file_get_contents("$root/docs/reliability-found.md");
foreach ($titles as $part => $title) {
    if (! isset($all[$part])) {
        continue;
    }
    $out .= "\n## $title\n\nMeasured {$all[$part]['on']}.\n\n| what | measured | asked | |\n|---|---|---|---|\n";
    foreach ($all[$part]['figures'] as $f) {
        $out .= "| {$f['name']} | {$f['value']} | {$f['asked']} | ".($f['holds'] ? 'holds' : 'falls short')." |\n";
    }
}
file_put_contents("$root/docs/reliability.md", $out);
