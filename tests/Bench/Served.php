<?php

declare(strict_types=1);

namespace Tests\Bench;

/** The program as bin/start serves it, from this folder or from a fresh clone, and what it answers over HTTP. */
final class Served
{
    private const WAIT_S = 600;

    /** @var resource */
    private $process;

    /** @var list<string> */
    private array $cookies = [];

    public readonly int $port;

    /** Seconds until the first answer. */
    public readonly float $first;

    /** @param string $until path that has to be answered */
    public function __construct(private readonly string $folder, string $until, string $environment = '')
    {
        $this->port = 18_000 + getmypid() % 1000 + random_int(0, 9) * 1000;
        $from = hrtime(true);
        $command = sprintf('cd %s && exec %s setsid bin/start --port %d', escapeshellarg($folder), $environment === '' ? '' : "env $environment", $this->port);
        $log = ['file', "$folder/build/served.log", 'w'];
        @mkdir("$folder/build");
        $this->process = proc_open($command, [['file', '/dev/null', 'r'], $log, $log], $pipes) ?: throw new \RuntimeException('It did not start.');
        while ($this->get($until) === null) {
            if ((hrtime(true) - $from) / 1e9 > self::WAIT_S || ! proc_get_status($this->process)['running']) {
                throw new \RuntimeException("It did not answer $until: ".file_get_contents("$folder/build/served.log"));
            }
            usleep(100_000);
        }
        $this->first = (hrtime(true) - $from) / 1e9;
    }

    public function stop(): void
    {
        proc_terminate($this->process);
        while (proc_get_status($this->process)['running']) {
            usleep(100_000);
        }
    }

    /** What it answers, null where it is not answered well. */
    public function get(string $path): ?string
    {
        $context = stream_context_create(['http' => ['timeout' => 60, 'header' => "Accept: application/json\r\nCookie: ".implode('; ', $this->cookies)]]);

        return @file_get_contents("http://127.0.0.1:$this->port$path", false, $context) ?: null;
    }

    public function signIn(string $email, string $password): void
    {
        @file_get_contents("http://127.0.0.1:$this->port/api/session");
        $this->keepCookies($http_response_header);
        $token = urldecode((string) preg_replace('/^XSRF-TOKEN=/', '', current(preg_grep('/^XSRF-TOKEN=/', $this->cookies) ?: [''])));
        $header = "Accept: application/json\r\nContent-Type: application/json\r\nOrigin: http://127.0.0.1:$this->port\r\nX-XSRF-TOKEN: $token\r\nCookie: ".implode('; ', $this->cookies);
        $context = stream_context_create(['http' => ['method' => 'POST', 'header' => $header, 'content' => json_encode(['email' => $email, 'password' => $password])]]);
        file_get_contents("http://127.0.0.1:$this->port/api/session", false, $context) ?: throw new \RuntimeException('Nobody could sign in.');
        $this->keepCookies($http_response_header);
    }

    /** @param list<string> $headers */
    private function keepCookies(array $headers): void
    {
        foreach ($headers as $header) {
            if (preg_match('/^Set-Cookie: ([^=]+)=([^;]*)/i', $header, $of) === 1) {
                $this->cookies = [...array_values(array_filter($this->cookies, static fn (string $c): bool => ! str_starts_with($c, "$of[1]="))), "$of[1]=$of[2]"];
            }
        }
    }

    /**
     * How long an address takes when it was asked before, ms.
     *
     * @return array{median: float, p95: float}
     */
    public function times(string $path, int $often = 20): array
    {
        $times = [];
        for ($i = -2; $i < $often; $i++) {
            $from = hrtime(true);
            $this->get($path) ?? throw new \RuntimeException("$path was not answered.");
            if ($i >= 0) {
                $times[] = (hrtime(true) - $from) / 1e6;
            }
        }
        sort($times);

        return ['median' => $times[intdiv($often, 2)], 'p95' => $times[(int) ceil(0.95 * $often) - 1]];
    }
}
