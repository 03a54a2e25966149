<?php

declare(strict_types=1);

/**
 * A small client for the ledger of a Marsh Trial server; one file, to be copied into a program of one's own. Needs PHP 8.1 with curl.
 *
 * Answers are kept with their ETag, so that asking again costs the server little; when it says that it has had enough, the client waits and asks again.
 */
final class MarshTrialClient
{
    private const LONGEST_WAIT_SECONDS = 90;

    /** @var array<string, array{0: string, 1: mixed}> ETag and answer by address */
    private array $kept = [];

    /** @param string $token '' reads what is published, without an account */
    public function __construct(private readonly string $server, private readonly string $token = '') {}

    /**
     * @param array<string, scalar> $query
     *
     * @return array<string, mixed>
     *
     * @throws RuntimeException with the server's own sentence
     */
    public function get(string $path, array $query = []): array
    {
        $url = $this->address($path).($query === [] ? '' : '?'.http_build_query($query));
        [$status, $headers, $body] = $this->ask('GET', $url, null, isset($this->kept[$url]) ? ['If-None-Match: '.$this->kept[$url][0]] : []);
        if ($status === 304) {
            return $this->kept[$url][1];
        }
        $answer = $this->read($status, $body);
        if (isset($headers['etag'])) {
            $this->kept[$url] = [$headers['etag'], $answer];
        }

        return $answer;
    }

    /**
     * All things of a list, page after page.
     *
     * @return iterable<array<string, mixed>>
     */
    public function all(string $path, string $list): iterable
    {
        for ($page = 1; ; $page++) {
            $answer = $this->get($path, ['page' => $page]);
            yield from $answer[$list];
            if ($page >= ($answer['pages'] ?? 1)) {
                return;
            }
        }
    }

    /**
     * Makes or changes a thing; sent twice it makes one.
     *
     * @param array<string, mixed> $values
     * @param int|null $edition that was read, for what is there already
     *
     * @return array<string, mixed>
     */
    public function put(string $path, array $values = [], ?int $edition = null): array
    {
        [$status, , $body] = $this->ask('PUT', $this->address($path), json_encode((object) $values, JSON_THROW_ON_ERROR), ['Content-Type: application/json', ...$edition === null ? [] : ["If-Match: \"$edition\""]]);

        return $this->read($status, $body);
    }

    public function delete(string $path): void
    {
        [$status, , $body] = $this->ask('DELETE', $this->address($path), null, []);
        $this->read($status, $body);
    }

    /** A UUID for a new thing (RFC 9562, version 4). */
    public static function uuid(): string
    {
        $bytes = random_bytes(16);
        $bytes[6] = chr(ord($bytes[6]) & 0x0F | 0x40);
        $bytes[8] = chr(ord($bytes[8]) & 0x3F | 0x80);

        return vsprintf('%s%s-%s-%s-%s-%s%s%s', str_split(bin2hex($bytes), 4));
    }

    private function address(string $path): string
    {
        return rtrim($this->server, '/').'/api/v1/'.ltrim($path, '/');
    }

    /**
     * @param list<string> $headers
     *
     * @return array{0: int, 1: array<string, string>, 2: string} status, headers, body
     */
    private function ask(string $method, string $url, ?string $body, array $headers): array
    {
        do {
            $got = [];
            $curl = curl_init($url);
            curl_setopt_array($curl, [
                CURLOPT_CUSTOMREQUEST => $method, CURLOPT_RETURNTRANSFER => true, CURLOPT_TIMEOUT => 60,
                CURLOPT_HTTPHEADER => ['Accept: application/json', ...$this->token === '' ? [] : ["Authorization: Bearer $this->token"], ...$headers],
                CURLOPT_HEADERFUNCTION => static function ($curl, string $line) use (&$got): int {
                    [$name, $value] = [...explode(':', $line, 2), ''];
                    $got[strtolower(trim($name))] = trim($value);

                    return strlen($line);
                },
            ] + ($body === null ? [] : [CURLOPT_POSTFIELDS => $body]));
            $answer = curl_exec($curl);
            if (! is_string($answer)) {
                throw new RuntimeException('The server cannot be reached: '.curl_error($curl));
            }
            $status = (int) curl_getinfo($curl, CURLINFO_RESPONSE_CODE);
            $wait = $status === 429 ? min(self::LONGEST_WAIT_SECONDS, max(1, (int) ($got['retry-after'] ?? 1))) : 0;
            sleep($wait);
        } while ($wait > 0);

        return [$status, $got, $answer];
    }

    /** @return array<string, mixed> */
    private function read(int $status, string $body): array
    {
        $answer = $body === '' ? [] : json_decode($body, true);
        if ($status >= 400) {
            throw new RuntimeException(is_array($answer) ? (string) ($answer['detail'] ?? "The server said $status.") : "The server said $status.", $status);
        }

        return is_array($answer) ? $answer : [];
    }
}
