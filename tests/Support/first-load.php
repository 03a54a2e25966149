<?php

declare(strict_types=1);

// Adds up the JavaScript of the first load (the entry and all it imports at once), compressed, and holds it to 95 kB.

$build = dirname(__DIR__, 2).'/public/build';
$manifest = json_decode((string) file_get_contents("$build/manifest.json"), true, flags: JSON_THROW_ON_ERROR);
$files = [];
$take = static function (string $key) use (&$take, &$files, $manifest): void {
    if (! isset($files[$manifest[$key]['file']])) {
        $files[$manifest[$key]['file']] = true;
        array_map($take, $manifest[$key]['imports'] ?? []);
    }
};
$take('resources/js/main.tsx');
$bytes = array_sum(array_map(static fn (string $f): int => strlen((string) gzencode((string) file_get_contents("$build/$f"), 6)), array_keys($files)));
printf("First load: %.0f kB of JavaScript, compressed.\n", $bytes / 1000);
exit($bytes <= 95_000 ? 0 : 1);
