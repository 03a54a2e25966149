<?php

declare(strict_types=1);

// Prints one line per figure: a ratio against a baseline measured in the same run, and the absolute. bin/bench starts it.

use App\Actions\MeasureFile;
use App\Actions\ReadLightLog;
use App\Imaging\PhotoWriter;
use App\Imaging\PngWriter;
use App\Imaging\SheetPress;
use MarshTrial\Core\Colour\Bands;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Daylight\Window;
use MarshTrial\Core\Exchange\LayoutJson;
use MarshTrial\Core\Mixing\Backing;
use MarshTrial\Core\Mixing\Mixture;
use MarshTrial\Core\Mixing\PaintFilm;
use MarshTrial\Core\Mixing\Reach;
use MarshTrial\Core\Mixing\Recipes;
use MarshTrial\Core\Simulation\CameraStandIn;
use MarshTrial\Core\Simulation\LoggerStandIn;
use MarshTrial\Core\Simulation\ScannerStandIn;
use MarshTrial\Core\Simulation\Shot;
use Tests\Accuracy\Series;
use Tests\Bench\Served;
use Tests\Support\Spreadsheet;

require __DIR__.'/../../vendor/autoload.php';

$page = __DIR__.'/../../build/bench-sheet.png';
$layout = Series::propertyCard(7);
if (! is_file($page)) {
    fwrite(STDERR, "Making the A4 page once ...\n");
    file_put_contents($page, PngWriter::encode(ScannerStandIn::scan($layout, 7, 300, print: SheetPress::print($layout))));
}
/** @return array<string, mixed> how long pages take in a grown ledger, asked once */
function grown(int $paints): array
{
    static $kept = [];
    $root = dirname(__DIR__, 2);
    $file = "$root/build/grown-$paints.sqlite";
    if (! is_file($file)) {
        passthru(escapeshellarg("$root/bin/grow").' '.escapeshellarg($file)." $paints", $failed) === null && $failed === 0 || throw new RuntimeException('A grown ledger needs the demo: run bin/start once.');
    }

    // By the engine that bin/start serves with.
    return $kept[$paints] ??= json_decode((string) shell_exec(escapeshellarg(PHP_BINARY).' '.implode(' ', array_map(static fn (string $name): string => "-d $name=".ini_get($name), ['opcache.enable_cli', 'opcache.jit', 'opcache.jit_buffer_size', 'opcache.jit_hot_loop', 'opcache.jit_max_root_traces', 'opcache.jit_max_side_traces', 'opcache.jit_max_exit_counters', 'memory_limit'])).' '.escapeshellarg("$root/tests/Bench/pages.php").' '.escapeshellarg($file)), true, flags: JSON_THROW_ON_ERROR);
}

/**
 * Make-believe paints whose absorption moves along the spectrum.
 *
 * @return non-empty-list<PaintFilm>
 */
function madeUpFilms(int $many, Backing $backing): array
{
    return array_map(static function (int $i) use ($many, $backing): PaintFilm {
        $at = 410 + 284 * $i / $many;
        $film = new PaintFilm(Bands::map(static fn (float $nm): float => log(0.01 + 0.6 * exp(-0.5 * (($nm - $at) / (30 + $i % 7 * 8)) ** 2))), -4.0 + $i % 5 * 0.3, 0.5, [], $backing, $at < 490 ? 2 : ($at < 570 ? 1 : 0), 3.0, null, 0.0, 0.0);

        return $film->stronger(Mixture::amountFor($film, 0.92));
    }, range(0, $many - 1));
}

$seconds = static function (callable $work): float {
    $from = hrtime(true);
    $work();

    return (hrtime(true) - $from) / 1e9;
};
$median = static function (array $values): float {
    sort($values);

    return $values[intdiv(count($values), 2)];
};
$decode = static function () use ($page): void {
    (new Imagick($page))->clear();
};
$measure = static function () use ($page, $layout): void {
    MeasureFile::of($layout, $page);
};

