<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Console\Commands\ApiDescribe;
use App\Http\Description\ApiDescription;
use App\Http\Description\InterfaceTypes;
use App\Http\Problem;
use Illuminate\Support\Facades\DB;

/** What the server answers is what the description says and what the interface expects. */
final class ContractTest extends FeatureTestCase
{
    use FurnishedHouse;

    public function testTheDescriptionIsThatOfTheRoutes(): void
    {
        self::assertStringEqualsFile(base_path(ApiDescription::FILE), ApiDescribe::json(), 'run php artisan api:describe');
        self::assertStringEqualsFile(base_path(InterfaceTypes::FILE), ApiDescribe::types(), 'run php artisan api:describe');
        $ids = [];
        foreach (self::description()['paths'] as $path => $operations) {
            foreach ($operations as $method => $operation) {
                $ids[] = "$operation[operationId]";
                self::assertSame(preg_match_all('/\{/', $path), count(array_filter($operation['parameters'] ?? [], static fn (array $p): bool => $p['in'] === 'path')), "$method $path");
            }
        }
        self::assertNotSame([], $ids);
    }

    public function testEveryAnswerThatCanBeReadIsOfTheKindThatIsDescribed(): void
    {
        $things = $this->house();
        $this->actingAs($things['owner']);
        $wrong = [];
        foreach (self::description()['paths'] as $path => $operations) {
            if (isset($operations['get'])) {
                $answer = $this->json('GET', '/api/'.self::address(substr($path, 5), $things));
                $kind = strtok((string) $answer->headers->get('Content-Type'), ';');
                $expected = $answer->isOk() ? array_key_first($operations['get']['responses']['2XX']['content']) : 'application/problem+json';
                if ($kind !== $expected) {
                    $wrong[] = "$path: $kind instead of $expected ({$answer->getStatusCode()})";
                } elseif ($expected === 'application/json' && ! isset($operations['get']['responses']['2XX']['content'][$kind]['schema']) && $path !== '/api/openapi.json') {
                    $wrong[] = "$path has no schema";
                }
            }
        }
        self::assertSame([], $wrong);
    }

    /** @return array<string, mixed> */
    private static function description(): array
    {
        static $kept;

        return $kept ??= json_decode(ApiDescribe::json(), true, flags: JSON_THROW_ON_ERROR);
    }

    /** What has to be there, says the description, is what a route asks for when nothing comes. */
    public function testAnEmptyBodyIsRefusedForWhatTheDescriptionAsksFor(): void
    {
        $things = $this->house();
        $this->actingAs($things['steward'] ?? $this->steward);
        $wrong = [];
        $met = 0;
        foreach (self::description()['paths'] as $path => $operations) {
            foreach (array_intersect_key($operations, ['put' => 0, 'post' => 0, 'patch' => 0]) as $method => $operation) {
                $asked = $operation['requestBody']['content']['application/json']['schema']['required'] ?? [];
                DB::beginTransaction();
                $answer = $this->json(strtoupper($method), '/api/'.self::address(substr($path, 5), $things));
                DB::rollBack();
                $missed = array_values(array_filter(array_keys($answer->getStatusCode() === 422 ? $answer->json('errors') ?? [] : []), static fn (string $field): bool => ! str_contains($field, '.')));
                // Others are asked for only beside something, or by what the thing already is.
                if ($answer->getStatusCode() === 422 && $missed !== [] && array_diff($asked, $missed) !== []) {
                    $wrong[] = "$method $path: described ".implode(', ', $asked).'; asked for '.implode(', ', $missed);
                }
                $met += (int) ($answer->getStatusCode() === 422 && $asked !== [] && $missed !== []);
                if ($asked !== [] && $answer->isSuccessful()) {
                    $wrong[] = "$method $path took nothing, though it is described to ask for ".implode(', ', $asked);
                }
            }
        }
        self::assertSame([], $wrong);
        self::assertGreaterThan(25, $met);
    }

    public function testAProblemHasATitleOfItsKindAndASentenceOfItsOwn(): void
    {
        $this->actingAs($this->wren);
        foreach ([['/api/paints/'.self::uuid(), 404], ['/api/cards/'.self::uuid(), 404]] as [$url, $status]) {
            $this->getJson($url)->assertStatus($status)->assertJsonPath('type', Problem::TYPE.'not-there')->assertJsonPath('title', 'Not there');
        }
        [$one, $other] = [$this->putJson('/api/papers/'.self::uuid(), [])->assertStatus(422), $this->putJson('/api/claims/'.self::uuid(), [])->assertStatus(422)];
        self::assertSame([Problem::TYPE.'not-valid', 'Not valid'], [$one->json('type'), $one->json('title')]);
        self::assertSame($one->json('title'), $other->json('title'));
        self::assertNotSame($one->json('detail'), $other->json('detail'));
    }
}
