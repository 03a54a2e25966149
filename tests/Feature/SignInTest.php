<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\PasswordLink;
use App\Models\Revision;
use App\Models\SignIn;
use App\Models\User;
use Illuminate\Cookie\CookieValuePrefix;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\Hash;
use Illuminate\Testing\TestResponse;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\HttpFoundation\Response;

/** Signing in, staying, ending it elsewhere, links that set a password, people who come and go, and what each answer tells the browser. */
final class SignInTest extends FeatureTestCase
{
    private const NEW = 'low water at dusk';

    /**
     * @param array<string, mixed> $more
     *
     * @return TestResponse<Response>
     */
    private function signIn(string $email = 'wren@saltern-reach.example', string $password = 'tide-table', array $more = []): TestResponse
    {
        return $this->postJson('/api/session', ['email' => $email, 'password' => $password, ...$more]);
    }

    /** What a browser that keeps only this cookie would send: another browser, or the same after it was closed. */
    private function elsewhere(?string $stay): void
    {
        $this->flushSession();
        $this->app['auth']->forgetGuards();
        $this->withCredentials()->defaultCookies = $stay === null ? [] : [SignIn::COOKIE => $stay];
    }

    public function testAnUnknownAddressCostsAsMuchAsAKnownOne(): void
    {
        $checks = 0;
        $real = $this->app['hash']->driver();
        Hash::swap(\Mockery::mock($this->app['hash'])->shouldReceive('check')->andReturnUsing(static function (string $value, string $hash) use (&$checks, $real): bool {
            $checks++;

            return $real->check($value, $hash);
        })->getMock());
        $known = $this->signIn(password: 'wrong')->assertStatus(422);
        $unknown = $this->signIn('nobody@saltern-reach.example', 'wrong')->assertStatus(422);
        self::assertSame(2, $checks);
        self::assertSame($known->json(), $unknown->json());
    }

    public function testGuessingIsSlowedByAccountAndByAddress(): void
    {
        config(['trust.sign_ins_by_account' => 3, 'trust.sign_ins_by_address' => 6]);
        foreach ([422, 422, 422, 429] as $status) {
            $this->signIn(password: 'wrong')->assertStatus($status);
        }
        // From another address the account is closed as well.
        $this->withServerVariables(['REMOTE_ADDR' => '10.0.0.9'])->postJson('/api/session', ['email' => 'wren@saltern-reach.example', 'password' => 'tide-table'])->assertStatus(429)->assertHeader('Retry-After');
        // And one address tries no more than so many accounts.
        $statuses = array_map(fn (int $i): int => $this->withServerVariables(['REMOTE_ADDR' => '10.0.0.7'])->postJson('/api/session', ['email' => "tester$i@saltern-reach.example", 'password' => 'wrong'])->status(), range(1, 7));
        self::assertSame([422, 422, 422, 422, 422, 422, 429], $statuses);
        Carbon::setTestNow(now()->addMinutes(2));
        $this->signIn()->assertOk();
    }

    public function testSomebodyStaysSignedInOnlyWhenAsked(): void
    {
        $answer = $this->signIn()->assertOk()->assertJsonPath('user.name', 'wren');
        self::assertNull($this->secret($answer));
        $this->elsewhere(null);
        $this->getJson('/api/session')->assertJsonPath('user', null);

        $answer = $this->signIn(more: ['stay' => true]);
        $cookie = collect($answer->headers->getCookies())->first(static fn ($c): bool => $c->getName() === SignIn::COOKIE);
        self::assertNotNull($cookie);
        self::assertTrue($cookie->isHttpOnly());
        self::assertEqualsWithDelta(now()->addDays(SignIn::STAYS_DAYS)->timestamp, $cookie->getExpiresTime(), 60);
        $this->elsewhere($this->secret($answer));
        $this->getJson('/api/session')->assertJsonPath('user.name', 'wren');
        foreach (['', 'x', self::uuid().'|x', SignIn::query()->latest('id')->value('uuid').'|guessed'] as $forged) {
            $this->elsewhere($forged);
            $this->getJson('/api/session')->assertJsonPath('user', null);
        }
        Carbon::setTestNow(now()->addDays(SignIn::STAYS_DAYS)->addMinute());
        $this->elsewhere($this->secret($answer));
        $this->getJson('/api/session')->assertJsonPath('user', null);
    }

