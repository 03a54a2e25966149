<?php

declare(strict_types=1);

// Changes every number of the scale by a tenth, one at a time, and runs the core tests that name what uses it: none should pass. Started by bin/mutants [CONSTANT...].

$root = dirname(__DIR__, 2);
$source = (string) file_get_contents("$root/core/Bench/BenchScale.php");
$wanted = array_slice($argv, 1);
@mkdir("$root/build/mutants", 0770, true);
$mutants = [];
preg_match_all('/^    public const ([A-Z_]+) = ([^;]+);/m', $source, $constants, PREG_SET_ORDER | PREG_OFFSET_CAPTURE);
foreach ($constants as $constant) {
    [$name, $value, $at] = [$constant[1][0], $constant[2][0], $constant[2][1]];
    if (str_contains($value, "'bench scale") || $name === 'RULES' || ($wanted !== [] && ! in_array($name, $wanted, true))) {
        continue;
    }
    preg_match_all('/(?<![\w.\'])\d+(?:\.\d+)?(?![\w.\'])/', $value, $numbers, PREG_OFFSET_CAPTURE);
    foreach ($numbers[0] as [$number, $offset]) {
        foreach ([1.1, 0.9] as $factor) {
            $changed = str_contains($number, '.') ? var_export((float) $number * $factor, true) : (string) (int) round((int) $number * $factor);
            if ((float) $changed !== (float) $number) {
                $mutants[] = [$name, $number, $changed, substr_replace($source, $changed, $at + $offset, strlen($number))];
            }
        }
    }
}
$survived = [];
foreach ($mutants as $i => [$name, $number, $changed, $code]) {
    $file = "$root/build/mutants/BenchScale.php";
    file_put_contents($file, $code);
    $tests = testsOf($root, $name);
    $killed = false;
    foreach ($tests as $test) {
        exec(sprintf('php -d opcache.enable_cli=0 -d memory_limit=1G -d auto_prepend_file=%s %s --stop-on-defect --no-progress %s 2>&1', escapeshellarg($file), escapeshellarg("$root/vendor/bin/phpunit"), escapeshellarg($test)), $out, $code);
        if ($code !== 0) {
            $killed = true;
            break;
        }
    }
    if (! $killed) {
        $survived[] = "$name: $number as $changed".($tests === [] ? ' (no test names what uses it)' : '');
    }
    fwrite(STDERR, sprintf("%d of %d, %s %s as %s: %s\n", $i + 1, count($mutants), $name, $number, $changed, $killed ? 'found' : 'SURVIVED'));
}
echo count($mutants) - count($survived), ' of ', count($mutants), " changes were found.\n", implode("\n", $survived), $survived === [] ? '' : "\n";
exit($survived === [] ? 0 : 1);

/**
 * Core tests that name the constant, or a class that does; those of rules first, whole pictures never.
 *
 * @return list<string>
 */
function testsOf(string $root, string $constant): array
{
    $classes = [];
    foreach (new RecursiveIteratorIterator(new RecursiveDirectoryIterator("$root/core", FilesystemIterator::SKIP_DOTS)) as $file) {
        if ($file->getFilename() !== 'BenchScale.php' && preg_match("/BenchScale::$constant\\b/", (string) file_get_contents($file->getPathname())) === 1) {
            $classes[] = $file->getBasename('.php');
        }
    }
    $slow = ['MeasuresTest', 'MeasuringTest', 'PhotographTest', 'FuzzTest', 'BlocksTest', 'EvidenceOfACardTest', 'InstrumentTest', 'CaptureTest', 'SimulationTest'];
    $out = ["$root/tests/Core/MeasuresTest.php"];
    foreach (glob("$root/tests/Core/*Test.php") ?: [] as $test) {
        $text = (string) file_get_contents($test);
        if (! in_array(basename($test, '.php'), $slow, true) && array_filter([$constant, ...$classes], static fn (string $c): bool => preg_match("/\\b$c\\b/", $text) === 1) !== []) {
            $out[] = $test;
        }
    }

    return $out;
}
