<?php

declare(strict_types=1);

namespace App\Queries;

use Illuminate\Routing\Route;
use Illuminate\Support\Facades\Route as Routes;

/** The API as OpenAPI 3.1, read off its routes and the sentences beside them. */
final class ApiDescription
{
    public const FILE = 'docs/openapi.json';

    private const TYPES = ['svg' => 'image/svg+xml', 'jpg' => 'image/jpeg', 'csv' => 'text/csv', 'ics' => 'text/calendar', 'txt' => 'text/plain', 'zip' => 'application/zip', 'json' => 'application/json'];

    /**
     * @param array<string, string> $problems title by type
     *
     * @return array<string, mixed>
     */
    public static function of(array $problems): array
    {
        $paths = [];
        foreach (Routes::getRoutes()->getRoutes() as $route) {
            if (str_starts_with($route->uri(), 'api/')) {
                foreach (array_diff($route->methods(), ['HEAD']) as $method) {
                    $paths['/'.$route->uri()][strtolower($method)] = self::operation($route, $method);
                }
            }
        }
        ksort($paths);

        return [
            'openapi' => '3.1.0',
            'info' => ['title' => 'Marsh Trial', 'version' => '1', 'description' => 'What the interface itself uses. Things have UUIDs that whoever makes them chooses: a PUT that is sent twice makes one thing.'],
            'paths' => $paths,
            'components' => [
                'securitySchemes' => ['signIn' => ['type' => 'apiKey', 'in' => 'cookie', 'name' => (string) config('session.cookie')]],
                'schemas' => ['Problem' => [
                    'type' => 'object', 'required' => ['type', 'title', 'status', 'detail'],
                    'description' => 'RFC 9457; the sentence for a person is the detail.',
                    'properties' => [
                        'type' => ['type' => 'string', 'enum' => array_keys($problems)], 'title' => ['type' => 'string', 'enum' => array_values($problems)], 'status' => ['type' => 'integer'], 'detail' => ['type' => 'string'],
                        'errors' => ['type' => 'object', 'description' => 'sentences by field'], 'say' => ['type' => 'string', 'description' => 'field to send as true to have it done all the same'], 'existing' => ['type' => 'string', 'description' => 'UUID of what is there already'],
                    ],
                ]],
            ],
        ];
    }

    /** @return array<string, mixed> */
    private static function operation(Route $route, string $method): array
    {
        [$class, $function] = [...explode('@', $route->getActionName()), '__invoke'];
        $reflected = new \ReflectionMethod($class, $function);
        $doc = $reflected->getDocComment() ?: ($function === '__invoke' ? (new \ReflectionClass($class))->getDocComment() : '');
        $summary = trim((string) preg_replace('#^[/*\s]+|\s*\*+/.*$#', '', (string) strtok(trim((string) $doc, "/* \n"), "\n")));
        $signedIn = in_array('auth', $route->gatherMiddleware(), true);
        $type = self::TYPES[pathinfo($route->uri(), PATHINFO_EXTENSION)] ?? 'application/json';
        $changes = $method === 'PUT';

        return array_filter([
            'operationId' => lcfirst((string) preg_replace('/Controller$/', '', class_basename($class))).ucfirst(ltrim($function, '_')),
            'summary' => $summary === '' || str_starts_with($summary, '@') ? null : $summary,
            'parameters' => array_values(array_filter([
                ...array_map(static fn (string $name): array => ['name' => $name, 'in' => 'path', 'required' => true, 'schema' => ['type' => $name === 'number' ? 'integer' : 'string'] + (in_array($name, ['code', 'number'], true) ? [] : ['format' => 'uuid'])], $route->parameterNames()),
                $changes ? ['name' => 'If-Match', 'in' => 'header', 'required' => false, 'description' => 'edition that was read, for what is there already', 'schema' => ['type' => 'string']] : null,
            ])),
            'security' => $signedIn ? [['signIn' => []]] : null,
            'responses' => [
                '2XX' => ['description' => 'done'] + ($method === 'DELETE' ? [] : ['content' => [$type => new \stdClass]]),
                'default' => ['description' => 'refused, in a sentence', 'content' => ['application/problem+json' => ['schema' => ['$ref' => '#/components/schemas/Problem']]]],
            ],
        ], static fn (mixed $v): bool => $v !== null && $v !== []);
    }
}