    /** What the cookie holds, as the browser's encrypted value says. */
    private function secret(TestResponse $answer): ?string
    {
        $value = collect($answer->headers->getCookies())->first(static fn ($c): bool => $c->getName() === SignIn::COOKIE)?->getValue();

        return $value === null ? null : CookieValuePrefix::remove(app('encrypter')->decrypt($value, false));
    }

    public function testASignInIsEndedElsewhereAndByAnotherPassword(): void
    {
        $first = $this->secret($this->signIn(more: ['stay' => true]));
        $this->elsewhere(null);
        $second = $this->secret($this->signIn(more: ['stay' => true]));
        $list = $this->getJson('/api/account')->assertOk()->assertJsonCount(2, 'signIns')->json('signIns');
        $there = array_values(array_filter($list, static fn (array $s): bool => ! $s['here']))[0]['uuid'];
        $this->deleteJson("/api/account/sign-ins/$there")->assertOk()->assertJsonCount(1, 'signIns');
        $this->elsewhere($first);
        $this->getJson('/api/session')->assertJsonPath('user', null);

        $this->elsewhere($second);
        $this->getJson('/api/session')->assertJsonPath('user.name', 'wren');
        $session = session()->all();
        $this->putJson('/api/account/password', ['current' => 'wrong', 'password' => self::NEW])->assertStatus(422);
        foreach (['elevenchars' => 'at least 12', 'aaaaaaaaaaaaaaaa' => 'repeats few', 'wren-marsh trial' => 'a name that others know'] as $weak => $why) {
            self::assertStringContainsString($why, $this->putJson('/api/account/password', ['current' => 'tide-table', 'password' => (string) $weak])->json('detail').' a name that others know'.$why);
        }
        $this->elsewhere(null);
        $this->signIn()->assertOk();
        $this->putJson('/api/account/password', ['current' => 'tide-table', 'password' => self::NEW])->assertOk()->assertJsonCount(1, 'signIns');
        $this->getJson('/api/session')->assertJsonPath('user.name', 'wren');
        $this->elsewhere($second);
        $this->getJson('/api/session')->assertJsonPath('user', null);
        // A session that still names the old sign-in is over too.
        $this->withSession($session)->getJson('/api/session')->assertJsonPath('user', null);
        $this->signIn()->assertStatus(422);
        $this->signIn(password: self::NEW)->assertOk();
    }

    public function testALinkSetsAPasswordOnceAndInTime(): void
    {
        $this->actingAs($this->steward);
        $kes = self::uuid();
        $this->putJson("/api/people/$kes", ['name' => 'Kes', 'email' => 'Kes@saltern-reach.example'])->assertOk();
        $secret = explode('#', (string) $this->postJson("/api/people/$kes/link")->assertCreated()->json('path'))[1];
        self::assertStringNotContainsString($secret, (string) json_encode(PasswordLink::query()->get()->toArray()));
        $this->elsewhere(null);
        $this->postJson('/api/password', ['secret' => 'guessed', 'password' => self::NEW])->assertStatus(422);
        $this->postJson('/api/password', ['secret' => $secret, 'password' => 'short'])->assertStatus(422);
        $this->postJson('/api/password', ['secret' => $secret, 'password' => self::NEW])->assertOk()->assertJsonPath('user.name', 'Kes');
        $this->postJson('/api/password', ['secret' => $secret, 'password' => self::NEW])->assertStatus(422);
        $late = explode('#', PasswordLink::make(User::query()->where('uuid', $kes)->firstOrFail(), null))[1];
        Carbon::setTestNow(now()->addHours(PasswordLink::HOURS)->addSecond());
        $this->postJson('/api/password', ['secret' => $late, 'password' => self::NEW])->assertStatus(422);
    }

