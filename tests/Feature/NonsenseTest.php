<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Card;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Route;
use Tests\Support\Nonsense;

/**
 * Requests of nonsense over every route, and markup, formulas and control characters in every text field: nothing breaks, nothing comes
 * alive. 400 requests here; bin/siege asks for 6 000 (SIEGE_REQUESTS).
 */
final class NonsenseTest extends FeatureTestCase
{
    private const REQUESTS = 400;

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
            $path = (string) preg_replace_callback('/\{(\w+)\??\}/', static fn (array $m): string => Nonsense::oneOf([Nonsense::uuid($things[$m[1]] ?? self::uuid()), $things[$m[1]] ?? 'x', self::uuid(), rawurlencode(Nonsense::text())]), $uri);
            $path = '/'.$path.(mt_rand(0, 2) === 0 ? '?'.http_build_query(['q' => Nonsense::value(1), 'page' => Nonsense::value(0), 'show' => Nonsense::value(0), 'kind' => Nonsense::value(0), 'paints' => Nonsense::value(0), 'blocks' => Nonsense::value(0), 'row' => Nonsense::value(0)]) : '');
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
            file_put_contents(base_path('build/siege/requests.json'), json_encode([['name' => 'requests of nonsense over '.count($routes).' routes that answered 500', 'value' => count($broken)." of $most", 'asked' => '0 of 6000', 'holds' => $most >= 6000]]));
        }
    }

    public function testNothingThatIsWrittenComesAlive(): void
    {
        $this->actingAs($this->wren);
        foreach (Nonsense::ALIVE as $i => $text) {
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

        return Nonsense::body(Nonsense::right($good));
    }

    /** @return array<string, UploadedFile> */
    private static function file(): array
    {
        $field = Nonsense::oneOf(['picture', 'file', 'photo']);

        return [$field => UploadedFile::fake()->createWithContent(Nonsense::oneOf(['a.png', 'a.csv', '../x.jpg', '😀.tif', str_repeat('n', 300).'.webp']), Nonsense::oneOf(['', "\x89PNG\r\n\x1a\nxxxx", "\xff\xd8\xff\xe0\0\x04xx", 'Maker;Colour'."\n".'a;b', 'RIFF....WEBPVP8 ', "II*\0\x08\0\0\0", '{"a":', 'CGATS.17', random_bytes(64)]))];
    }
}
