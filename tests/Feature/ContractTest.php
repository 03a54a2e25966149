<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Console\Commands\ApiDescribe;
use App\Http\Description\ApiDescription;
use App\Http\Problem;
use Illuminate\Support\Facades\DB;

/** What the server answers is what the description says and what the interface expects. */
final class ContractTest extends FeatureTestCase
{
    use FurnishedHouse;

    /** Route => module and type of the interface that its answer is read as. */
    private const TYPES = [
        'today' => ['types', 'object'], 'pigments/PB28' => ['types', 'T.CodePage'], 'pigment-statement?written=PB28' => ['types', 'T.Statement'],
        'paints/{paint}' => ['types', 'T.PaintPage'], 'protocols' => ['types', '{ protocols: object[] }'], 'cards' => ['types', '{ cards: T.CardSummary[]; total: number; page: number; pages: number }'],
        'cards/{card}' => ['types', 'T.Card'], 'cards/{card}/repeats' => ['capture', 'T.Repeats'],
        'cards/{card}/readings' => ['capture', 'T.Readings'], 'sessions/{session}' => ['bench', "Omit<T.Session, 'readAt'>"],
        'sessions' => ['bench', '{ sessions: T.Standing[]; total: number; page: number; pages: number }'], 'cards/{card}/layout.json' => ['bench', 'T.LayoutJson'], 'methods' => ['types', '{ scale: string; scales: string[]; rules: number; methods: object[] }'],
        'accuracy' => ['capture', 'T.Accuracy'], 'swatches' => ['swatches', 'T.Drawer'], 'begin' => ['swatches', 'T.Begin'], 'rack' => ['fading', 'T.Rack'], 'mixes' => ['mixes', 'T.MixBench'], 'pigments/{code}/light' => ['fading', 'T.LightOfCode'], 'pigments/{code}/fading' => ['fading', 'T.AtEqualLight'], 'cards/{card}/light' => ['fading', 'T.Light'], 'phone-links/{link}' => ['swatches', 'T.PhoneLink'],
    ];

    public function testTheDescriptionIsThatOfTheRoutes(): void
    {
        self::assertStringEqualsFile(base_path(ApiDescription::FILE), ApiDescribe::json(), 'run php artisan api:describe');
        $ids = [];
        foreach (json_decode(ApiDescribe::json(), true)['paths'] as $path => $operations) {
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
        foreach (json_decode(ApiDescribe::json(), true)['paths'] as $path => $operations) {
            if (isset($operations['get'])) {
                $answer = $this->get('/api/'.self::address(substr($path, 5), $things), ['Accept' => 'application/json']);
                $kind = strtok((string) $answer->headers->get('Content-Type'), ';');
                $expected = $answer->isOk() ? array_key_first($operations['get']['responses']['2XX']['content']) : 'application/problem+json';
                if ($kind !== $expected) {
                    $wrong[] = "$path: $kind instead of $expected ({$answer->getStatusCode()})";
                }
            }
        }
        self::assertSame([], $wrong);
    }

    /** What has to be there, says the description, is what a route asks for when nothing comes. */
    public function testAnEmptyBodyIsRefusedForWhatTheDescriptionAsksFor(): void
    {
        $things = $this->house();
        $this->actingAs($things['steward'] ?? $this->steward);
        $wrong = [];
        $met = 0;
        foreach (json_decode(ApiDescribe::json(), true)['paths'] as $path => $operations) {
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

    /** Real answers are written out as values of the interface's types; the compiler says where they differ. */
    public function testAnswersAreOfTheTypesThatTheInterfaceReadsThemAs(): void
    {
        $things = $this->house();
        $this->actingAs($things['owner']);
        $folder = base_path('build/contract');
        @mkdir($folder, 0770, true);
        array_map(unlink(...), glob("$folder/*.ts") ?: []);
        foreach (self::TYPES as $route => [$module, $type]) {
            $answer = $this->getJson('/api/'.self::address($route, $things));
            self::assertSame(200, $answer->getStatusCode(), "$route: ".$answer->json('detail'));
            $name = (string) preg_replace('/\W+/', '-', $route);
            file_put_contents("$folder/$name.ts", "import type * as T from '../../resources/js/api/$module';\nexport type Module = typeof T;\n// What the interface does not read may be there.\nconst is = <V extends $type>(v: V) => v;\nexport const answer = is(".json_encode(json_decode((string) $answer->getContent(), flags: JSON_THROW_ON_ERROR), JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_PRETTY_PRINT).");\n");
        }
        file_put_contents("$folder/tsconfig.json", json_encode(['extends' => '../../tsconfig.json', 'compilerOptions' => ['types' => [], 'rootDir' => '../..'], 'include' => ['*.ts']]));
        exec('cd '.escapeshellarg(base_path()).' && node_modules/.bin/tsc --noEmit -p build/contract/tsconfig.json 2>&1', $out, $code);
        self::assertSame(0, $code, implode("\n", array_slice($out, 0, 60)));
    }
}
