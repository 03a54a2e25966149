<?php

declare(strict_types=1);

namespace App\Http\Description;

use Illuminate\Routing\Route;
use Illuminate\Support\Facades\Route as Routes;

/**
 * The API as OpenAPI 3.1, read off its routes and the sentences beside them.
 *
 * @phpstan-import-type JsonSchema from AnswerSchema
 */
final class ApiDescription
{
    public const FILE = 'docs/openapi.json';

    private const TYPES = ['svg' => 'image/svg+xml', 'jpg' => 'image/jpeg', 'webp' => 'image/webp', 'csv' => 'text/csv', 'ics' => 'text/calendar', 'txt' => 'text/plain', 'zip' => 'application/zip', 'json' => 'application/json', 'png' => 'image/png', 'cgats' => 'text/plain', '{form}' => 'text/plain'];

    /**
     * @param array<string, string> $problems title by type
     * @param \Closure(string, string): (string|null) $scopeOf scope that a method and route take of a token; null: no token may
     * @param \Closure(Route): JsonSchema $rulesOf validation rules by field
     *
     * @return JsonSchema
     */
    public static function of(array $problems, \Closure $scopeOf, \Closure $rulesOf): array
    {
        $paths = [];
        $answers = new AnswerSchema;
        foreach (Routes::getRoutes()->getRoutes() as $route) {
            if (str_starts_with($route->uri(), 'api/')) {
                foreach (array_diff($route->methods(), ['HEAD']) as $method) {
                    $paths['/'.$route->uri()][strtolower($method)] = self::operation($route, $method, $scopeOf($method, substr($route->uri(), 4)), $rulesOf($route), $answers);
                }
            }
        }
        ksort($paths);
        // Two addresses of one method are told apart by what the longer one names last.
        $seen = [];
        foreach ($paths as $path => $operations) {
            foreach ($operations as $method => $operation) {
                $id = (string) $operation['operationId'];
                preg_match_all('/\{(\w+)\}/', $path, $names);
                $paths[$path][$method]['operationId'] = $seen[$id] = isset($seen[$id]) ? $id.'By'.ucfirst((string) end($names[1])) : $id;
            }
        }

        return [
            'openapi' => '3.1.0',
            'info' => ['title' => 'Marsh Trial', 'version' => '1', 'description' => 'What the interface itself uses; programs of others ask under /api/v1, which stays as it is. Things have UUIDs that whoever makes them chooses: a PUT that is sent twice makes one thing. Numbers may come as text.'],
            'paths' => $paths,
            'components' => [
                'securitySchemes' => ['signIn' => ['type' => 'apiKey', 'in' => 'cookie', 'name' => (string) config('session.cookie')], 'token' => ['type' => 'http', 'scheme' => 'bearer', 'description' => 'made on one’s own page, with the scopes that a program needs']],
                'schemas' => $answers->components() + ['Problem' => [
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

    /**
     * @param JsonSchema $rules
     *
     * @return JsonSchema
     */
    private static function operation(Route $route, string $method, ?string $scope, array $rules, AnswerSchema $answers): array
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
                ...$method === 'GET' ? RulesSchema::asked($rules) : [],
                $changes ? ['name' => 'If-Match', 'in' => 'header', 'required' => false, 'description' => 'edition that was read, for what is there already', 'schema' => ['type' => 'string']] : null,
            ])),
            'requestBody' => $method === 'GET' ? null : self::body($rules),
            'security' => $signedIn ? ($scope === null ? [['signIn' => []]] : [['signIn' => []], ['token' => [$scope]]]) : null,
            'x-scope' => $signedIn ? $scope ?? 'none' : null,
            'responses' => [
                '2XX' => ['description' => 'done'] + self::content($method, $type, $answers->of($reflected)),
                'default' => ['description' => 'refused, in a sentence', 'content' => ['application/problem+json' => ['schema' => ['$ref' => '#/components/schemas/Problem']]]],
            ],
        ], static fn (mixed $v): bool => $v !== null && $v !== []);
    }

    /**
     * @param JsonSchema|null $schema
     *
     * @return array{content?: array<string, array{schema: JsonSchema}|\stdClass>}
     */
    private static function content(string $method, string $type, ?array $schema): array
    {
        return match (true) {
            $schema !== null => ['content' => [$type => ['schema' => $schema]]],
            $method === 'DELETE' => [],
            default => ['content' => [$type => new \stdClass]],
        };
    }

    /**
     * What a request brings: fields by the rules that they are checked by, files beside them.
     *
     * @param JsonSchema $rules
     *
     * @return JsonSchema|null
     */
    private static function body(array $rules): ?array
    {
        $object = RulesSchema::of($rules);
        if (! isset($object['properties'])) {
            return null;
        }
        $hasFile = array_filter($object['properties'], static fn (mixed $p): bool => isset($p['contentMediaType'])) !== [];

        return ['required' => isset($object['required']), 'content' => [$hasFile ? 'multipart/form-data' : 'application/json' => ['schema' => $object]]];
    }
}
