<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Http\Description\AnswerSchema;
use App\Http\Description\InterfaceTypes;
use App\Http\JsonResponse;
use MarshTrial\Core\Card\CardKind;
use PHPUnit\Framework\TestCase;

/**
 * Declared types as JSON Schema, and as types of the interface.
 *
 * @phpstan-type Wash array{depth: float, words: list<string>, next?: array{depth: float}|null}
 */
final class AnswerSchemaTest extends TestCase
{
    /** @return JsonResponse<array{n: int, name: string|null, kind: CardKind, state: 'open'|'done'|null, any: mixed}> */
    public static function plain(): JsonResponse
    {
        return new JsonResponse;
    }

    /** @return JsonResponse<array{pair: array{float, float}, by: array<string, int>|\stdClass, rows: array<int, string>, none: array{}, either: Wash|list<int>}> */
    public static function nested(): JsonResponse
    {
        return new JsonResponse;
    }

    public static function untold(): void {}

    public function testPlainFields(): void
    {
        $schema = self::of('plain');
        self::assertSame(['n', 'name', 'kind', 'state', 'any'], $schema['required']);
        self::assertFalse($schema['additionalProperties']);
        self::assertSame(['type' => 'integer'], $schema['properties']['n']);
        self::assertSame(['type' => ['string', 'null']], $schema['properties']['name']);
        self::assertSame(array_column(CardKind::cases(), 'value'), $schema['properties']['kind']['enum']);
        self::assertSame(['open', 'done', null], $schema['properties']['state']['enum']);
        self::assertSame(['string', 'null'], $schema['properties']['state']['type']);
        self::assertArrayNotHasKey('type', $schema['properties']['any']);
    }

    public function testShapesListsAndMaps(): void
    {
        $answers = new AnswerSchema;
        $fields = self::of('nested', $answers)['properties'];
        self::assertSame([['type' => 'number'], ['type' => 'number']], $fields['pair']['prefixItems']);
        // An empty map is an object here and a list there; numbers as keys are mostly a list.
        self::assertSame(['object', 'array'], $fields['by']['type']);
        self::assertSame(['array', 'object'], $fields['rows']['type']);
        self::assertSame(['type' => 'array', 'maxItems' => 0], $fields['none']);
        self::assertSame(['$ref' => '#/components/schemas/Wash'], $fields['either']['anyOf'][0]);
        $wash = $answers->components()['Wash'];
        self::assertSame(['depth', 'words'], $wash['required']);
        self::assertSame(['object', 'null'], $wash['properties']['next']['type']);
    }

    public function testAnAnswerThatIsNotDeclaredHasNoSchema(): void
    {
        self::assertNull((new AnswerSchema)->of(new \ReflectionMethod(self::class, 'untold')));
    }

    public function testTwoShapesOfOneNameAreRefused(): void
    {
        $answers = new AnswerSchema;
        self::of('nested', $answers);
        $this->expectExceptionMessage('go by the name Wash');
        $answers->of(new \ReflectionMethod(AnotherWash::class, 'wash'));
    }

    public function testTypesOfTheInterface(): void
    {
        $answers = new AnswerSchema;
        $nested = self::of('nested', $answers);
        $written = InterfaceTypes::of(['components' => ['schemas' => $answers->components() + ['Nested' => $nested, 'Plain' => self::of('plain')]]]);
        foreach (['export interface Wash {', 'next?: {', 'words: string[];', 'pair: [number, number];', 'by: Record<string, number>;', 'rows: string[];', 'either: Wash | number[];', "state: 'open' | 'done' | null;", 'any: unknown;', 'name: string | null;'] as $line) {
            self::assertStringContainsString($line, $written);
        }
    }

    /** @return array<string, mixed> */
    private static function of(string $method, AnswerSchema $answers = new AnswerSchema): array
    {
        return $answers->of(new \ReflectionMethod(self::class, $method)) ?? self::fail("$method has no schema.");
    }
}

/** @phpstan-type Wash array{words: string} */
final class AnotherWash
{
    /** @return JsonResponse<Wash> */
    public static function wash(): JsonResponse
    {
        return new JsonResponse(['words' => '']);
    }
}
