<?php

declare(strict_types=1);

namespace App\Http\Description;

use Illuminate\Validation\Rules\Enum;
use Illuminate\Validation\Rules\In;

/**
 * Validation rules as the JSON Schema of what passes them, as far as a schema can say it.
 *
 * @phpstan-import-type JsonSchema from AnswerSchema
 */
final class RulesSchema
{
    private const TYPES = ['string' => 'string', 'integer' => 'integer', 'numeric' => 'number', 'boolean' => 'boolean', 'array' => 'array', 'uuid' => 'string', 'email' => 'string', 'date_format' => 'string', 'date' => 'string', 'timezone' => 'string', 'url' => 'string', 'alpha_dash' => 'string', 'digits' => 'string', 'regex' => 'string'];

    private const FORMATS = ['uuid' => 'uuid', 'email' => 'idn-email', 'date_format' => 'date', 'url' => 'uri'];

    /**
     * @param JsonSchema $rules by field, with dots and asterisks for what lies within
     *
     * @return JsonSchema of the object
     */
    public static function of(array $rules): array
    {
        ksort($rules);
        $tree = [];
        foreach ($rules as $field => $rule) {
            $at = &$tree;
            foreach (explode('.', (string) $field) as $step) {
                $at = &$at['of'][$step];
            }
            $at['rules'] = self::parts($rule);
            unset($at);
        }

        return $rules === [] ? [] : self::node($tree);
    }

    /**
     * Fields of an address: each with whether it has to be there.
     *
     * @param JsonSchema $rules
     *
     * @return list<array{name: string, in: string, required: bool, schema: JsonSchema}>
     */
    public static function asked(array $rules): array
    {
        $object = self::of($rules);

        return array_map(static fn (string $name, array $schema): array => ['name' => $name, 'in' => 'query', 'required' => in_array($name, $object['required'] ?? [], true), 'schema' => $schema], array_keys((array) ($object['properties'] ?? [])), array_values((array) ($object['properties'] ?? [])));
    }

    /**
     * @param JsonSchema $tree
     *
     * @return JsonSchema
     */
    private static function node(array $tree): array
    {
        $schema = self::leaf($tree['rules'] ?? []);
        $within = $tree['of'] ?? [];
        if (isset($within['*'])) {
            $each = self::node($within['*']);

            return ['type' => $schema['type'] ?? ['array', 'object'], 'items' => $each, 'additionalProperties' => $each] + $schema;
        }
        if ($within !== []) {
            $required = array_keys(array_filter($within, static fn (array $n): bool => array_intersect(['required', 'present'], array_column($n['rules'] ?? [], 0)) !== [] && ! in_array('sometimes', array_column($n['rules'], 0), true)));

            return array_filter(['type' => isset($tree['rules']) && in_array('null', (array) ($schema['type'] ?? []), true) ? ['object', 'null'] : 'object', 'required' => $required, 'properties' => array_map(self::node(...), $within)], static fn (mixed $v): bool => $v !== []);
        }

        return $schema;
    }

    /**
     * @param list<array{0: string, 1: mixed}> $rules
     *
     * @return JsonSchema
     */
    private static function leaf(array $rules): array
    {
        $said = array_column($rules, 1, 0);
        $type = null;
        foreach (self::TYPES as $rule => $of) {
            $type ??= array_key_exists($rule, $said) ? $of : null;
        }
        $schema = [];
        foreach ($said as $rule => $with) {
            $limits = array_map(static fn (string $v): int|float => is_numeric($v) ? 0 + $v : 0, explode(',', is_string($with) ? $with : ''));
            [$least, $most] = match ($type) {
                'string' => ['minLength', 'maxLength'], 'array' => ['minItems', 'maxItems'], default => ['minimum', 'maximum'],
            };
            $schema += match ($rule) {
                'min' => [$least => $limits[0]], 'max' => [$most => $limits[0]], 'size' => [$least => $limits[0], $most => $limits[0]],
                'between' => [$least => $limits[0], $most => $limits[1]],
                'in' => ['enum' => is_array($with) ? $with : explode(',', (string) $with)],
                'distinct' => [],
                'required_with' => ['description' => "with $with"], 'required_without_all' => ['description' => 'unless '.str_replace(',', ' or ', (string) $with).' is given'],
                default => isset(self::FORMATS[$rule]) ? ['format' => self::FORMATS[$rule]] : [],
            };
        }
        if (array_key_exists('required', $said)) {
            // A blank is not there.
            $schema += match ($type) {
                'string' => isset($schema['format']) ? [] : ['minLength' => 1], 'array' => ['minItems' => 1], default => [],
            };
        }
        if (isset($schema['enum']) && $type !== 'string' && array_filter($schema['enum'], is_numeric(...)) === $schema['enum']) {
            $type = 'number';
            $schema['enum'] = array_map(static fn (int|string $v): int|float => 0 + $v, $schema['enum']);
        }
        $type ??= isset($schema['enum']) ? 'string' : null;
        if (array_key_exists('file', $said)) {
            return ['type' => 'string', 'contentMediaType' => 'application/octet-stream'];
        }
        if (array_key_exists('nullable', $said)) {
            $schema = isset($schema['enum']) ? ['enum' => [...$schema['enum'], null]] + $schema : $schema;
            $type = $type === null ? null : [$type, 'null'];
        }
        // What lies in a list may have keys of its own.
        if (in_array('array', (array) $type, true)) {
            $type = [...(array) $type, 'object'];
        }

        // No schema at all would be written as a list.
        return ($type === null ? [] : ['type' => $type]) + $schema ?: ['description' => 'anything'];
    }

    /** @return list<array{0: string, 1: mixed}> name of each rule with what it is given */
    private static function parts(mixed $rule): array
    {
        $out = [];
        foreach (is_array($rule) ? $rule : explode('|', (string) $rule) as $part) {
            $out[] = match (true) {
                $part instanceof In => ['in', array_map(static fn (string $v): string => str_replace('""', '"', trim($v, '"')), str_getcsv(substr((string) $part, 3)))],
                $part instanceof Enum => ['in', self::cases($part)],
                is_string($part) => [...explode(':', $part, 2), null],
                default => ['else', null],
            };
        }

        return array_map(static fn (array $p): array => [(string) $p[0], $p[1]], $out);
    }

    /** @return list<int|string> */
    private static function cases(Enum $rule): array
    {
        $type = (new \ReflectionProperty($rule, 'type'))->getValue($rule);

        return array_map(static fn (\BackedEnum $case): int|string => $case->value, $type::cases());
    }
}
