<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Http\Description\ApiDescription;
use Illuminate\Http\UploadedFile;
use Illuminate\Routing\Route;
use Illuminate\Testing\TestResponse;
use Opis\JsonSchema\Errors\ErrorFormatter;
use Opis\JsonSchema\Validator;

/** Holds every body that a route took, and every answer, against what the description says. */
trait SendsWhatIsDescribed
{
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
        if ($route instanceof Route && $answer->isSuccessful()) {
            self::assertSame([], self::unlikeDescribed($route, $method, $answer), "$method {$route->uri()} answered what its description does not tell");
        }
        if ($data !== [] && $answer->isSuccessful() && $route instanceof Route && $method !== 'GET' && ! self::holdsFiles($data)) {
            $body = self::described()['paths']['/'.$route->uri()][strtolower($method)]['requestBody']['content']['application/json']['schema'] ?? null;
            if ($body !== null) {
                $result = (new Validator)->setMaxErrors(20)->validate(json_decode((string) json_encode(self::numbers($data, $body))), (object) json_decode((string) json_encode($body)));
                $error = $result->error();
                self::assertTrue($result->isValid(), "$method {$route->uri()} took what its description refuses: ".($error === null ? '' : json_encode((new ErrorFormatter)->format($error)).' '.json_encode($data)));
            } else {
                self::assertArrayHasKey(strtolower($method), self::described()['paths']['/'.$route->uri()] ?? []);
            }
        }

        return $answer;
    }

    /** @return array<string, mixed> OpenAPI 3.1 */
    private static function described(): array
    {
        static $kept;

        return $kept ??= json_decode((string) file_get_contents(base_path(ApiDescription::FILE)), true, flags: JSON_THROW_ON_ERROR);
    }

    /**
     * @param TestResponse<\Symfony\Component\HttpFoundation\Response> $answer
     *
     * @return array<string, list<string>> sentences by place
     */
    private static function unlikeDescribed(Route $route, string $method, TestResponse $answer): array
    {
        static $schemas = [];
        $content = (string) $answer->getContent();
        $schema = self::described()['paths']['/'.$route->uri()][strtolower($method)]['responses']['2XX']['content']['application/json']['schema'] ?? null;
        if ($schema === null || $content === '' || $content === 'null' || ! str_starts_with((string) $answer->headers->get('Content-Type'), 'application/json')) {
            return [];
        }
        $whole = $schemas["$method {$route->uri()}"] ??= json_decode((string) json_encode(['allOf' => [$schema], 'components' => self::described()['components']]));
        $error = (new Validator)->setMaxErrors(4)->validate(json_decode($content), $whole)->error();

        return $error === null ? [] : (new ErrorFormatter)->format($error);
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
