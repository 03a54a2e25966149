<?php

declare(strict_types=1);

// Measures and reads 2 000 mutated files and tells what came of them; ends with 1 on anything but a result or a sentence. bin/fuzz starts it.

use Tests\Accuracy\Fuzz;

require __DIR__.'/../../vendor/autoload.php';

const LONGEST_SECONDS = 10.0;

set_error_handler(static function (int $level, string $message, string $file, int $line): bool {
    // What the program itself keeps quiet it has dealt with.
    if ((error_reporting() & $level) === 0) {
        return true;
    }
    throw new ErrorException($message, 0, $level, $file, $line);
});
$fuzz = new Fuzz;
$from = (int) ($argv[1] ?? 1);
$count = (int) ($argv[2] ?? 2000);
$kinds = [];
$slowest = 0.0;
$failed = 0;
for ($seed = $from; $seed < $from + $count; $seed++) {
    try {
        $one = $fuzz->one($seed);
        $kinds[$one['kind']][$one['outcome']] = ($kinds[$one['kind']][$one['outcome']] ?? 0) + 1;
        $slowest = max($slowest, $one['seconds']);
        if ($one['seconds'] > LONGEST_SECONDS) {
            $failed++;
            echo "seed $seed, {$one['kind']}: {$one['seconds']} s\n";
        }
    } catch (Throwable $e) {
        $failed++;
        echo "seed $seed: ", $e::class, ' ', $e->getMessage(), ' at ', basename($e->getFile()), ':', $e->getLine(), "\n";
    }
    fwrite(STDERR, sprintf("\r%d of %d ", $seed - $from + 1, $count));
}
fwrite(STDERR, "\n");
foreach ($kinds as $kind => $outcomes) {
    printf("%s: %d results, %d sentences\n", $kind, $outcomes['result'] ?? 0, $outcomes['sentence'] ?? 0);
}
printf("slowest %.1f s, peak memory %d MB, %d faults\n", $slowest, memory_get_peak_usage(true) / 1e6, $failed);
exit($failed === 0 ? 0 : 1);
