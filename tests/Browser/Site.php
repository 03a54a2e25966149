<?php

declare(strict_types=1);

namespace Tests\Browser;

use Facebook\WebDriver\Chrome\ChromeOptions;
use Facebook\WebDriver\Remote\DesiredCapabilities;
use Facebook\WebDriver\Remote\RemoteWebDriver;

/** A served application with the demo loaded, and a browser; both end with the run. */
final class Site
{
    private static ?self $running = null;

    /** @var list<resource> */
    private array $processes = [];

    public readonly string $address;

    public readonly RemoteWebDriver $browser;

    public static function running(): self
    {
        return self::$running ??= new self;
    }

    private function __construct()
    {
        $root = dirname(__DIR__, 2);
        $folder = "$root/build/browser";
        exec('rm -rf '.escapeshellarg($folder));
        foreach (['app', 'logs', 'framework/views', 'framework/sessions', 'framework/cache/data', 'profile'] as $part) {
            mkdir("$folder/$part", 0775, true);
        }
        register_shutdown_function($this->stop(...));
        $environment = ['DB_DATABASE' => "$folder/site.sqlite", 'LARAVEL_STORAGE_PATH' => $folder, 'APP_ENV' => 'local', 'SESSION_DRIVER' => 'file', 'CACHE_STORE' => 'database', 'QUEUE_CONNECTION' => 'database', 'PHP_CLI_SERVER_WORKERS' => '4', 'BCRYPT_ROUNDS' => '4'] + getenv();
        $php = [PHP_BINARY, '-d', 'variables_order=EGPCS', '-d', 'opcache.enable_cli=1', '-d', 'opcache.jit=tracing', '-d', 'opcache.jit_buffer_size=128M', '-d', 'memory_limit=1G'];
        touch("$folder/site.sqlite");
        $this->run([...$php, "$root/artisan", 'migrate', '--force', '--seed'], $environment, "$folder/logs/seed.log", true);
        $port = self::freePort();
        $this->address = "http://127.0.0.1:$port";
        $this->run([...$php, '-d', 'upload_max_filesize=90M', '-d', 'post_max_size=95M', '-S', "127.0.0.1:$port", '-t', "$root/public", "$root/bin/lib/router.php"], $environment, "$folder/logs/server.log");
        $this->run([...$php, "$root/artisan", 'queue:work', '--sleep=0.2'], $environment, "$folder/logs/queue.log");
        $driver = self::freePort();
        $this->run(['chromedriver', "--port=$driver"], getenv(), "$folder/logs/driver.log");
        self::awaitPort($port);
        self::awaitPort($driver);
        $options = new ChromeOptions;
        $options->addArguments(['--headless', '--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync', '--disable-dev-shm-usage', '--window-size=1280,943', "--user-data-dir=$folder/profile"]);
        $capabilities = DesiredCapabilities::chrome();
        $capabilities->setCapability(ChromeOptions::CAPABILITY, $options);
        $this->browser = RemoteWebDriver::create("http://127.0.0.1:$driver", $capabilities, 60_000, 120_000);
    }

    /**
     * @param list<string> $command
     * @param array<string, string> $environment
     */
    private function run(array $command, array $environment, string $log, bool $wait = false): void
    {
        $process = proc_open($command, [['file', '/dev/null', 'r'], ['file', $log, 'w'], ['file', $log, 'a']], $pipes, dirname(__DIR__, 2), $environment) ?: throw new \RuntimeException("$command[0] did not start.");
        if (! $wait) {
            $this->processes[] = $process;
        } elseif (proc_close($process) !== 0) {
            throw new \RuntimeException((string) file_get_contents($log));
        }
    }

    private static function freePort(): int
    {
        $socket = stream_socket_server('tcp://127.0.0.1:0') ?: throw new \RuntimeException('No free port.');
        $name = (string) stream_socket_get_name($socket, false);
        fclose($socket);

        return (int) substr($name, strrpos($name, ':') + 1);
    }

    private static function awaitPort(int $port): void
    {
        for ($i = 0; $i < 100; $i++) {
            if (@fsockopen('127.0.0.1', $port) !== false) {
                return;
            }
            usleep(100_000);
        }
        throw new \RuntimeException("Nothing answers on port $port.");
    }

    private function stop(): void
    {
        try {
            $this->browser->quit();
        } catch (\Throwable) {
            // It may never have started.
        }
        foreach ($this->processes as $process) {
            $pid = proc_get_status($process)['pid'];
            exec("pkill -P $pid");
            proc_terminate($process);
        }
    }
}