// Highest resident memory of a command, MB, as the kernel counts it.
$peak = static function (string ...$arguments): float {
    $process = proc_open(['/bin/sh', '-c', '"$@" >/dev/null & pid=$!; peak=0; while now=$(awk \'/VmHWM/ {print $2}\' /proc/$pid/status 2>/dev/null) && [ -n "$now" ]; do peak=$now; sleep 0.02; done; echo $peak', 'sh', ...$arguments], [1 => ['pipe', 'w']], $pipes);
    $kb = (float) trim((string) stream_get_contents($pipes[1]));
    proc_close($process);

    return $kb / 1024;
};
// A new database with one tester, and a process that checks and imports the spreadsheet into it.
$importing = static function (): array {
    $folder = __DIR__.'/../../build/bench-import';
    exec('rm -rf '.escapeshellarg($folder).' && mkdir -p '.escapeshellarg("$folder/framework/cache/data").' '.escapeshellarg("$folder/framework/views").' '.escapeshellarg("$folder/logs"));
    touch("$folder/db.sqlite");
    Spreadsheet::write("$folder/shelf.csv", 5000);
    $environment = "DB_DATABASE=$folder/db.sqlite LARAVEL_STORAGE_PATH=$folder QUEUE_CONNECTION=sync";
    exec("$environment ".PHP_BINARY.' '.__DIR__.'/../../artisan migrate --force --quiet');
    $command = ['/usr/bin/env', ...explode(' ', $environment), PHP_BINARY, __DIR__.'/import.php', "$folder/shelf.csv"];

    return ["$folder/shelf.csv", static function () use ($command): void {
        passthru(implode(' ', array_map(escapeshellarg(...), $command)), $status);
        if ($status !== 0) {
            throw new RuntimeException('The import failed.');
        }
    }, $command];
};

// A bundle of so many records, made once, and a process that takes it into a new database.
$bundling = static function (int $records): array {
    $root = __DIR__.'/../../build';
    $folder = "$root/bench-bundle";
    $environment = static fn (string $db): string => "DB_DATABASE=$folder/$db.sqlite LARAVEL_STORAGE_PATH=$folder QUEUE_CONNECTION=sync CACHE_STORE=array";
    exec('rm -rf '.escapeshellarg($folder).' && mkdir -p '.escapeshellarg("$folder/framework/cache/data").' '.escapeshellarg("$folder/framework/views").' '.escapeshellarg("$folder/logs"));
    foreach (['make', 'take'] as $db) {
        touch("$folder/$db.sqlite");
        exec($environment($db).' '.PHP_BINARY.' '.__DIR__.'/../../artisan migrate --force --quiet');
    }
    $file = "$root/bench-bundle-$records.zip";
    if (! is_file($file)) {
        fwrite(STDERR, "Making a bundle of $records records once ...\n");
        passthru($environment('make').' '.PHP_BINARY.' -d memory_limit=1G '.__DIR__."/bundle.php make $file $records");
    }

    return [$file, ['/usr/bin/env', ...explode(' ', $environment('take')), PHP_BINARY, '-d', 'opcache.enable_cli=1', '-d', 'opcache.jit=tracing', '-d', 'opcache.jit_buffer_size=64M', '-d', 'memory_limit=256M', __DIR__.'/bundle.php', 'take', $file]];
};

/** The stand-in's file of a year, written once. */
function yearOfLight(): string
{
    $file = __DIR__.'/../../build/bench-light.csv';
    if (! is_file($file)) {
        fwrite(STDERR, "Making a year of light once ...\n");
        $out = fopen($file, 'wb') ?: throw new RuntimeException('No room.');
        foreach ((new LoggerStandIn(new Window(-41.5, 174.0, 0.0), new DateTimeImmutable('2025-07-01', new DateTimeZone('Pacific/Auckland')), 365, everySeconds: 60, empty: [[40, 41], [200, 206]]))->lines() as $line) {
            fwrite($out, "$line\r\n");
        }
        fclose($out);
    }

    return $file;
}

