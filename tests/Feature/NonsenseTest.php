<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Card;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Route;

/**
 * Requests of nonsense over every route, and markup, formulas and control characters in every text field: nothing breaks, nothing comes
 * alive. 400 requests here; bin/siege asks for 3 000 (SIEGE_REQUESTS).
 */
final class NonsenseTest extends FeatureTestCase
{
    private const REQUESTS = 400;

    /** What markup, formulas or scripts would have to look like to be found again. */
    private const ALIVE = ['<img src=x onerror=alert(1)>', '=HYPERLINK("http://x.example","a")', '"><svg onload=alert(1)>', '{{7*7}}', '+cmd|calc', '@SUM(1)'];

    public function testNoRequestBreaksAnything(): void
    {
        $most = (int) (getenv('SIEGE_REQUESTS') ?: self::REQUESTS);
        mt_srand(20260301);
        $this->actingAs($this->steward);
        $things = $this->things();
        $routes = [];
        foreach (Route::getRoutes() as $route) {
            foreach (array_diff($route->methods(), ['HEAD']) as $method) {
                if (str_starts_with($route->uri(), 'api/')) {
                    $routes[] = [$method, $route->uri()];
                }
            }
        }
        $broken = $counts = [];
        for ($i = 0; $i < $most; $i++) {
            [$method, $uri] = $routes[$i % count($routes)];
            $path = (string) preg_replace_callback('/\{(\w+)\??\}/', static fn (array $m): string => self::oneOf([$things[$m[1]] ?? self::uuid(), $things[$m[1]] ?? 'x', self::uuid(), rawurlencode(self::text())]), $uri);
            $path = '/'.$path.(mt_rand(0, 2) === 0 ? '?'.http_build_query(['q' => self::value(1), 'page' => self::value(0), 'show' => self::value(0), 'kind' => self::value(0), 'paints' => self::value(0), 'blocks' => self::value(0), 'row' => self::value(0)]) : '');
            $body = $this->body($uri);
            DB::beginTransaction();
            $answer = mt_rand(0, 6) === 0
                ? $this->call($method, $path, array_filter($body, is_string(...)), [], self::file(), ['HTTP_ACCEPT' => 'application/json'])
                : $this->json($method, $path, $body, mt_rand(0, 3) === 0 ? ['If-Match' => '"'.mt_rand(0, 3).'"'] : []);
            while (DB::transactionLevel() > 1) {
                DB::rollBack();
            }
            $this->actingAs($this->steward);
            $status = $answer->getStatusCode();
            $counts[intdiv($status, 100)] = 1 + ($counts[intdiv($status, 100)] ?? 0);
            if ($status >= 500) {
                $broken[] = "$method $path ".mb_substr((string) json_encode($body, JSON_PARTIAL_OUTPUT_ON_ERROR), 0, 300).' → '.($answer->exception?->getMessage() ?? $status);
            }
        }
        self::assertSame([], $broken);
        if (getenv('SIEGE_REQUESTS') !== false) {
            fwrite(STDERR, 'Answers by hundred: '.json_encode($counts)."\n");
        }
        self::assertGreaterThan($most / 10, $counts[2] ?? 0, 'Nonsense that is never taken tests little.');
        if ($most !== self::REQUESTS) {
            file_put_contents(base_path('build/siege/requests.json'), json_encode([['name' => 'requests of nonsense over '.count($routes).' routes that answered 500', 'value' => count($broken)." of $most", 'asked' => '0 of 3000', 'holds' => $most >= 3000]]));
        }
    }

