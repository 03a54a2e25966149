<?php

declare(strict_types=1);

namespace Tests\Browser;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** bin/start as somebody runs it: it serves, and when it ends nothing of it is left. */
final class StartTest extends TestCase
{
    private const ROOT = __DIR__.'/../..';

    /** @return array<string, array{int}> */
    public static function signals(): array
    {
        return ['asked to end' => [SIGTERM], 'Ctrl-C' => [SIGINT], 'its terminal closed' => [SIGHUP], 'killed' => [SIGKILL]];
    }

    #[DataProvider('signals')]
    public function testNothingServesWhenItHasEnded(int $signal): void
    {
        $database = realpath(self::ROOT).'/build/start-test.sqlite';
        array_map(static fn (string $part) => @unlink($database.$part), ['', '-wal', '-shm']);
        $port = Site::freePort();
        $log = fopen(self::ROOT.'/build/start-test.log', 'wb') ?: throw new \RuntimeException;
        $start = proc_open(['bin/start', '--empty', '--port', (string) $port], [fopen('/dev/null', 'rb') ?: throw new \RuntimeException, $log, $log], $pipes, self::ROOT, ['DB_DATABASE' => $database, 'QUEUE_CONNECTION' => 'database'] + getenv());
        self::assertIsResource($start);
        try {
            self::await(static fn (): bool => @file_get_contents("http://127.0.0.1:$port/api/session") !== false, 60, 'It does not serve.');
            self::assertGreaterThan(6, count(self::of($database)), 'Four web processes and the one that began them, a worker and a clock.');
            proc_terminate($start, $signal);
            self::await(static fn (): bool => ! proc_get_status($start)['running'] && self::of($database) === [], 20, 'Processes are left.');
            $socket = @fsockopen('127.0.0.1', $port, $code, $message, 1);
            self::assertFalse($socket, 'The port is still served.');
        } finally {
            proc_terminate($start, SIGKILL);
            array_map(static fn (int $pid) => posix_kill($pid, SIGKILL), self::of($database));
        }
    }

    /** @return list<int> processes that serve this database */
    private static function of(string $database): array
    {
        $out = [];
        foreach (glob('/proc/[0-9]*/environ') ?: [] as $file) {
            if (str_contains((string) @file_get_contents($file), "DB_DATABASE=$database\x00")) {
                $out[] = (int) basename(dirname($file));
            }
        }

        return $out;
    }

    private static function await(\Closure $until, int $seconds, string $else): void
    {
        for ($end = microtime(true) + $seconds; ! $until(); usleep(200_000)) {
            self::assertLessThan($end, microtime(true), $else);
        }
        self::assertTrue($until());
    }
}
