<?php

declare(strict_types=1);

namespace Tests\Siege;

/** A tester at a browser: keeps cookies, sends what the interface sends, and remembers what was acknowledged. */
final class Tester
{
    private string $jar;

    /** @var list<array{table: string, uuid: string}> what the server said it keeps, oldest first */
    public array $acknowledged = [];

    public string $paper = '';

    public string $pan = '';

    public string $card = '';

    public function __construct(private readonly Fortress $at, public readonly string $email)
    {
        $this->jar = (string) tempnam(sys_get_temp_dir(), 'jar');
    }

    public const PASSWORD = 'low water at dusk';

    public function signIn(): bool
    {
        return $this->send('POST', 'session', ['email' => $this->email, 'password' => self::PASSWORD, 'stay' => true])[0] === 200;
    }

    /**
     * @param array<string, mixed>|null $body
     *
     * @return array{0: int, 1: array<string, mixed>, 2: float} status (0: no answer), body, seconds
     */
    public function send(string $method, string $path, ?array $body = null, ?string $file = null, string $field = 'picture', int $timeout = 20): array
    {
        $handle = $this->request($method, $path, $body, $file, $field, $timeout);
        $answer = (string) curl_exec($handle);

        return self::answer($handle, $answer);
    }

    /** @param array<string, mixed>|null $body */
    public function request(string $method, string $path, ?array $body = null, ?string $file = null, string $field = 'picture', int $timeout = 20): \CurlHandle
    {
        $handle = curl_init("http://127.0.0.1:{$this->at->port}/api/$path") ?: throw new \RuntimeException('curl');
        $token = preg_match('/XSRF-TOKEN\s+(\S+)/', (string) @file_get_contents($this->jar), $m) === 1 ? urldecode($m[1]) : '';
        $headers = ['Accept: application/json', "X-XSRF-TOKEN: $token"];
        if ($file !== null) {
            curl_setopt($handle, CURLOPT_POSTFIELDS, [...array_map(strval(...), $body ?? []), $field => new \CURLFile($file)]);
        } elseif ($body !== null) {
            $headers[] = 'Content-Type: application/json';
            curl_setopt($handle, CURLOPT_POSTFIELDS, json_encode($body));
        }
        curl_setopt_array($handle, [CURLOPT_CUSTOMREQUEST => $method, CURLOPT_HTTPHEADER => $headers, CURLOPT_RETURNTRANSFER => true, CURLOPT_TIMEOUT => $timeout, CURLOPT_COOKIEFILE => $this->jar, CURLOPT_COOKIEJAR => $this->jar]);

        return $handle;
    }

    /** @return array{0: int, 1: array<string, mixed>, 2: float} */
    public static function answer(\CurlHandle $handle, string $answer): array
    {
        $status = (int) curl_getinfo($handle, CURLINFO_RESPONSE_CODE);
        // A body that was cut off is no answer.
        $whole = curl_errno($handle) === 0;

        return [$whole ? $status : 0, (array) json_decode($answer, true), (float) curl_getinfo($handle, CURLINFO_TOTAL_TIME)];
    }

    /** @param array<string, mixed> $body */
    public function put(string $table, string $path, string $uuid, array $body): int
    {
        [$status] = $this->send('PUT', "$path/$uuid", $body);
        if ($status >= 200 && $status < 300) {
            $this->acknowledged[] = ['table' => $table, 'uuid' => $uuid];
        }

        return $status;
    }

    /** A paint with a pan, a paper and a card, to work on. */
    public function settle(): void
    {
        [$this->paper, $this->pan, $this->card] = [self::uuid(), self::uuid(), self::uuid()];
        $this->put('papers', 'papers', $this->paper, ['maker' => 'Fleet Mill', 'fibre' => 'cotton', 'surface' => 'cold-pressed']);
        $this->put('paints', 'paints', self::uuid(), ['makerName' => 'Withy Colours', 'colourName' => 'Paint of '.$this->email, 'pigments' => 'PB28', 'another' => true, 'pan' => ['uuid' => $this->pan, 'form' => 'pan']]);
        $this->put('cards', 'cards', $this->card, ['kind' => 'property', 'title' => 'Card of '.$this->email, 'paperUuid' => $this->paper, 'side' => 'felt side', 'pans' => [$this->pan]]);
    }

    public static function uuid(): string
    {
        $b = bin2hex(random_bytes(16));

        return sprintf('%s-%s-4%s-8%s-%s', substr($b, 0, 8), substr($b, 8, 4), substr($b, 13, 3), substr($b, 17, 3), substr($b, 20));
    }
}
