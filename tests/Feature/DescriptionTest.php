<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Http\Description\RequestRules;
use App\Http\Description\RulesSchema;
use Illuminate\Routing\Route;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Gate;
use Illuminate\Support\Facades\Route as Routes;
use Illuminate\Support\Facades\Validator;
use Illuminate\Validation\Rule;
use MarshTrial\Core\Rating\Property;
use Opis\JsonSchema\Validator as SchemaValidator;
use PHPUnit\Framework\Attributes\DataProvider;

/** What the description says of a request is what the rules let pass. */
final class DescriptionTest extends FeatureTestCase
{
    private const VALUES = [null, true, false, 0, 1, 2, 3, 5.5, 101, -1, '', 'a', 'ab', 'abc', 'abcd', 'staining', 'CC0-1.0', '6b1d12e0-0190-4000-8000-000000305570', 'tamsin@saltern-reach.example', '2026-02-03', '2026-02-31', [], ['a'], ['a', 'b'], ['a', 'b', 'c'], [1, 2], [2, 3], [null]];

    /** @return iterable<string, array{array<string, mixed>}> */
    public static function rules(): iterable
    {
        foreach (['required|string|max:3', 'nullable|string|max:3', 'string|between:2,3', 'required|integer|min:1|max:5', 'nullable|numeric|between:0.5,101', 'nullable|boolean', 'required|boolean', 'required|uuid', 'nullable|date_format:Y-m-d', 'nullable|email', 'nullable|in:a,b', 'required|array|min:1|max:2', 'present|array|max:2', 'sometimes|required|string|max:2', 'required|array|size:2'] as $rule) {
            yield $rule => [['x' => $rule]];
        }
        yield 'one of a list' => [['x' => ['nullable', Rule::in(['ab', 'CC0-1.0', 'with, comma', 'with "quotes"'])]]];
        yield 'one of an enumeration' => [['x' => ['required', Rule::enum(Property::class)]]];
        yield 'one of some numbers' => [['x' => ['required', Rule::in([3, 101])]]];
        yield 'a list of short words' => [['x' => 'nullable|array', 'x.*' => 'required|string|max:1']];
        yield 'a list of numbers' => [['x' => 'required|array|max:2', 'x.*' => 'integer|min:2']];
    }

    /** @param array<string, mixed> $rules */
    #[DataProvider('rules')]
    public function testASchemaLetsPassWhatTheRulesDo(array $rules): void
    {
        $schema = (object) json_decode((string) json_encode(RulesSchema::of($rules)));
        $agreed = [];
        foreach ([[], ...array_map(static fn (mixed $v): array => ['x' => $v], self::VALUES)] as $body) {
            $value = $body['x'] ?? null;
            $said = json_encode($body);
            $byRules = Validator::make($body, $rules)->passes();
            $bySchema = (new SchemaValidator)->validate((object) json_decode((string) json_encode((object) $body)), $schema)->isValid();
            // Rules pass over blanks that are not asked for, take a bare 0 or 1 for a truth value and the other way about; a schema does not say that.
            $lax = $value === '' || $value === [] || (str_contains((string) json_encode($rules), 'boolean') && in_array($value, [0, 1], true)) || (str_contains((string) json_encode($rules), 'integer') && $value === true) || ! array_key_exists('x', $body);
            if ($lax && $byRules && ! $bySchema) {
                continue;
            }
            // A day of a form is of the form; whether there is such a day, only the rules know.
            if ($value === '2026-02-31' || (is_string($value) && is_numeric($value))) {
                continue;
            }
            self::assertSame($byRules, $bySchema, "$said: the rules say ".($byRules ? 'yes' : 'no'));
            $agreed[(string) $byRules] = true;
        }
        self::assertCount(2, $agreed, 'Something passed, and something did not.');
    }

    public function testWhatLiesWithinIsDescribedWithin(): void
    {
        $schema = RulesSchema::of(['pan' => 'nullable|array', 'pan.form' => 'required_with:pan|string', 'pan.got.on' => 'required|date_format:Y-m-d', 'rows' => 'required|array|max:6', 'rows.*.pan' => 'required|uuid', 'rows.*.note' => 'nullable|string|max:20']);
        self::assertSame(['rows'], $schema['required']);
        self::assertSame(['object', 'null'], $schema['properties']['pan']['type']);
        self::assertSame('with pan', $schema['properties']['pan']['properties']['form']['description']);
        self::assertSame(['on'], $schema['properties']['pan']['properties']['got']['required']);
        self::assertSame(['array', 'object'], $schema['properties']['rows']['type']);
        self::assertSame(['type' => 'object', 'required' => ['pan'], 'properties' => ['note' => ['type' => ['string', 'null'], 'maxLength' => 20], 'pan' => ['type' => 'string', 'format' => 'uuid']]], $schema['properties']['rows']['items']);
        self::assertSame([['name' => 'a', 'in' => 'query', 'required' => true, 'schema' => ['type' => 'string', 'format' => 'uuid']]], RulesSchema::asked(['a' => 'required|uuid']));
        self::assertSame([], RulesSchema::asked([]));
    }

    public function testAskingForTheRulesDoesNothingElse(): void
    {
        $this->putPaint(self::uuid());
        $count = static fn (): array => array_map(static fn (string $table): int => DB::table($table)->count(), DB::getSchemaBuilder()->getTableListing(schemaQualified: false));
        $before = $count();
        $of = static fn (string $method, string $uri): Route => Routes::getRoutes()->match(\Illuminate\Http\Request::create("/api/$uri", $method));
        self::assertSame('required|string|max:80', RequestRules::of($of('PUT', 'ledger'))['name']);
        self::assertSame([], RequestRules::of($of('DELETE', 'bundles/'.self::uuid())));
        self::assertSame($before, $count());
        self::assertFalse(Gate::forUser($this->wren)->allows('steward'), 'Nobody has become a steward by it.');
        $this->actingAs($this->wren)->putJson('/api/ledger', ['name' => 'mine'])->assertForbidden();
        $this->actingAs($this->steward)->putJson('/api/ledger', [])->assertStatus(422);
        $this->actingAs($this->steward)->putJson('/api/ledger', ['name' => 'ours'])->assertOk();
    }
}
