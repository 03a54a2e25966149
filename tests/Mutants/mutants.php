<?php

declare(strict_types=1);

// Changes every number of the scale by a tenth, and turns every comparison with one, one at a time, and runs the core tests that name what
// uses it: none should pass. Started by bin/mutants [PART or PART.NUMBER...]; MUTANTS_SHARE=1/2 takes every second one.

$root = dirname(__DIR__, 2);
$wanted = array_slice($argv, 1);
[$turn, $turns] = array_map(intval(...), explode('/', getenv('MUTANTS_SHARE') ?: '1/1'));
$work = "$root/build/mutants-$turn";
@mkdir($work, 0770, true);
$mutants = array_values(array_filter([...numbers($root), ...comparisons($root)], static fn (array $m): bool => $wanted === [] || array_intersect([$m['part'], "$m[part].$m[number]"], $wanted) !== []));
$mutants = array_values(array_filter($mutants, static fn (int $i): bool => $i % $turns === $turn - 1, ARRAY_FILTER_USE_KEY));
$survived = [];
foreach ($mutants as $i => $m) {
    $file = "$work/".basename($m['file']);
    file_put_contents($file, $m['code']);
    $tests = testsOf($root, $m['part'], $m['number']);
    $killed = false;
    foreach ($tests as $test) {
        exec(sprintf('timeout 180 php -d opcache.enable_cli=0 -d memory_limit=1G -d auto_prepend_file=%s %s --stop-on-defect --no-progress --exclude-group pictures %s 2>&1', escapeshellarg(prepended($root, $work, $m['file'])), escapeshellarg("$root/vendor/bin/phpunit"), escapeshellarg($test)), $out, $code);
        if ($code !== 0) {
            $killed = true;
            break;
        }
    }
    unlink($file);
    if (! $killed) {
        $survived[] = "$m[what]".($tests === [] ? ' (no test names what uses it)' : '');
    }
    fwrite(STDERR, sprintf("%d of %d, %s: %s\n", $i + 1, count($mutants), $m['what'], $killed ? 'found' : 'SURVIVED'));
}
echo count($mutants) - count($survived), ' of ', count($mutants), " changes were found.\n", implode("\n", $survived), $survived === [] ? '' : "\n";
exit($survived === [] ? 0 : 1);

/** A file that loads the changed class before the real one can be: what it needs is found as always. */
function prepended(string $root, string $work, string $file): string
{
    $loader = "$work/load.php";
    file_put_contents($loader, "<?php require_once '$root/vendor/autoload.php'; require '$work/".basename($file)."';");

    return $loader;
}

/** @return list<array{part: string, number: string, what: string, file: string, code: string}> */
function numbers(string $root): array
{
    $out = [];
    foreach (glob("$root/core/Rating/Scale/*.php") ?: [] as $file) {
        $source = (string) file_get_contents($file);
        preg_match_all('/^        public \w+ \$(\w+) = (.+),$/m', $source, $values, PREG_SET_ORDER | PREG_OFFSET_CAPTURE);
        foreach ($values as $value) {
            preg_match_all('/(?<![\w.\'])\d+(?:\.\d+)?(?![\w.\'])/', $value[2][0], $numbers, PREG_OFFSET_CAPTURE);
            foreach ($numbers[0] as [$number, $offset]) {
                foreach ([1.1, 0.9] as $factor) {
                    $changed = str_contains($number, '.') ? var_export((float) $number * $factor, true) : (string) ((int) $number + ($factor > 1 ? max(1, (int) round(0.1 * (int) $number)) : -max(1, (int) round(0.1 * (int) $number))));
                    if ((float) $changed !== (float) $number) {
                        $out[] = [
                            'part' => basename($file, '.php'), 'number' => $value[1][0], 'what' => basename($file, '.php').".{$value[1][0]} $number as $changed", 'file' => $file,
                            'code' => substr_replace($source, $changed, $value[2][1] + $offset, strlen($number)),
                        ];
                    }
                }
            }
        }
    }

    return $out;
}

/** @return list<array{part: string, number: string, what: string, file: string, code: string}> */
function comparisons(string $root): array
{
    $out = [];
    foreach (['Bench', 'Bench/Measures', 'Fading', 'Measuring', 'Rating'] as $room) {
        foreach (glob("$root/core/$room/*.php") ?: [] as $file) {
            $source = (string) file_get_contents($file);
            preg_match_all('/(?<= )(<=|>=|<|>) (?:[\w$]+(?:->\w+)*->)?(?:scale->|Scale::current\(\)->)(\w+)->(\w+)/', $source, $after, PREG_SET_ORDER | PREG_OFFSET_CAPTURE);
            preg_match_all('/(?:scale->|Scale::current\(\)->)(\w+)->(\w+)(?:\[[^\]]*\])? (<=|>=|<|>)(?= )/', $source, $before, PREG_SET_ORDER | PREG_OFFSET_CAPTURE);
            $found = [...array_map(static fn (array $m): array => [$m[1], $m[2][0], $m[3][0]], $after), ...array_map(static fn (array $m): array => [$m[3], $m[1][0], $m[2][0]], $before)];
            foreach ($found as [[$sign, $at], $part, $number]) {
                $turned = ['<' => '>=', '>' => '<=', '<=' => '>', '>=' => '<'][$sign];
                $line = substr_count($source, "\n", 0, $at) + 1;
                $out[] = ['part' => ucfirst($part), 'number' => $number, 'what' => basename($file).":$line $sign $part.$number as $turned", 'file' => $file, 'code' => substr_replace($source, $turned, $at, strlen($sign))];
            }
        }
    }

    return $out;
}

/**
 * Core tests that name the number, or a class that does; those of rules first, whole pictures never.
 *
 * @return list<string>
 */
function testsOf(string $root, string $part, string $number): array
{
    static $sources = null;
    if ($sources === null) {
        foreach (new RecursiveIteratorIterator(new RecursiveDirectoryIterator("$root/core", FilesystemIterator::SKIP_DOTS)) as $file) {
            $sources[$file->getBasename('.php')] = (string) file_get_contents($file->getPathname());
        }
    }
    $uses = '/->'.lcfirst($part)."->$number\\b/";
    $classes = array_keys(array_filter($sources, static fn (string $source): bool => preg_match($uses, $source) === 1));
    $slow = ['MeasuresTest', 'MeasuringTest', 'PhotographTest', 'FuzzTest', 'EvidenceOfACardTest', 'InstrumentTest', 'CaptureTest', 'SimulationTest', 'ClaimTest', 'PrintedSheetTest', 'CollectionTest'];
    $out = ["$root/tests/Core/MeasuresTest.php", "$root/tests/Core/PinnedRatingsTest.php"];
    foreach (glob("$root/tests/Core/*Test.php") ?: [] as $test) {
        $text = (string) file_get_contents($test);
        if (! in_array(basename($test, '.php'), $slow, true) && (preg_match($uses, $text) === 1 || array_filter($classes, static fn (string $c): bool => preg_match("/\\b$c\\b/", $text) === 1) !== [])) {
            $out[] = $test;
        }
    }

    // Whole pictures are asked last: they take longest.
    $out[] = "$root/tests/Samples/PinnedPictureTest.php";

    return array_values(array_unique($out));
}
