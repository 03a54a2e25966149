<?php

declare(strict_types=1);

// Prints the share of tests in the code, by lines that are not blank; what a command writes counts as neither.

chdir(dirname(__DIR__, 2));
$code = $test = 0;
foreach (explode("\0", (string) shell_exec('git ls-files -z -co --exclude-standard')) as $file) {
    if (! is_file($file) || $file === 'resources/js/api/schema.ts' || (! preg_match('/\.(php|tsx?|mjs|css|py)$/', $file) && ! str_starts_with($file, 'bin/'))) {
        continue;
    }
    $lines = preg_match_all('/\S[^\n]*\n/', (string) file_get_contents($file));
    if (str_starts_with($file, 'tests/')) {
        $test += $lines;
    } else {
        $code += $lines;
    }
}
printf("Tests are %d of %d lines, %.0f %%.\n", $test, $code + $test, 100 * $test / ($code + $test));