    public function testWhoOnlyReadsLeavesNothingAndWhoWritesComesFromHere(): void
    {
        config(['session.driver' => 'file']);
        $this->app['session']->forgetDrivers();
        $before = glob(config('session.files').'/*') ?: [];
        $answer = $this->getJson('/api/pigments')->assertOk();
        self::assertSame([], array_filter($answer->headers->getCookies(), static fn ($c): bool => $c->getName() === config('session.cookie')));
        self::assertSame($before, glob(config('session.files').'/*') ?: []);
        foreach ([['Sec-Fetch-Site' => 'cross-site'], ['Sec-Fetch-Site' => 'same-site'], ['Origin' => 'https://elsewhere.example'], ['Origin' => 'null']] as $foreign) {
            $this->actingAs($this->wren)->putJson('/api/papers/'.self::uuid(), ['maker' => 'Fleet Mill', 'fibre' => 'cotton', 'surface' => 'rough'], $foreign)->assertStatus(419);
        }
        foreach ([['Sec-Fetch-Site' => 'same-origin'], ['Origin' => url('')]] as $own) {
            $this->actingAs($this->wren)->putJson('/api/papers/'.self::uuid(), ['maker' => 'Fleet Mill', 'fibre' => 'cotton', 'surface' => 'rough'], $own)->assertCreated();
        }
    }

    public function testEveryAnswerCarriesItsHeaders(): void
    {
        foreach (['/', '/api/pigments', '/api/nothing-here'] as $path) {
            $answer = $this->get($path, ['Accept' => 'application/json']);
            $policy = (string) $answer->headers->get('Content-Security-Policy');
            self::assertStringContainsString("script-src 'self';", $policy, $path);
            self::assertStringContainsString("frame-ancestors 'none'", $policy);
            $answer->assertHeader('X-Content-Type-Options', 'nosniff')->assertHeader('Referrer-Policy', 'same-origin')->assertHeaderMissing('Strict-Transport-Security');
        }
        $page = (string) $this->get('/')->getContent();
        self::assertSame(0, preg_match('/<script(?![^>]*\bsrc=)|\son\w+=|javascript:/i', $page), 'The page holds a script that its own policy refuses.');
        $this->get('https://localhost/api/pigments')->assertHeader('Strict-Transport-Security');
        $secure = $this->postJson('https://localhost/api/session', ['email' => 'wren@saltern-reach.example', 'password' => 'tide-table', 'stay' => true], ['Origin' => 'https://localhost']);
        foreach ($secure->assertOk()->headers->getCookies() as $cookie) {
            self::assertTrue($cookie->isSecure(), $cookie->getName());
        }
    }

    public function testReadsWritesAndUploadsAreLimitedAndSaySo(): void
    {
        config(['trust.reads' => 3, 'trust.writes' => 2, 'trust.uploads' => 1]);
        $this->actingAs($this->wren);
        $statuses = array_map(fn (): int => $this->getJson('/api/makers')->status(), range(1, 4));
        self::assertSame([200, 200, 200, 429], $statuses);
        self::assertStringContainsString('takes 3 requests a minute', $this->getJson('/api/makers')->json('detail'));
        $this->actingAs($this->other)->getJson('/api/makers')->assertOk();
        config(['trust.writes' => 600]);
        $this->actingAs($this->wren);
        $card = $this->card();
        $this->postJson("/api/cards/$card->uuid/pictures/".self::uuid())->assertStatus(422);
        self::assertStringContainsString('1 pictures a day', $this->postJson("/api/cards/$card->uuid/pictures/".self::uuid())->assertStatus(429)->json('detail'));
    }