$figures = [
    'measure' => static function () use ($seconds, $median, $decode, $measure): array {
        // A queue worker is warm; the first round is thrown away. Rounds alternate, so that both see the same machine.
        $decode();
        $measure();
        $whole = $bare = $ratios = [];
        for ($i = 0; $i < 9; $i++) {
            $bare[] = $b = $seconds($decode);
            $whole[] = $w = $seconds($measure);
            $ratios[] = $w / $b;
        }

        return ['decode and measure an A4 page at 300 dpi', $median($whole), 's', $median($bare), $median($ratios)];
    },
    'photo' => static function () use ($seconds, $median): array {
        $layout = Series::propertyCard(7);
        $photo = __DIR__.'/../../build/bench-sheet.jpg';
        if (! is_file($photo)) {
            fwrite(STDERR, "Making the photograph once ...\n");
            $shot = Shot::inside(7);
            file_put_contents($photo, PhotoWriter::encode(CameraStandIn::shoot($layout, 7, $shot, print: SheetPress::print($layout)), $shot));
        }
        $whole = $bare = $ratios = [];
        for ($i = 0; $i < 8; $i++) {
            $b = $seconds(static fn () => (new Imagick($photo))->clear());
            $w = $seconds(static fn () => MeasureFile::of($layout, $photo));
            if ($i > 0) {
                [$bare[], $whole[], $ratios[]] = [$b, $w, $w / $b];
            }
        }

        return ['decode and measure a photograph of 12 megapixels', $median($whole), 's', $median($bare), $median($ratios)];
    },
    'memory-600' => static function () use ($layout, $peak): array {
        $fine = __DIR__.'/../../build/bench-sheet-600.png';
        if (! is_file($fine)) {
            fwrite(STDERR, "Making the A4 page at 600 dots per inch once ...\n");
            file_put_contents($fine, PngWriter::encode(ScannerStandIn::scan($layout, 7, 600, print: SheetPress::print($layout))));
        }
        $file = __DIR__.'/../../build/bench-layout.json';
        file_put_contents($file, json_encode(LayoutJson::toArray($layout)));
        $idle = $peak(PHP_BINARY, __DIR__.'/../../artisan', 'list');
        $value = $peak(PHP_BINARY, __DIR__.'/../../artisan', 'card:measure', $file, $fine);

        return ['peak resident memory of card:measure on an A4 page at 600 dots per inch', $value, 'MB', $idle, $value / $idle];
    },
    'memory' => static function () use ($page, $layout, $peak): array {
        $file = __DIR__.'/../../build/bench-layout.json';
        file_put_contents($file, json_encode(LayoutJson::toArray($layout)));
        $artisan = __DIR__.'/../../artisan';
        $measuring = $peak(PHP_BINARY, $artisan, 'card:measure', $file, $page);
        $idle = $peak(PHP_BINARY, $artisan, 'list');

        return ['peak resident memory of card:measure on that page', $measuring, 'MB', $idle, $measuring / $idle];
    },
    // A year of a reading every minute, with gaps, against reading the file's bytes. Asked: 5 s and 128 MB.
    'logger' => static function () use ($seconds, $median): array {
        $file = yearOfLight();
        $whole = $bare = $ratios = [];
        for ($i = 0; $i < 4; $i++) {
            $b = $seconds(static fn () => hash_file('sha256', $file));
            $w = $seconds(static fn () => ReadLightLog::summed($file, 'lux', 'UTC', windowZone: 'Pacific/Auckland'));
            if ($i > 0) {
                [$bare[], $whole[], $ratios[]] = [$b, $w, $w / $b];
            }
        }

        return ['read a year of a light logger, 525 600 minutes', $median($whole), 's', $median($bare), $median($ratios)];
    },
    'logger-memory' => static function () use ($peak): array {
        $idle = $peak(PHP_BINARY, '-r', 'require "vendor/autoload.php"; usleep(200000);');
        $value = $peak(PHP_BINARY, '-r', 'require "vendor/autoload.php"; App\Actions\ReadLightLog::summed($argv[1], "lux", "UTC", windowZone: "Pacific/Auckland");', yearOfLight());

        return ['peak resident memory of that', $value, 'MB', $idle, $value / $idle];
    },
    // Ten thousand pairs looked through for a stand-in, against adding up as many spectra. Asked: 2 s.
    'recipes' => static function () use ($seconds, $median): array {
        $backing = Backing::of(new LinearRgb(0.86, 0.85, 0.80), null);
        $films = madeUpFilms(142, $backing);
        $mixture = new Mixture([[$films[10], 0.4], [$films[90], 0.6]], $backing);
        $wanted = array_map(static fn (float $d): array => ['lab' => $mixture->overPaper($mixture->timesFor($d))->toLab(), 'deposit' => $d], [0.3, 2.0]);
        $spectrum = array_fill(0, Bands::COUNT, 0.5);
        $whole = $bare = $ratios = [];
        for ($i = 0; $i < 5; $i++) {
            $b = $seconds(static function () use ($spectrum): void {
                for ($n = 0; $n < 10_011; $n++) {
                    Bands::sum($spectrum, Bands::rgb());
                }
            });
            $w = $seconds(static fn () => Recipes::near($films, $wanted, $backing));
            if ($i > 0) {
                [$bare[], $whole[], $ratios[]] = [$b, $w, $w / $b];
            }
        }

        return ['look through 10 011 pairs of paints for a stand-in', $median($whole), 's', $median($bare), $median($ratios)];
    },
    // How far sixty paints reach by two, against adding up as many spectra as are mixed. Asked: 1 s.
    'reach' => static function () use ($seconds, $median): array {
        $backing = Backing::of(new LinearRgb(0.86, 0.85, 0.80), null);
        $films = madeUpFilms(60, $backing);
        $spectrum = array_fill(0, Bands::COUNT, 0.5);
        $whole = $bare = $ratios = [];
        for ($i = 0; $i < 5; $i++) {
            $b = $seconds(static function () use ($spectrum): void {
                for ($n = 0; $n < 60 * 59 / 2 * 8 * count(Reach::LIGHTNESSES); $n++) {
                    Bands::sum($spectrum, Bands::rgb());
                }
            });
            $w = $seconds(static fn () => Reach::of($films, $backing));
            if ($i > 0) {
                [$bare[], $whole[], $ratios[]] = [$b, $w, $w / $b];
            }
        }

        return ['how far sixty paints reach by two', $median($whole), 's', $median($bare), $median($ratios)];
    },
    ...array_combine(array_map(static fn (string $p): string => "page-$p", $pages = ['shore', 'code', 'maker', 'search', 'like', 'choose']), array_map(static fn (string $page): Closure => static function () use ($page): array {
        // Pages of a ledger of 20 000 paints, by the server's time, against a plain count of its readings. Asked: 60 ms, 150 ms for likeness.
        $of = grown(20_000)[$page];

        return [sprintf('%s among 20 000 paints, 95th percentile, %.0f kB compressed, %.1f times as long as among 2 000, %.0f ms when nothing was kept yet', $page, $of['kB'], $of['p95'] / grown(2_000)[$page]['p95'], $of['cold']), $of['p95'] / 1000, 's', grown(20_000)['count'] / 1000, $of['p95'] / grown(20_000)['count']];
    }, $pages)),
    // What a stranger's browser asks for first, of a server that is warm, against a file that it hands out as it is. Asked: below 60 ms.
    'first-page' => static function () use ($seconds, $median): array {
        [$folder, $port] = [sys_get_temp_dir().'/first-page-'.getmypid(), 18_000 + getmypid() % 1000];
        mkdir($folder);
        touch("$folder/empty.sqlite");
        $environment = ['DB_DATABASE' => "$folder/empty.sqlite", 'APP_ENV' => 'production', 'PHP_CLI_SERVER_WORKERS' => '2'] + getenv();
        $run = static fn (string ...$command) => proc_open([PHP_BINARY, '-d', 'variables_order=EGPCS', '-d', 'opcache.enable_cli=1', ...$command], [['file', '/dev/null', 'r'], ['file', '/dev/null', 'w'], ['file', '/dev/null', 'w']], $pipes, __DIR__.'/../..', $environment) ?: throw new RuntimeException('It did not start.');
        proc_close($run('artisan', 'migrate', '--force'));
        $server = $run('-S', "127.0.0.1:$port", '-t', 'public', 'bin/lib/router.php');
        for ($i = 0; $i < 100 && @fsockopen('127.0.0.1', $port) === false; $i++) {
            usleep(50_000);
        }
        $ask = static fn (string ...$paths): Closure => static function () use ($port, $paths): void {
            foreach ($paths as $path) {
                if (@file_get_contents("http://127.0.0.1:$port/$path") === false) {
                    throw new RuntimeException("/$path was not answered.");
                }
            }
        };
        $manifest = json_decode((string) file_get_contents(__DIR__.'/../../public/build/manifest.json'), true, flags: JSON_THROW_ON_ERROR);
        $whole = $bare = [];
        for ($i = 0; $i < 40; $i++) {
            $page = $seconds($ask('', 'api/begin'));
            $file = $seconds($ask('build/'.$manifest['resources/js/main.tsx']['file']));
            if ($i >= 10) {
                [$whole[], $bare[]] = [$page, $file];
            }
        }
        exec('pkill -P '.proc_get_status($server)['pid']);
        proc_terminate($server);
        exec('rm -rf '.escapeshellarg($folder));

        return ['a stranger’s first page and what it asks for, without an account', $median($whole), 's', $median($bare), $median($whole) / $median($bare)];
    },
    // Every page of the demo that works something out, asked again by a tester who is signed in, over HTTP. Asked: 50 ms at the 95th percentile.
    'pages-demo' => static function (): array {
        $folder = sys_get_temp_dir().'/pages-demo-'.getmypid();
        mkdir("$folder/storage", 0700, true);
        $served = new Served(dirname(__DIR__, 2), '/api/shore', "DB_DATABASE=$folder/demo.sqlite LARAVEL_STORAGE_PATH=$folder/storage");
        $served->signIn('tamsin@saltern-reach.example', 'reed-and-salt');
        $paints = array_column(json_decode((string) $served->get('/api/pigments/PB29'), true)['paints'], 'uuid');
        $three = implode(',', array_slice($paints, 0, 3));
        $pages = ['shore', 'pigments', 'pigments/PB29', "paints/$paints[0]", "paints/$paints[0]/like", "compare?paints=$three", "side-by-side?show=ladders&paints=$three", 'rack', 'today', 'choose', "mix?a=$paints[0]&b=$paints[1]&share=0.5", 'mixes', 'ledger', 'ledger/map', 'records', 'cards', 'paints', 'swatches'];
        $times = array_combine($pages, array_map(static fn (string $p): array => $served->times("/api/$p"), $pages));
        $bare = $served->times('/api/session');
        $served->stop();
        exec('rm -rf '.escapeshellarg($folder));
        foreach ($times as $page => $of) {
            fprintf(STDERR, "  %-60s %5.0f ms, 95th percentile %5.0f\n", substr($page, 0, 60), $of['median'], $of['p95']);
        }
        $slowest = max(array_column($times, 'p95'));

        return ['the slowest page of the demo at the 95th percentile, asked again', $slowest / 1000, 's', $bare['median'] / 1000, $slowest / $bare['median']];
    },
    // From a clone to measured paint on a page, and a second start, against what is already installed here. Package caches are as they are: run it twice
    // for warm ones. Asked: 60 s and 3 s.
    'first-start' => static function (): array {
        $folder = sys_get_temp_dir().'/first-start-'.getmypid();
        exec('git clone -q '.escapeshellarg(dirname(__DIR__, 2)).' '.escapeshellarg($folder));
        $served = new Served($folder, '/api/shore');
        $first = $served->first;
        $served->stop();
        fwrite(STDERR, (string) preg_replace('/^(?!\s*\d+ s).*\n/m', '', (string) file_get_contents("$folder/build/served.log")));
        $again = new Served($folder, '/api/shore');
        $second = $again->first;
        $from = microtime(true);
        while ((json_decode((string) $again->get('/api/session'), true)['painting'] ?? null) !== null) {
            sleep(2);
        }
        $again->stop();
        exec('rm -rf '.escapeshellarg($folder));

        return [sprintf('from a clone to measured paint; its pictures are painted %.0f s later; the baseline is a second start', microtime(true) - $from), $first, 's', $second, $first / $second];
    },
    // Against reading the same file with nothing done to it; and against the framework doing nothing.
    'import' => static function () use ($importing, $seconds): array {
        [$file, $import] = $importing();
        $bare = $seconds(static function () use ($file): void {
            $stream = fopen($file, 'rb') ?: throw new RuntimeException;
            for ($i = 0; $i < 20; $i++) {
                rewind($stream);
                while (fgetcsv($stream, null, ';', '"', '') !== false) {
                }
            }
        }) / 20;
        $whole = $seconds($import);

        return ['check and import 5 000 rows of CSV, every tenth wrong', $whole, 's', $bare, $whole / $bare];
    },
    // Ten times the records, against ten times the time.
    'bundle' => static function () use ($bundling, $seconds): array {
        $take = static function (int $records) use ($bundling, $seconds): float {
            [, $command] = $bundling($records);

            return $seconds(static function () use ($command): void {
                passthru(implode(' ', array_map(escapeshellarg(...), $command)), $status);
                if ($status !== 0) {
                    throw new RuntimeException('The bundle was not taken in.');
                }
            });
        };
        $few = $take(200);
        $many = $take(2000);

        return ['look at and take in a bundle of 2 000 records, against ten times one of 200', $many, 's', 10 * $few, $many / (10 * $few)];
    },
    'bundle-memory' => static function () use ($bundling, $peak): array {
        [$file, $command] = $bundling(2000);
        $value = $peak(...$command);

        return ['peak resident memory of taking in 2 000 records, against the size of their bundle', $value, 'MB', filesize($file) / 1e6, $value / (filesize($file) / 1e6)];
    },
    'import-memory' => static function () use ($importing, $peak): array {
        [, , $command] = $importing();
        $value = $peak(...$command);
        $idle = $peak(PHP_BINARY, __DIR__.'/../../artisan', 'list');

        return ['peak resident memory of that import', $value, 'MB', $idle, $value / $idle];
    },
];

$wanted = array_values(array_filter(array_slice($argv, 1), static fn (string $a): bool => $a !== '--json'));
foreach ($wanted as $name) {
    if (! isset($figures[$name])) {
        fwrite(STDERR, "There is no figure called $name; there are: ".implode(', ', array_keys($figures)).".\n");
        exit(2);
    }
}
foreach ($wanted === [] ? $figures : array_intersect_key($figures, array_flip($wanted)) as $name => $run) {
    [$what, $value, $unit, $baseline, $ratio] = $run();
    echo in_array('--json', $argv, true)
        ? json_encode(['name' => $name, 'value' => round($value, 4), 'unit' => $unit, 'baseline' => round($baseline, 4), 'ratio' => round($ratio, 3)])."\n"
        : sprintf("%-8s %s: %.3f %s, baseline %.3f %s, ratio %.2f\n", $name, $what, $value, $unit, $baseline, $unit, $ratio);
}
