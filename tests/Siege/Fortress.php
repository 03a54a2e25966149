<?php

declare(strict_types=1);

namespace Tests\Siege;

/** A served installation of its own, in a folder of its own, whose processes may be killed and started again. */
final class Fortress
{
    /** @var array<string, resource> */
    private array $processes = [];

    public readonly int $port;

    private readonly string $root;

    /** @var array<string, string> */
    private readonly array $environment;

    /** @param array<string, string> $more environment */
    public function __construct(public readonly string $folder, array $more = [])
    {
        $this->root = dirname(__DIR__, 2);
        foreach (['app', 'logs', 'framework/views', 'framework/sessions', 'framework/cache/data'] as $part) {
            @mkdir("$folder/$part", 0770, true);
        }
        $this->environment = $more + [
            'DB_DATABASE' => $this->database(), 'LARAVEL_STORAGE_PATH' => $folder, 'APP_ENV' => 'production', 'SESSION_DRIVER' => 'file', 'CACHE_STORE' => 'database', 'QUEUE_CONNECTION' => 'database',
            'PHP_CLI_SERVER_WORKERS' => '4', 'ARGON_MEMORY' => '64', 'ARGON_TIME' => '1', 'LIMIT_READS' => '1000000', 'LIMIT_WRITES' => '1000000', 'LIMIT_UPLOADS' => '1000000', 'LIMIT_SIGN_INS_BY_ADDRESS' => '1000000', 'LIMIT_SIGN_INS_BY_ACCOUNT' => '1000000',
        ] + getenv();
        $socket = stream_socket_server('tcp://127.0.0.1:0') ?: throw new \RuntimeException('No free port.');
        $this->port = (int) substr((string) strrchr((string) stream_socket_get_name($socket, false), ':'), 1);
        fclose($socket);
    }

    public function database(): string
    {
        return "$this->folder/house.sqlite";
    }

    public function artisan(string ...$arguments): string
    {
        return $this->php('artisan', ...$arguments);
    }

    public function php(string ...$arguments): string
    {
        $process = proc_open([PHP_BINARY, '-d', 'variables_order=EGPCS', ...$arguments], [['file', '/dev/null', 'r'], ['pipe', 'w'], ['pipe', 'w']], $pipes, $this->root, $this->environment) ?: throw new \RuntimeException('It did not start.');
        $out = stream_get_contents($pipes[1]).stream_get_contents($pipes[2]);
        $code = proc_close($process);

        return $code === 0 ? $out : "FAILED $code: $out";
    }

    /** @param list<string> $before such as a tracer */
    public function startWeb(array $before = []): void
    {
        $this->start('web', [...$before, PHP_BINARY, '-d', 'variables_order=EGPCS', '-d', 'opcache.enable_cli=1', '-d', 'upload_max_filesize=90M', '-d', 'post_max_size=95M', '-S', "127.0.0.1:$this->port", '-t', "$this->root/public", "$this->root/bin/lib/router.php"]);
        for ($i = 0; $i < 300 && ($socket = @fsockopen('127.0.0.1', $this->port)) === false; $i++) {
            usleep(20_000);
        }
    }

    /** As bin/start does: what a worker that died held is free before the next one comes. */
    public function startWorker(bool $sweep = true): void
    {
        if ($sweep) {
            $this->artisan('work:sweep', '--all');
        }
        $this->start('worker', [PHP_BINARY, '-d', 'variables_order=EGPCS', '-d', 'opcache.enable_cli=1', '-d', 'opcache.jit=tracing', '-d', 'opcache.jit_buffer_size=128M', '-d', 'memory_limit=1G', "$this->root/artisan", 'queue:work', '--queue=default,wanted,idle', '--sleep=0.2', '--timeout=300', '--quiet']);
    }

    /** @param list<string> $command */
    public function start(string $name, array $command): void
    {
        $log = "/tmp/siege-$name.log";
        $this->processes[$name] = proc_open(['setsid', ...$command], [['file', '/dev/null', 'r'], ['file', $log, 'a'], ['file', $log, 'a']], $pipes, $this->root, $this->environment) ?: throw new \RuntimeException("$name did not start.");
    }

    public function lives(string $name): bool
    {
        return isset($this->processes[$name]) && proc_get_status($this->processes[$name])['running'];
    }

    /** Kills it and its children without a word. */
    public function kill(string ...$names): void
    {
        foreach ($names as $name) {
            if (! isset($this->processes[$name])) {
                continue;
            }
            $pid = proc_get_status($this->processes[$name])['pid'];
            posix_kill(-$pid, SIGKILL);
            exec("pkill -9 -P $pid 2>/dev/null");
            proc_close($this->processes[$name]);
            unset($this->processes[$name]);
        }
    }

    public function pid(string $name): int
    {
        return proc_get_status($this->processes[$name])['pid'];
    }

    public function pdo(): \PDO
    {
        return new \PDO('sqlite:'.$this->database(), options: [\PDO::ATTR_ERRMODE => \PDO::ERRMODE_EXCEPTION, \PDO::ATTR_TIMEOUT => 10]);
    }

    public function __destruct()
    {
        $this->kill(...array_keys($this->processes));
    }
}
