<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Http\Description\ApiDescription;
use Illuminate\Http\UploadedFile;
use Illuminate\Routing\Route;
use Illuminate\Testing\TestResponse;
use Opis\JsonSchema\Errors\ErrorFormatter;
use Opis\JsonSchema\Validator;

/** Holds every body that a route took against what the description says it takes. */
trait SendsWhatIsDescribed
{
    /** @var array<string, array<string, mixed>>|null operations by path and method */
    private static ?array $described = null;

    /**
     * @param string $method
     * @param string $uri
     * @param array<array-key, mixed> $data
     * @param array<string, string> $headers
     * @param int $options
     *
     * @return TestResponse<\Symfony\Component\HttpFoundation\Response>
     */
    public function json($method, $uri, array $data = [], array $headers = [], $options = 0)
    {
        $answer = parent::json($method, $uri, $data, $headers, $options);
        $route = $answer->baseRequest?->route();
        if ($data !== [] && $answer->isSuccessful() && $route instanceof Route && $method !== 'GET' && ! self::holdsFiles($data)) {
            self::$described ??= json_decode((string) file_get_contents(base_path(ApiDescription::FILE)), true, flags: JSON_THROW_ON_ERROR)['paths'];
            $body = self::$described['/'.$route->uri()][strtolower($method)]['requestBody']['content']['application/json']['schema'] ?? null;
            if ($body !== null) {
                $result = (new Validator)->setMaxErrors(20)->validate(json_decode((string) json_encode(self::numbers($data, $body))), (object) json_decode((string) json_encode($body)));
                $error = $result->error();
                self::assertTrue($result->isValid(), "$method {$route->uri()} took what its description refuses: ".($error === null ? '' : json_encode((new ErrorFormatter)->format($error)).' '.json_encode($data)));
            } else {
                self::assertArrayHasKey(strtolower($method), self::$described['/'.$route->uri()] ?? []);
            }
        }

        return $answer;
    }

    /** @param array<array-key, mixed> $data */
    private static function holdsFiles(array $data): bool
    {
        return array_filter($data, static fn (mixed $v): bool => $v instanceof UploadedFile || (is_array($v) && self::holdsFiles($v))) !== [];
    }

    /**
     * Numbers may come as text, the description says of all of them.
     *
     * @param array<string, mixed> $schema
     */
    private static function numbers(mixed $value, array $schema): mixed
    {
        if (is_array($value)) {
            foreach ($value as $key => $v) {
                $value[$key] = self::numbers($v, $schema['properties'][$key] ?? $schema['items'] ?? []);
            }

            return $value;
        }

        return is_string($value) && is_numeric($value) && array_intersect((array) ($schema['type'] ?? []), ['number', 'integer']) !== [] ? 0 + $value : $value;
    }
}
