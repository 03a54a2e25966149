<?php

declare(strict_types=1);

namespace App\Http\Description;

/**
 * The views of the API's description as types of the interface's language.
 *
 * @phpstan-import-type JsonSchema from AnswerSchema
 */
final class InterfaceTypes
{
    public const FILE = 'resources/js/api/schema.ts';

    /** @param JsonSchema $description OpenAPI 3.1 */
    public static function of(array $description): string
    {
        $out = "// Written by \"php artisan api:describe\" from the views of the server. Not changed by hand.\n";
        foreach ($description['components']['schemas'] as $name => $schema) {
            $said = self::comment($schema['description'] ?? null, '');
            $out .= "\n$said".(isset($schema['properties']) ? "export interface $name {\n".self::fields($schema, '    ')."}\n" : "export type $name = ".self::type((array) $schema, '').";\n");
        }

        return $out;
    }

    /** @param JsonSchema $object */
    private static function fields(array $object, string $indent): string
    {
        $out = '';
        foreach ($object['properties'] as $name => $schema) {
            $optional = in_array($name, $object['required'] ?? [], true) ? '' : '?';
            $key = preg_match('/^[A-Za-z_]\w*$/', (string) $name) === 1 ? $name : "'$name'";
            $out .= self::comment($schema['description'] ?? null, $indent)."$indent$key$optional: ".self::type((array) $schema, $indent).";\n";
        }

        return $out;
    }

    /** @param JsonSchema $schema */
    private static function type(array $schema, string $indent): string
    {
        if (isset($schema['$ref'])) {
            return substr((string) strrchr((string) $schema['$ref'], '/'), 1);
        }
        if (isset($schema['enum'])) {
            return implode(' | ', array_map(static fn (mixed $v): string => $v === null ? 'null' : (is_string($v) ? "'".addslashes($v)."'" : (string) $v), $schema['enum']));
        }
        if (isset($schema['anyOf'])) {
            return implode(' | ', array_map(static fn (array $s): string => self::type($s, $indent), $schema['anyOf']));
        }
        $types = (array) ($schema['type'] ?? ['unknown']);
        if (in_array('object', $types, true)) {
            // What may be written as either is read as what stands first.
            $types = array_values(array_diff($types, [$types[0] === 'array' ? 'object' : 'array']));
        }

        return implode(' | ', array_map(static fn (string $type): string => match ($type) {
            'integer', 'number' => 'number',
            'array' => self::list($schema, $indent),
            'object' => isset($schema['properties']) ? "{\n".self::fields($schema, "$indent    ")."$indent}" : 'Record<string, '.self::type((array) ($schema['additionalProperties'] ?? []), $indent).'>',
            default => $type,
        }, $types));
    }

    /** @param JsonSchema $schema */
    private static function list(array $schema, string $indent): string
    {
        if (isset($schema['prefixItems'])) {
            return '['.implode(', ', array_map(static fn (array $s): string => self::type($s, $indent), $schema['prefixItems'])).']';
        }
        if (! isset($schema['items'])) {
            return 'never[]';
        }
        $of = self::type((array) $schema['items'], $indent);

        return str_contains($of, ' | ') ? "($of)[]" : "{$of}[]";
    }

    private static function comment(?string $said, string $indent): string
    {
        return $said === null ? '' : "$indent/** $said */\n";
    }
}
