<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\BenchSession;
use App\Models\Invitation;
use App\Models\PasswordLink;
use App\Models\PhoneLink;
use App\Models\User;
use App\Rules\HardToGuess;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Validator;
use PHPUnit\Framework\Attributes\DataProvider;

/** Who may act on whom, what ends with a person or a password, and what two who act at once may not both do. */
final class WhoMayActTest extends FeatureTestCase
{
    private const PASSWORD = 'low water at dusk';

    private int $circle;

    protected function setUp(): void
    {
        parent::setUp();
        $this->circle = DB::table('circles')->insertGetId(['uuid' => self::uuid(), 'name' => 'Mudflat', 'name_key' => 'mudflat']);
    }

    private function person(string $name, bool $steward = false, ?int $circle = null): User
    {
        return User::query()->create(['uuid' => self::uuid(), 'name' => $name, 'email' => "$name@saltern-reach.example", 'password' => 'x', 'is_steward' => $steward, 'circle_id' => $circle])->refresh();
    }

    /** Does something the moment before the next transaction begins, as somebody would who was a little faster. */
    private function justBefore(\Closure $do): void
    {
        $done = false;
        DB::connection()->beforeStartingTransaction(static function () use ($do, &$done): void {
            if (! $done) {
                $done = true;
                $do();
            }
        });
    }

    public function testAStewardOfACircleActsOnItsPeopleAlone(): void
    {
        $steward = $this->person('fen', true, $this->circle);
        $member = $this->person('kes', false, $this->circle);
        $this->actingAs($this->wren);
        $this->card('fade', 'PV3');
        $this->actingAs($steward);
        foreach ([$this->wren, $this->steward, $this->person('elsewhere', false, DB::table('circles')->insertGetId(['uuid' => self::uuid(), 'name' => 'Sandbar', 'name_key' => 'sandbar']))] as $other) {
            $this->getJson("/api/people/$other->uuid/leaving")->assertForbidden();
            $this->deleteJson("/api/people/$other->uuid", ['drafts' => 'pass on', 'to' => $steward->uuid])->assertForbidden();
            self::assertNull($other->refresh()->removed_at);
        }
        // Nor do drafts of somebody of the house pass to the steward of a circle, whoever asks.
        $this->actingAs($this->steward)->deleteJson("/api/people/{$this->wren->uuid}", ['drafts' => 'pass on', 'to' => $steward->uuid])->assertStatus(422);
        $this->actingAs($steward)->getJson("/api/people/$member->uuid/leaving")->assertOk();
        $this->deleteJson("/api/people/$member->uuid", ['drafts' => 'pass on', 'to' => $steward->uuid])->assertNoContent();
        self::assertNotNull($member->refresh()->removed_at);
        $this->deleteJson('/api/practice')->assertForbidden();
    }

    public function testOfTheLastTwoStewardsOneStays(): void
    {
        $second = $this->person('ruff', true);
        $this->justBefore(fn () => DB::table('users')->where('id', $this->steward->id)->update(['is_steward' => false]));
        $this->actingAs($this->steward)->putJson("/api/people/$second->uuid", ['name' => 'ruff', 'email' => $second->email, 'isSteward' => false])->assertStatus(409)->assertJsonPath('detail', 'This is the last steward; make another tester one first.');
        self::assertTrue($second->refresh()->is_steward);
        // Nor is somebody brought back who has just left.
        $third = $this->person('teal');
        DB::table('users')->where('id', $this->steward->id)->update(['is_steward' => true]);
        $this->justBefore(static fn () => DB::table('users')->where('id', $third->id)->update(['removed_at' => now()]));
        $this->actingAs($this->steward->refresh())->putJson("/api/people/$third->uuid", ['name' => 'teal', 'email' => $third->email, 'isSteward' => true])->assertNotFound();
        self::assertFalse($third->refresh()->is_steward);
    }

    public function testAPasswordLinkIsUsedByTheFirstOfSeveralAtOnce(): void
    {
        $secret = explode('#', PasswordLink::make($this->wren, $this->steward))[1];
        $this->justBefore(static fn () => PasswordLink::use($secret));
        $this->postJson('/api/password', ['secret' => $secret, 'password' => self::PASSWORD])->assertStatus(422);
        $this->postJson('/api/session', ['email' => $this->wren->email, 'password' => self::PASSWORD])->assertStatus(422);
        // One whose password is refused may be tried again.
        $secret = explode('#', PasswordLink::make($this->wren, $this->steward))[1];
        $this->postJson('/api/password', ['secret' => $secret, 'password' => 'wren wren wren'])->assertStatus(422);
        $this->postJson('/api/password', ['secret' => $secret, 'password' => self::PASSWORD])->assertOk();
    }

    public function testAnotherPasswordEndsTokensAndLinks(): void
    {
        $this->actingAs($this->wren);
        $card = $this->card('fade', 'PV3');
        $opened = function () use ($card): array {
            [, $secret] = PhoneLink::forTelephone($this->wren, $card, null);

            return [$this->wren->createToken('script', ['read'])->plainTextToken, (string) PhoneLink::open($secret)];
        };
        [$token, $hold] = $opened();
        $this->putJson('/api/account/password', ['current' => 'tide-table', 'password' => self::PASSWORD])->assertOk();
        self::assertNull(PhoneLink::heldBy($hold));
        $this->app['auth']->forgetGuards();
        $this->getJson('/api/account', ['Authorization' => "Bearer $token"])->assertUnauthorized();
        [$token, $hold] = $opened();
        $secret = explode('#', PasswordLink::make($this->wren, $this->steward))[1];
        $this->postJson('/api/password', ['secret' => $secret, 'password' => self::PASSWORD.' again'])->assertOk();
        self::assertNull(PhoneLink::heldBy($hold));
        self::assertSame(0, $this->wren->tokens()->count());
    }

