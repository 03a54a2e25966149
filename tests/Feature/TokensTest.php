<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Actions\RequestMeasurement;
use App\Http\Scopes;
use App\Models\Card;
use App\Models\User;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Route;
use Illuminate\Testing\TestResponse;

/** Programs that act for somebody: as far as their token goes, and as the documentation says. */
final class TokensTest extends FeatureTestCase
{
    use FurnishedHouse;

    /** @param list<string> $scopes */
    private static function token(User $user, array $scopes): string
    {
        return $user->createToken('a program', $scopes, now()->addDay())->plainTextToken;
    }

    public function testATokenDoesNoMoreThanItsScopesByWhateverRoute(): void
    {
        $things = $this->house();
        $this->app['auth']->forgetGuards();
        $tokens = [];
        foreach (array_keys(Scopes::ALL) as $scope) {
            $tokens[$scope] = self::token($things['owner'], [$scope]);
        }
        $wrong = $met = [];
        foreach (Route::getRoutes() as $route) {
            if (! str_starts_with($route->uri(), 'api/')) {
                continue;
            }
            $uri = substr($route->uri(), 4);
            foreach (array_diff($route->methods(), ['HEAD']) as $method) {
                $needs = Scopes::of($method, $uri);
                $met[$needs ?? 'none'] = true;
                foreach ($tokens as $scope => $token) {
                    DB::beginTransaction();
                    $this->app['auth']->forgetGuards();
                    $answer = $this->withToken($token)->json($method, '/api/'.self::address($uri, $things), $uri === 'phone-links' ? ['card' => $things['card']] : []);
                    DB::rollBack();
                    $refused = $answer->getStatusCode() === 403 && (str_contains((string) $answer->getContent(), 'token may') || str_contains((string) $answer->getContent(), 'lacks the scope'));
                    if ($refused !== ($needs !== $scope)) {
                        $wrong[] = "$method $uri with $scope: {$answer->getStatusCode()}, needs ".($needs ?? 'none');
                    }
                }
            }
        }
        self::assertSame([], $wrong);
        self::assertEqualsCanonicalizing([...array_keys(Scopes::ALL), 'none'], array_keys($met));
        // What no program may touch, whatever it bears.
        foreach ([['PUT', 'account'], ['PUT', 'account/password'], ['POST', 'tokens'], ['GET', 'tokens'], ['POST', 'people/{user}/link'], ['DELETE', 'people/{user}'], ['POST', 'invitations'], ['PUT', 'ledger'], ['POST', 'bundles/{uuid}'], ['PUT', 'hidden/{subject}/{uuid}'], ['GET', 'audit'], ['DELETE', 'practice'], ['POST', 'calendar'], ['DELETE', 'session'], ['POST', 'phone-links']] as [$method, $uri]) {
            self::assertNull(Scopes::of($method, $uri), "$method $uri");
        }
    }

    public function testATokenIsItsOwnerAndNobodyElseUntilItEnds(): void
    {
        $this->actingAs($this->wren);
        $mine = $this->card();
        $this->actingAs($this->other);
        $theirs = $this->card();
        $made = $this->actingAs($this->wren)->postJson('/api/tokens', ['name' => 'backup of my pans', 'scopes' => ['read', 'collection'], 'days' => 30])->assertCreated();
        $this->postJson('/api/tokens', ['name' => 'all', 'scopes' => ['everything'], 'days' => 30])->assertStatus(422);
        $this->postJson('/api/tokens', ['name' => 'for ever', 'scopes' => ['read'], 'days' => 9999])->assertStatus(422);
        self::assertStringNotContainsString(explode('|', $made->json('token'))[1], (string) $this->getJson('/api/tokens')->getContent().json_encode(DB::table('personal_access_tokens')->get()));
        $this->app['auth']->forgetGuards();
        $this->withToken($made->json('token'));
        $this->getJson("/api/v1/cards/$mine->uuid")->assertOk()->assertHeader('API-Version', '1');
        $this->app['auth']->forgetGuards();
        $this->getJson("/api/v1/cards/$theirs->uuid")->assertForbidden();
        $this->app['auth']->forgetGuards();
        $this->deleteJson("/api/v1/cards/$mine->uuid")->assertForbidden()->assertJsonPath('detail', 'This token may not: it lacks the scope "bench".');
        $this->app['auth']->forgetGuards();
        $this->putPaint(self::uuid(), ['another' => true])->assertCreated();
        // The trail names the program too.
        self::assertSame(['backup of my pans'], DB::table('audit')->where('route', 'PUT paints/{uuid}')->where('by_token', '<>', '')->pluck('by_token')->unique()->all());
        // One that is over, one that was ended, one of somebody who left, and one that nobody made.
        $over = $this->wren->createToken('old', ['read'], now()->subSecond())->plainTextToken;
        $ended = self::token($this->wren, ['read']);
        $this->wren->tokens()->latest('id')->firstOrFail()->delete();
        $left = self::token($this->other, ['read']);
        $this->other->update(['removed_at' => now()]);
        foreach ([$over, $ended, $left, '1|guessed', 'guessed'] as $token) {
            $this->app['auth']->forgetGuards();
            $this->withToken($token)->getJson('/api/v1/records')->assertUnauthorized();
        }
    }

