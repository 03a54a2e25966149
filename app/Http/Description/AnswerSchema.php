<?php

declare(strict_types=1);

namespace App\Http\Description;

use App\Http\JsonResponse;
use PHPStan\PhpDocParser\Ast\ConstExpr\ConstExprIntegerNode;
use PHPStan\PhpDocParser\Ast\ConstExpr\ConstExprStringNode;
use PHPStan\PhpDocParser\Ast\PhpDoc\PhpDocNode;
use PHPStan\PhpDocParser\Ast\Type\ArrayShapeNode;
use PHPStan\PhpDocParser\Ast\Type\ArrayTypeNode;
use PHPStan\PhpDocParser\Ast\Type\ConstTypeNode;
use PHPStan\PhpDocParser\Ast\Type\GenericTypeNode;
use PHPStan\PhpDocParser\Ast\Type\IdentifierTypeNode;
use PHPStan\PhpDocParser\Ast\Type\NullableTypeNode;
use PHPStan\PhpDocParser\Ast\Type\TypeNode;
use PHPStan\PhpDocParser\Ast\Type\UnionTypeNode;
use PHPStan\PhpDocParser\Lexer\Lexer;
use PHPStan\PhpDocParser\Parser\ConstExprParser;
use PHPStan\PhpDocParser\Parser\PhpDocParser;
use PHPStan\PhpDocParser\Parser\TokenIterator;
use PHPStan\PhpDocParser\Parser\TypeParser;
use PHPStan\PhpDocParser\ParserConfig;

/**
 * What a route answers, as JSON Schema: read off the type that its method returns, `JsonResponse<T>`, and off the shapes that T names
 * (`@phpstan-type`). PHPStan checks the code against the same types.
 *
 * @phpstan-type JsonSchema array<string, mixed>
 */
final class AnswerSchema
{
    private const SCALARS = ['string' => 'string', 'int' => 'integer', 'float' => 'number', 'bool' => 'boolean', 'null' => 'null'];

    /** No schema at all would be written as a list. */
    private const ANYTHING = ['description' => 'anything'];

    /** @var array<string, JsonSchema> schemas of the shapes met so far, by their names */
    private array $components = [];

    /** @var array<string, class-string> class that each of them is written in */
    private array $writtenIn = [];

    /** @var array<string, PhpDocNode> comments read so far, by their text */
    private array $read = [];

    private readonly Lexer $lexer;

    private readonly PhpDocParser $docs;

    public function __construct()
    {
        $config = new ParserConfig([]);
        $this->lexer = new Lexer($config);
        $constants = new ConstExprParser($config);
        $this->docs = new PhpDocParser($config, new TypeParser($config, $constants), $constants);
    }

    /** @return JsonSchema|null schema of what a method answers; null when it does not say */
    public function of(\ReflectionMethod $method): ?array
    {
        foreach ($this->doc($method->getDocComment())?->getReturnTagValues() ?? [] as $tag) {
            $type = $tag->type;
            if ($type instanceof GenericTypeNode && $this->resolve($type->type->name, $method->getDeclaringClass()) === JsonResponse::class) {
                return $this->schema($type->genericTypes[0], $method->getDeclaringClass());
            }
        }

        return null;
    }

    /** @return array<string, JsonSchema> */
    public function components(): array
    {
        ksort($this->components);

        return $this->components;
    }

    /**
     * @param \ReflectionClass<object> $at where the type is written
     *
     * @return JsonSchema
     */
    private function schema(TypeNode $type, \ReflectionClass $at): array
    {
        return match (true) {
            $type instanceof NullableTypeNode => self::orNull($this->schema($type->type, $at)),
            $type instanceof UnionTypeNode => $this->union($type, $at),
            $type instanceof ArrayTypeNode => ['type' => 'array', 'items' => $this->schema($type->type, $at)],
            $type instanceof ArrayShapeNode => $this->shape($type, $at),
            $type instanceof GenericTypeNode => $this->listOrMap($type, $at),
            $type instanceof ConstTypeNode && $type->constExpr instanceof ConstExprStringNode => self::oneOf([$type->constExpr->value]),
            $type instanceof IdentifierTypeNode => $this->named($type->name, $at),
            default => throw new \LogicException("No schema is known for the type $type in {$at->getName()}."),
        };
    }