    public function testNothingThatIsWrittenComesAlive(): void
    {
        $this->actingAs($this->wren);
        foreach (self::ALIVE as $i => $text) {
            [$paint, $pan, $card, $paper] = [self::uuid(), self::uuid(), self::uuid(), self::uuid()];
            $this->putPaint($paint, ['makerName' => "M$text", 'range' => $text, 'colourName' => $text, 'pigments' => "PB28 / x$text", 'pan' => ['uuid' => $pan, 'form' => 'pan', 'batch' => $text, 'keptAt' => $text, 'note' => $text]]);
            $this->putJson("/api/papers/$paper", ['maker' => $text, 'fibre' => 'cotton', 'surface' => 'rough'])->assertCreated();
            $this->putJson("/api/cards/$card", ['kind' => 'property', 'title' => $text, 'note' => $text, 'paperUuid' => $paper, 'side' => $text, 'pans' => [$pan]])->assertCreated();
            $this->putJson('/api/claims/'.self::uuid(), ['paintUuid' => $paint, 'property' => 'staining', 'words' => $text, 'readOn' => '2026-02-20'])->assertCreated();
            $specimen = Card::query()->where('uuid', $card)->firstOrFail()->specimens[0]->uuid;
            $this->putJson('/api/remarks/'.self::uuid(), ['specimenUuid' => $specimen, 'note' => $text])->assertCreated();
            $this->putJson('/api/verdicts/'.self::uuid(), ['specimenUuid' => $specimen, 'property' => 'staining', 'word' => 'high', 'note' => $text])->assertCreated();
            $this->postJson("/api/cards/$card/publish")->assertCreated();
            foreach (["cards/$card/print.svg", "labels.svg?pans=$pan"] as $drawing) {
                $svg = (string) $this->get("/api/$drawing")->assertOk()->assertHeader('Content-Security-Policy', "default-src 'none'; style-src 'unsafe-inline'")->getContent();
                $dom = new \DOMDocument;
                self::assertTrue($dom->loadXML($svg));
                $xpath = new \DOMXPath($dom);
                self::assertSame(0, $xpath->query('//*[local-name()="img" or local-name()="script" or local-name()="foreignObject"] | //@*[starts-with(local-name(), "on")]')?->length, $drawing);
            }
            foreach (["cards/$card", "records/$card.json", "paints/$paint", 'records'] as $page) {
                $answer = $this->getJson("/api/$page")->assertOk();
                self::assertStringStartsWith('application/json', (string) $answer->headers->get('Content-Type'));
                $answer->assertHeader('X-Content-Type-Options', 'nosniff');
            }
            self::assertSame($text, $this->getJson("/api/cards/$card")->json('title'), "Text $i is kept as it was written.");
        }
        // No cell of a spreadsheet begins as a formula does.
        $csv = (string) $this->get('/api/collection.csv')->assertOk()->streamedContent();
        $stream = fopen('php://memory', 'w+b');
        self::assertIsResource($stream);
        fwrite($stream, $csv);
        rewind($stream);
        $cells = 0;
        while (is_array($line = fgetcsv($stream, escape: ''))) {
            foreach ($line as $cell) {
                $cells++;
                self::assertDoesNotMatchRegularExpression('/^[=+\-@\t\r]/', (string) $cell);
            }
        }
        self::assertGreaterThan(100, $cells);
    }

    /** @return array<string, string> */
    private function things(): array
    {
        $fade = $this->card('fade', 'PV3');
        $card = $this->card('property', 'PB28');
        $session = self::uuid();
        $pan = $card->specimens[0]->pan;
        $this->putJson("/api/sessions/$session", ['title' => 'Slack water', 'plannedOn' => '2026-02-01', 'paperUuid' => $card->paper->uuid, 'side' => 'felt side', 'pans' => [$pan->uuid], 'tests' => ['property']])->assertCreated();

        return ['card' => $fade->uuid, 'paint' => $pan->paint->uuid, 'pan' => $pan->uuid, 'specimen' => $card->specimens[0]->uuid, 'code' => 'PB28', 'session' => $session, 'user' => $this->wren->uuid, 'uuid' => $card->uuid, 'paper' => $card->paper->uuid, 'maker' => $pan->paint->maker->uuid];
    }