    public function testWhoAsksAgainIsToldThatNothingChanged(): void
    {
        $this->actingAs($this->wren);
        $this->putPaint(self::uuid())->assertCreated();
        $etag = (string) $this->getJson('/api/v1/paints')->assertOk()->headers->get('ETag');
        $this->getJson('/api/v1/paints', ['If-None-Match' => $etag])->assertStatus(304)->assertNoContent(304);
        $this->putPaint(self::uuid(), ['colourName' => 'Slack Water'])->assertCreated();
        $this->getJson('/api/v1/paints', ['If-None-Match' => $etag])->assertOk();
        // An edition is for writing: what hangs on a card may have changed under the same one.
        $card = $this->card();
        $edition = (string) $this->getJson("/api/cards/$card->uuid")->headers->get('ETag');
        self::assertSame("\"$card->edition\"", $edition);
        $this->getJson("/api/cards/$card->uuid", ['If-None-Match' => $edition])->assertOk();
        $this->getJson('/api/v2/paints')->assertNotFound();
    }

    /** @return list<list<string>> words of every curl command of the documentation */
    private static function commands(): array
    {
        preg_match_all('/^curl .*$/m', (string) file_get_contents(base_path('docs/api.md')), $found);

        return array_map(static fn (string $line): array => array_values(array_map(static fn (string $w): string => trim($w, '"\''), preg_match_all('/"[^"]*"|\'[^\']*\'|\S+/', $line, $m) ? $m[0] : [])), $found[0]);
    }

    public function testTheExamplesOfTheDocumentationWork(): void
    {
        $this->actingAs($this->wren);
        $this->putPaint(self::uuid(), ['pigments' => 'PB28'])->assertCreated();
        config(['stand-ins.dpi' => 200]);
        $card = $this->card('property', 'PB28');
        RequestMeasurement::fromStandIn(self::uuid(), $card, null);
        $this->postJson("/api/cards/$card->uuid/publish")->assertCreated();
        $names = ['$SERVER' => '', '$CARD' => $card->uuid, '$TOKEN' => self::token($this->wren, ['read', 'collection', 'ledger'])];
        $ran = [];
        foreach (self::commands() as $words) {
            [$method, $headers, $body, $url] = ['GET', [], '', ''];
            for ($i = 1; $i < count($words); $i++) {
                $word = strtr($words[$i], [...$names, '$UUID' => self::uuid()]);
                match ($words[$i]) {
                    '-X' => $method = $words[++$i],
                    '-H' => [[$name, $value] = explode(': ', strtr($words[++$i], $names)), $headers[$name] = $value],
                    '-d' => $body = strtr($words[++$i], $names),
                    default => $url = $word,
                };
            }
            $this->app['auth']->forgetGuards();
            $server = ['HTTP_ACCEPT' => 'application/json', 'CONTENT_TYPE' => $headers['Content-Type'] ?? ''];
            foreach ($headers as $name => $value) {
                $server['HTTP_'.strtoupper(strtr($name, '-', '_'))] = $value;
            }
            $answer = TestResponse::fromBaseResponse($this->call($method, $url, server: $server, content: $body)->baseResponse);
            self::assertTrue($answer->isSuccessful(), implode(' ', $words)." answered {$answer->getStatusCode()}");
            $ran["$method ".explode('/', $url)[3]] = true;
        }
        self::assertGreaterThan(8, count(self::commands()));
        self::assertArrayHasKey('PUT questions', $ran);
        self::assertSame(1, Card::query()->findOrFail($card->id)->revisions()->count());
        self::assertSame(['Which batch was it?'], DB::table('questions')->pluck('text')->all());
    }
}