    /**
     * @param \ReflectionClass<object> $at
     *
     * @return JsonSchema
     */
    private function named(string $name, \ReflectionClass $at): array
    {
        if (isset(self::SCALARS[$name])) {
            return ['type' => self::SCALARS[$name]];
        }
        if ($name === 'mixed') {
            return self::ANYTHING;
        }
        $alias = $this->alias($name, $at);
        if ($alias !== null) {
            return $this->aliased($name, ...$alias);
        }
        $class = $this->resolve($name, $at);
        if ($class === \stdClass::class || $name === 'object') {
            return ['type' => 'object'];
        }
        if (is_subclass_of($class, \BackedEnum::class)) {
            return self::oneOf(array_column($class::cases(), 'value'));
        }

        throw new \LogicException("$name is no scalar, enum or shape; it is named in {$at->getName()}.");
    }

    /**
     * @param list<int|string> $values
     *
     * @return JsonSchema
     */
    private static function oneOf(array $values): array
    {
        return ['type' => is_int($values[0]) ? 'integer' : 'string', 'enum' => $values];
    }

    /**
     * A shape that goes by a name: written in the class itself, or taken over from another.
     *
     * @param \ReflectionClass<object> $at
     *
     * @return array{0: TypeNode, 1: \ReflectionClass<object>}|null what stands behind the name, and where it is written
     */
    private function alias(string $name, \ReflectionClass $at): ?array
    {
        $doc = $this->doc($at->getDocComment());
        foreach ($doc?->getTypeAliasTagValues() ?? [] as $tag) {
            if ($tag->alias === $name) {
                return [$tag->type, $at];
            }
        }
        foreach ($doc?->getTypeAliasImportTagValues() ?? [] as $tag) {
            if (($tag->importedAs ?? $tag->importedAlias) === $name) {
                /** @var class-string $from */
                $from = $this->resolve($tag->importedFrom->name, $at);

                return $this->alias($tag->importedAlias, new \ReflectionClass($from));
            }
        }

        return null;
    }

    /**
     * @param \ReflectionClass<object> $at
     *
     * @return array{'$ref': string}
     */
    private function aliased(string $name, TypeNode $type, \ReflectionClass $at): array
    {
        $here = $this->writtenIn[$name] ??= $at->getName();
        if ($here !== $at->getName()) {
            throw new \LogicException("Two shapes go by the name $name: in $here and in {$at->getName()}. One schema would stand for both.");
        }
        $this->components[$name] ??= $this->schema($type, $at);

        return ['$ref' => "#/components/schemas/$name"];
    }

    /**
     * @param \ReflectionClass<object> $at
     *
     * @return JsonSchema
     */
    private function shape(ArrayShapeNode $shape, \ReflectionClass $at): array
    {
        $properties = $required = $places = [];
        foreach ($shape->items as $item) {
            $schema = $this->schema($item->valueType, $at);
            if ($item->keyName === null || $item->keyName instanceof ConstExprIntegerNode) {
                $places[] = $schema;
                continue;
            }
            $key = trim((string) $item->keyName, '\'"');
            $properties[$key] = $schema;
            $item->optional || $required[] = $key;
        }

        if ($shape->items === []) {
            return ['type' => 'array', 'maxItems' => 0];
        }

        return $places !== []
            ? ['type' => 'array', 'prefixItems' => $places, 'items' => false, 'minItems' => count($places)]
            : array_filter(
                ['type' => 'object', 'required' => $required, 'properties' => $properties, 'additionalProperties' => false],
                static fn (mixed $v): bool => $v !== [],
            );
    }

    /**
     * @param \ReflectionClass<object> $at
     *
     * @return JsonSchema
     */
    private function listOrMap(GenericTypeNode $type, \ReflectionClass $at): array
    {
        $of = array_map(fn (TypeNode $t): array => $this->schema($t, $at), $type->genericTypes);

        return match ($type->type->name) {
            'list', 'non-empty-list' => ['type' => 'array', 'items' => $of[0]],
            // Rows that kept their numbers are written as a list when none is missing, as a map else.
            'array' => self::ofArray($type->genericTypes, $of),
            '\\Illuminate\\Support\\Collection', 'Collection' => ['type' => 'array', 'items' => end($of)],
            'int' => ['type' => 'integer'],
            default => throw new \LogicException("No schema is known for the type $type in {$at->getName()}."),
        };
    }