    public function testWhatSomebodyBeganEndsWithThem(): void
    {
        $leaving = $this->person('ruff', true);
        $this->actingAs($this->wren);
        $card = $this->card('fade', 'PV3');
        [, $secret] = PhoneLink::forTelephone($leaving, $card, null);
        $hold = (string) PhoneLink::open($secret);
        self::assertNotNull(PhoneLink::heldBy($hold));
        [, $invitation] = Invitation::invite($leaving, 'somebody', true, null);
        $link = explode('#', PasswordLink::make($this->other, $leaving))[1];
        $this->actingAs($this->steward)->deleteJson("/api/people/$leaving->uuid", ['drafts' => 'delete'])->assertNoContent();
        self::assertSame([null, null, null], [PhoneLink::heldBy($hold), Invitation::ofSecret(explode('#', $invitation)[1]), PasswordLink::ofSecret($link)]);
        // An invitation is worth what whoever gave it may still do.
        $demoted = $this->person('teal', true);
        [, $invitation] = Invitation::invite($demoted, 'somebody', true, null);
        self::assertNotNull(Invitation::ofSecret($secret = explode('#', $invitation)[1]));
        $demoted->update(['is_steward' => false]);
        self::assertNull(Invitation::ofSecret($secret));
        $demoted->update(['is_steward' => true, 'circle_id' => $this->circle]);
        self::assertNull(Invitation::ofSecret($secret));
    }

    public function testAHelperOfASessionLeavesTheNameOfACardAlone(): void
    {
        $this->actingAs($this->wren);
        $card = $this->card('property', 'PB28');
        $session = BenchSession::put(self::uuid(), ['title' => 'Slack water', 'planned_on' => '2026-02-01', 'paper_id' => $card->paper_id, 'tests' => ['property'], 'protocols' => [], 'conditions' => []]);
        $session->people()->attach($this->other->id);
        $card->update(['bench_session_id' => $session->id]);
        $edition = ['If-Match' => "\"$card->edition\""];
        $body = ['kind' => 'property', 'title' => 'Mine now', 'paperUuid' => $card->paper->uuid, 'side' => 'felt side', 'pans' => [$card->specimens[0]->pan->uuid]];
        $this->actingAs($this->other)->getJson("/api/cards/$card->uuid")->assertOk();
        $this->putJson("/api/cards/$card->uuid", $body, $edition)->assertForbidden();
        $this->putJson("/api/frames/$card->uuid", [...$body, 'windows' => [['name' => 'a', 'x' => 20, 'y' => 20, 'width' => 30, 'height' => 30, 'paper' => true]]], $edition)->assertForbidden();
        self::assertSame('A card', $card->refresh()->title);
        $this->actingAs($this->wren)->putJson("/api/cards/$card->uuid", $body, $edition)->assertOk();
    }

    public function testWithoutAnInvitationNobodyLearnsWhoIsHere(): void
    {
        $join = fn (string $secret, string $email) => $this->postJson('/api/join', ['secret' => $secret, 'name' => 'Kes', 'email' => $email, 'password' => self::PASSWORD]);
        $taken = $join('guessed', $this->wren->email)->assertStatus(422);
        self::assertSame($taken->json(), $join('guessed', 'nobody@saltern-reach.example')->assertStatus(422)->json());
        [, $path] = Invitation::invite($this->steward, 'Kes', false, null);
        self::assertStringContainsString('has this address already', $join(explode('#', $path)[1], 'WREN@Saltern-Reach.example')->assertStatus(422)->json('detail'));
        config(['trust.sign_ins_by_address' => 4]);
        $join('guessed', 'a@saltern-reach.example')->assertStatus(422);
        $join('guessed', 'a@saltern-reach.example')->assertStatus(429);
    }

    /** @return array<string, array{string, bool}> */
    public static function passwords(): array
    {
        return [
            'a sentence' => ['reeds bend, tide turns', true], 'one of the commonest' => ['qwertyuiop12', false], 'a common word with digits' => ['Password2026!!', false], 'a common word twice' => ['dragondragon', false],
            'one character' => ['aaaaaaaaaaaa', false], 'few characters' => ['abababababab', false], 'digits in order' => ['012345678901', false], 'along the keyboard' => ['asdfghjklqwe', false], 'the alphabet' => ['abcdefghijklm', false],
            'a name that is told' => ['tamsin-ford-1', false], 'the program' => ['marsh trial 1', false], 'a common word among others' => ['dragon eats wet reed', true], 'a run within' => ['reed 1234 slipway', true],
        ];
    }

    #[DataProvider('passwords')]
    public function testAPasswordIsHardToGuess(string $password, bool $taken): void
    {
        $check = Validator::make(['name' => 'Tamsin-Ford', 'email' => 'tf@saltern-reach.example', 'password' => $password], ['password' => new HardToGuess]);
        self::assertSame($taken, $check->passes(), implode(' ', $check->errors()->all()));
        // And it is asked wherever a password is set.
        $this->actingAs($this->wren)->putJson('/api/account/password', ['current' => 'tide-table', 'password' => $password])->assertStatus($taken || $password === 'tamsin-ford-1' ? 200 : 422);
    }
}