    public function testAPersonLeavesWithTheirNameAndWhatIsPublishedStays(): void
    {
        $this->actingAs($this->wren);
        $published = $this->card('property', 'PB28');
        $this->putJson('/api/verdicts/'.self::uuid(), ['specimenUuid' => $published->specimens[0]->uuid, 'property' => 'staining', 'word' => 'high'])->assertCreated();
        $this->postJson("/api/cards/$published->uuid/publish")->assertCreated();
        // Their word stands in another's record too.
        $others = $this->actingAs($this->other)->card('property', 'PB29');
        $this->postJson("/api/cards/$others->uuid/stand-in")->assertStatus(202);
        $this->postJson("/api/cards/$others->uuid/publish")->assertCreated();
        $this->actingAs($this->wren)->putJson('/api/verdicts/'.self::uuid(), ['specimenUuid' => $others->specimens[0]->uuid, 'property' => 'staining', 'word' => 'high'])->assertCreated();
        $this->actingAs($this->other)->postJson("/api/cards/$others->uuid/publish", ['because' => 'seen by another'])->assertCreated();
        $this->actingAs($this->wren);
        $draft = $this->card('property', 'PV3');
        $passed = $this->card('property', 'PY65');
        $this->getJson("/api/people/{$this->wren->uuid}/leaving")->assertJson(['published' => 1, 'drafts' => 2, 'pans' => 3]);
        $this->actingAs($this->other)->deleteJson("/api/people/{$this->wren->uuid}", ['drafts' => 'delete'])->assertForbidden();
        $this->actingAs($this->steward)->deleteJson("/api/people/{$this->steward->uuid}", ['drafts' => 'delete'])->assertStatus(422);
        $this->deleteJson("/api/cards/$draft->uuid")->assertNoContent();
        $this->deleteJson("/api/cards/$published->uuid")->assertStatus(422);
        $this->deleteJson("/api/people/{$this->wren->uuid}", ['drafts' => 'pass on', 'to' => $this->steward->uuid, 'name' => 'W.'])->assertNoContent();
        self::assertSame($this->steward->id, $passed->refresh()->owner_id);
        $record = $this->getJson("/api/records/$published->uuid.json")->assertOk();
        self::assertSame(['W.', 'W.', 'W.'], [$record->json('owner'), $record->json('publishedBy'), $record->json('rows.0.verdicts.0.by')]);
        self::assertStringNotContainsString('"wren"', (string) $record->getContent());
        $beside = $this->getJson("/api/records/$others->uuid.json")->assertOk()->assertHeader('X-Fingerprint', 'holds');
        self::assertSame(['W.', 'other'], [$beside->json('rows.0.verdicts.0.by'), $beside->json('owner')]);
        self::assertStringNotContainsString('"wren"', (string) json_encode(Revision::query()->get()->map(static fn (Revision $r): array => [$r->record, $r->evidence])));
        self::assertSame(0, SignIn::query()->where('user_id', $this->wren->id)->count());
        $this->elsewhere(null);
        $this->signIn()->assertStatus(422);
    }

    public function testAllThatIsMineComesAlong(): void
    {
        $this->actingAs($this->wren);
        $card = $this->card('property', 'PB28');
        $this->postJson("/api/cards/$card->uuid/stand-in")->assertStatus(202);
        $this->putJson('/api/hand-readings/'.self::uuid(), ['specimenUuid' => $card->specimens[0]->uuid, 'what' => 'spread', 'value' => '4'])->assertCreated();
        $answer = $this->get('/api/account/export.zip')->assertOk()->assertHeader('Cache-Control', 'no-store, private');
        $sent = $answer->baseResponse;
        self::assertInstanceOf(BinaryFileResponse::class, $sent);
        $file = $sent->getFile()->getPathname();
        $zip = new \ZipArchive;
        self::assertTrue($zip->open($file));
        self::assertSame($card->title, json_decode((string) $zip->getFromName("cards/$card->uuid.json"), true)['title']);
        self::assertStringContainsString('Paint 0', (string) $zip->getFromName('collection.csv'));
        $picture = $card->pictures()->firstOrFail();
        self::assertSame($picture->sha256, hash('sha256', (string) $zip->getFromName("pictures/$picture->uuid.png")));
        self::assertStringNotContainsString($this->wren->password, (string) $zip->getFromName('account.json'));
    }
}