    /**
     * @param list<TypeNode> $types of key and value, or of the value alone
     * @param list<JsonSchema> $of their schemas
     *
     * @return JsonSchema
     */
    private static function ofArray(array $types, array $of): array
    {
        if (count($of) === 1) {
            return ['type' => 'array', 'items' => $of[0]];
        }

        // PHP writes a map without anything in it, and one with the numbers 0, 1, 2, as a list.
        return (string) $types[0] === 'int' ? ['type' => ['array', 'object'], 'items' => $of[1], 'additionalProperties' => $of[1]] : ['type' => ['object', 'array'], 'additionalProperties' => $of[1], 'items' => $of[1]];
    }

    /**
     * @param \ReflectionClass<object> $at
     *
     * @return JsonSchema
     */
    private function union(UnionTypeNode $type, \ReflectionClass $at): array
    {
        $of = array_map(fn (TypeNode $t): array => $this->schema($t, $at), $type->types);
        $isNull = static fn (array $schema): bool => $schema === ['type' => 'null'];
        $others = array_values(array_filter($of, static fn (array $s): bool => ! $isNull($s)));
        // An empty map that is written as an object is still such a map.
        $isMap = static fn (array $s): bool => isset($s['additionalProperties']) && $s['additionalProperties'] !== false;
        if (array_filter($others, $isMap) !== []) {
            $others = array_values(array_filter($others, static fn (array $s): bool => $s !== ['type' => 'object']));
        }
        if (array_filter($others, static fn (array $s): bool => isset($s['enum'])) === $others) {
            $one = ['type' => $others[0]['type'], 'enum' => array_merge(...array_column($others, 'enum'))];
        } else {
            $one = count($others) === 1 ? $others[0] : ['anyOf' => $others];
        }

        return array_filter($of, $isNull) !== [] ? self::orNull($one) : $one;
    }

    /**
     * @param JsonSchema $schema
     *
     * @return JsonSchema
     */
    private static function orNull(array $schema): array
    {
        if (isset($schema['enum'])) {
            return ['type' => [...(array) $schema['type'], 'null'], 'enum' => [...$schema['enum'], null]] + $schema;
        }

        return match (true) {
            $schema === self::ANYTHING => $schema,
            isset($schema['type']) => ['type' => [...(array) $schema['type'], 'null']] + $schema,
            default => ['anyOf' => [...$schema['anyOf'] ?? [$schema], ['type' => 'null']]],
        };
    }

    private function doc(string|false $comment): ?PhpDocNode
    {
        return $comment === false ? null : $this->read[$comment] ??= $this->docs->parse(new TokenIterator($this->lexer->tokenize($comment)));
    }

    /** @param \ReflectionClass<object> $at */
    private function resolve(string $name, \ReflectionClass $at): string
    {
        if ($name[0] === '\\') {
            return substr($name, 1);
        }

        return match ($name) {
            'self', 'static' => $at->getName(),
            default => self::imports($at)[$name] ?? $at->getNamespaceName()."\\$name",
        };
    }

    /**
     * @param \ReflectionClass<object> $class
     *
     * @return array<string, string> full name by the name it goes by in the class's file
     */
    private static function imports(\ReflectionClass $class): array
    {
        static $kept = [];
        $file = (string) $class->getFileName();
        if (! isset($kept[$file])) {
            $kept[$file] = [];
            $tokens = array_values(array_filter(\PhpToken::tokenize((string) file_get_contents($file)), static fn (\PhpToken $t): bool => ! $t->isIgnorable()));
            foreach ($tokens as $i => $token) {
                if ($token->is(T_CLASS)) {
                    break;
                }
                if ($token->is(T_USE) && $tokens[$i + 1]->is([T_NAME_QUALIFIED, T_STRING])) {
                    $name = $tokens[$i + 1]->text;
                    $alias = $tokens[$i + 2]->is(T_AS) ? $tokens[$i + 3]->text : substr((string) strrchr("\\$name", '\\'), 1);
                    $kept[$file][$alias] = $name;
                }
            }
        }

        return $kept[$file];
    }
}
