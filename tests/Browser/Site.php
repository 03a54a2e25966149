<?php

declare(strict_types=1);

namespace Tests\Browser;

use Facebook\WebDriver\Chrome\ChromeOptions;
use Facebook\WebDriver\Remote\DesiredCapabilities;
use Facebook\WebDriver\Remote\RemoteWebDriver;

/** A served application, with the demo loaded or empty, and browsers; all end with the run. */
final class Site
{
    private static ?self $running = null;

    private static ?self $empty = null;

    /** @var list<resource> */
    private array $processes = [];

    /** @var list<RemoteWebDriver> */
    private array $browsers = [];

    /** @var resource|null */
    private $server;

    public readonly string $address;

    public readonly RemoteWebDriver $browser;

    private readonly string $root;

    public readonly string $folder;

    private readonly int $port;

    private readonly int $driverPort;

    /** @var array<string, string> */
    private readonly array $environment;

    private const PHP = [PHP_BINARY, '-d', 'variables_order=EGPCS', '-d', 'opcache.enable_cli=1', '-d', 'opcache.jit=tracing', '-d', 'opcache.jit_buffer_size=256M', '-d', 'opcache.jit_max_root_traces=16384', '-d', 'opcache.jit_max_side_traces=16384', '-d', 'opcache.jit_max_exit_counters=131072', '-d', 'memory_limit=1G'];

    public static function running(): self
    {
        return self::$running ??= new self;
    }

    /** One where nothing is recorded and nobody has an account; a telephone reaches it. */
    public static function empty(): self
    {
        return self::$empty ??= new self(false);
    }

    private function __construct(bool $demo = true)
    {
        $this->root = dirname(__DIR__, 2);
        $this->folder = "$this->root/build/browser".($demo ? '' : '-empty');
        exec('rm -rf '.escapeshellarg($this->folder));
        foreach (['app', 'logs', 'framework/views', 'framework/sessions', 'framework/cache/data'] as $part) {
            mkdir("$this->folder/$part", 0775, true);
        }
        register_shutdown_function($this->stop(...));
        $this->environment = ['DB_DATABASE' => "$this->folder/site.sqlite", 'LARAVEL_STORAGE_PATH' => $this->folder, 'APP_ENV' => 'production', 'SESSION_DRIVER' => 'file', 'CACHE_STORE' => 'database', 'QUEUE_CONNECTION' => 'database', 'PHP_CLI_SERVER_WORKERS' => '4', 'ARGON_MEMORY' => '64', 'ARGON_TIME' => '1', ...$demo ? [] : ['LISTENS_ON_LAN' => 'true', 'LOCAL_NETWORKS' => '127.0.0.1/8']] + getenv();
        touch("$this->folder/site.sqlite");
        $this->run([...self::PHP, "$this->root/artisan", 'migrate', '--force', ...$demo ? ['--seed'] : []], 'seed', true);
        $this->port = self::freePort();
        $this->address = "http://127.0.0.1:$this->port";
        $this->startServer();
        $this->run([...self::PHP, "$this->root/artisan", 'queue:work', '--queue=default,wanted,idle', '--sleep=0.2'], 'queue');
        $this->driverPort = self::freePort();
        $this->run(['chromedriver', "--port=$this->driverPort"], 'driver');
        self::awaitPort($this->driverPort);
        $this->browser = $this->newBrowser();
    }

    /**
     * A browser of its own, with nothing stored and nobody signed in.
     *
     * @param bool $phone of a telephone's size, touched with a finger
     */
    public function newBrowser(bool $phone = false): RemoteWebDriver
    {
        $profile = "$this->folder/profile-".count($this->browsers);
        mkdir($profile);
        $options = new ChromeOptions;
        $options->addArguments(['--headless', '--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync', '--disable-dev-shm-usage', '--autoplay-policy=no-user-gesture-required', '--window-size=1280,943', "--user-data-dir=$profile"]);
        if ($phone) {
            $options->setExperimentalOption('mobileEmulation', ['deviceMetrics' => ['width' => 390, 'height' => 780, 'pixelRatio' => 2.0, 'touch' => true]]);
        }
        $capabilities = DesiredCapabilities::chrome();
        $capabilities->setCapability(ChromeOptions::CAPABILITY, $options);

        return $this->browsers[] = RemoteWebDriver::create("http://127.0.0.1:$this->driverPort", $capabilities, 60_000, 120_000);
    }

    public function startServer(): void
    {
        $this->server = $this->run([...self::PHP, '-d', 'upload_max_filesize=90M', '-d', 'post_max_size=95M', '-S', "127.0.0.1:$this->port", '-t', "$this->root/public", "$this->root/bin/lib/router.php"], 'server');
        self::awaitPort($this->port);
    }

    /** As when the laptop that serves is shut: the address no longer answers. */
    public function stopServer(): void
    {
        self::end($this->server ?? throw new \LogicException('The server does not run.'));
        for ($i = 0; $i < 50 && @fsockopen('127.0.0.1', $this->port) !== false; $i++) {
            usleep(100_000);
        }
    }

    /**
     * @param list<string> $command
     *
     * @return resource
     */
    private function run(array $command, string $log, bool $wait = false)
    {
        $log = "$this->folder/logs/$log.log";
        $process = proc_open($command, [['file', '/dev/null', 'r'], ['file', $log, 'a'], ['file', $log, 'a']], $pipes, $this->root, $this->environment) ?: throw new \RuntimeException("$command[0] did not start.");
        if (! $wait) {
            return $this->processes[] = $process;
        }
        if (proc_close($process) !== 0) {
            throw new \RuntimeException((string) file_get_contents($log));
        }

        return $process;
    }

    /** @param resource $process ended with its children: the web server's workers outlive their parent otherwise */
    private static function end($process): void
    {
        if (! is_resource($process)) {
            return;
        }
        $pid = proc_get_status($process)['pid'];
        exec("pkill -P $pid");
        proc_terminate($process);
        proc_close($process);
    }

    public static function freePort(): int
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
        foreach ($this->browsers as $browser) {
            try {
                $browser->quit();
            } catch (\Throwable) {
                // It is gone already.
            }
        }
        foreach ($this->processes as $process) {
            self::end($process);
        }
    }
}