    /** @return array<string, mixed> fields that some route reads, each right, wrong or missing by chance */
    private function body(string $uri): array
    {
        static $good = null;
        $good ??= $this->things();
        $right = [
            'makerName' => 'Withy Colours', 'range' => 'Field', 'colourName' => 'Beacon', 'pigments' => 'PR254', 'another' => true, 'paintUuid' => $good['paint'], 'makerUuid' => $good['maker'], 'specimenUuid' => $good['specimen'], 'paperUuid' => $good['paper'], 'panUuid' => $good['pan'],
            'property' => 'staining', 'word' => 'high', 'words' => 'clings', 'readOn' => '2026-02-20', 'maker' => 'Fleet Mill', 'fibre' => 'cotton', 'surface' => 'rough', 'weightGsm' => 300, 'kind' => 'property', 'title' => 'Card', 'side' => 'felt side', 'pans' => [$good['pan']], 'tests' => ['property'],
            'plannedOn' => '2026-02-01', 'place' => 'loft', 'facing' => 'south', 'timeZone' => 'Europe/London', 'hungOn' => '2026-02-01', 'withoutFirst' => true, 'checkedOn' => '2026-03-01', 'doseMlxh' => 3.5, 'state' => 'done', 'reason' => 'wet', 'because' => 'wet', 'note' => 'n', 'name' => 'tin', 'rows' => 2, 'columns' => 3,
            'email' => 'kes@saltern-reach.example', 'password' => 'low water at dusk', 'current' => 'tide-table', 'form' => 'tube', 'slot' => 1, 'key' => 'water', 'value' => 'rain', 'what' => 'spread', 'seconds' => 60, 'startedAt' => '2026-02-01T10:00:00Z', 'sessionUuid' => $good['session'], 'conditions' => [], 'drafts' => 'delete',
            'samples' => [['cell' => 'paper', 'lab' => [90, 0, 0]]], 'source' => 'hand', 'windows' => [['name' => 'a', 'x' => 20, 'y' => 20, 'width' => 30, 'height' => 30, 'paper' => true]], 'mapping' => ['maker' => 0], 'defaults' => ['currency' => 'EUR'], 'separator' => ';', 'checkUuid' => null, 'device' => 'plotter', 'intoUuid' => $good['paint'], 'away' => true, 'blocks' => 'wash',
        ];
        $out = [];
        // All right, one or two wrong, or many.
        $most = [0, 0, 2, 2, 30][mt_rand(0, 4)];
        foreach ($right as $field => $value) {
            $chance = mt_rand(0, 99) < $most ? mt_rand(0, 2) : 3;
            if ($chance > 2) {
                $out[$field] = $value;
            } elseif ($chance > 0) {
                $out[$field] = self::value(2);
            }
        }

        return $out;
    }

    private static function value(int $depth): mixed
    {
        return match (mt_rand(0, $depth > 0 ? 11 : 8)) {
            0 => self::text(), 1 => '', 2 => mt_rand(-5, 5), 3 => PHP_INT_MAX, 4 => -1.5e308, 5 => true, 6 => null, 7 => '2026-02-30', 8 => str_repeat('a', mt_rand(1, 3000)),
            9 => [self::value($depth - 1), self::value($depth - 1)], 10 => ['a' => ['b' => self::value($depth - 1)]], default => self::ALIVE[mt_rand(0, count(self::ALIVE) - 1)],
        };
    }

    private static function text(): string
    {
        // Control characters are refused before anything else is looked at, so they come seldom.
        return self::oneOf([...mt_rand(0, 60) === 0 ? ["\0", "\x0b"] : [], "\u{202E}txt", '../../etc/passwd', '%s%n', "' or 1=1 --", 'ＰＢ２８', '🖌️', str_repeat('漢', 300), '-1', '1e999', 'NaN', "a\nb", '00000000-0000-0000-0000-000000000000', '[]', '{"a":1}', 'P.B.28']);
    }

    /** @return array<string, UploadedFile> */
    private static function file(): array
    {
        $field = self::oneOf(['picture', 'file', 'photo']);

        return [$field => UploadedFile::fake()->createWithContent(self::oneOf(['a.png', 'a.csv', '../x.jpg', '😀.tif', str_repeat('n', 300).'.webp']), self::oneOf(['', "\x89PNG\r\n\x1a\nxxxx", "\xff\xd8\xff\xe0\0\x04xx", 'Maker;Colour'."\n".'a;b', 'RIFF....WEBPVP8 ', "II*\0\x08\0\0\0", '{"a":', 'CGATS.17', random_bytes(64)]))];
    }

    /**
     * @param non-empty-list<string> $of
     */
    private static function oneOf(array $of): string
    {
        return $of[mt_rand(0, count($of) - 1)];
    }
}
