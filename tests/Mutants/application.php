<?php

declare(strict_types=1);

// Makes the changes that docs/mutants-app.md lists, one at a time and in memory, and runs the tests named beside each: none should pass. Started
// by bin/mutants app [NUMBER...].

$root = dirname(__DIR__, 2);
$wanted = array_map(intval(...), array_slice($argv, 1));
$work = "$root/build/mutants-app-".getmypid();
@mkdir($work, 0770, true);
preg_match_all('/^(\d+)\. ([^\n]+?): `([^`\n]+)`, `([^`\n]+)`\n\n```diff\n(.*?)\n```$/ms', (string) file_get_contents("$root/docs/mutants-app.md"), $found, PREG_SET_ORDER);
$survived = [];
$tried = 0;
foreach ($found as [, $number, $what, $file, $tests, $diff]) {
    if ($wanted !== [] && ! in_array((int) $number, $wanted, true)) {
        continue;
    }
    $side = static fn (string $sign): string => implode("\n", array_map(static fn (string $l): string => substr($l, 2), array_values(array_filter(explode("\n", $diff), static fn (string $l): bool => str_starts_with($l, $sign)))));
    $source = (string) file_get_contents("$root/$file");
    if (substr_count($source, $side('-')) !== 1) {
        $survived[] = "$number. $what: the rule is not there any more, or twice";
        continue;
    }
    file_put_contents("$work/changed.php", str_replace($side('-'), $side('+'), $source));
    file_put_contents("$work/load.php", "<?php require_once '$root/vendor/autoload.php'; require '$work/changed.php';");
    // One file at a time is all that the runner takes.
    [$paths, $filter] = [...explode(' --filter ', $tests), ''];
    $killed = false;
    foreach (explode(' ', $paths) as $path) {
        if (! is_file("$root/$path")) {
            continue;
        }
        exec(sprintf('cd %s && timeout 600 php -d opcache.enable_cli=1 -d opcache.jit=tracing -d opcache.jit_buffer_size=128M -d memory_limit=1G -d auto_prepend_file=%s vendor/bin/phpunit --stop-on-defect --no-progress %s %s 2>&1', escapeshellarg($root), escapeshellarg("$work/load.php"), $filter === '' ? '' : '--filter '.escapeshellarg(trim($filter, '"')), escapeshellarg($path)), $out, $code);
        if ($code !== 0) {
            $killed = true;
            break;
        }
    }
    $tried++;
    if (! $killed) {
        $survived[] = "$number. $what";
    }
    fwrite(STDERR, sprintf("%d. %s: %s\n", $number, $what, $killed ? 'found' : 'SURVIVED'));
}
array_map(unlink(...), glob("$work/*") ?: []);
rmdir($work);
echo $tried - count($survived), " of $tried changes were found.\n", implode("\n", $survived), $survived === [] ? '' : "\n";
exit($survived === [] ? 0 : 1);
