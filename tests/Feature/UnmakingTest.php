<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Actions\RequestMeasurement;
use App\Http\SecurityLog;
use App\Models\BenchSession;
use App\Models\Card;
use App\Models\Paint;
use App\Models\Pan;
use App\Models\Photo;
use App\Models\Picture;
use App\Models\Timer;
use App\Models\User;
use App\Providers\AppServiceProvider;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\Hash;
use Illuminate\Support\Facades\Log;

/** What was made can be unmade while nobody relies on it; who lets people in and out is written down. */
final class UnmakingTest extends FeatureTestCase
{
    public function testPansAndPaintsGoWhileNothingHangsOnThem(): void
    {
        $this->actingAs($this->wren);
        $card = $this->card('property', 'PB28');
        $used = $card->specimens[0]->pan;
        self::assertStringContainsString('was painted with', $this->deleteJson("/api/pans/$used->uuid")->assertStatus(422)->json('detail'));
        self::assertStringContainsString('has pans', $this->deleteJson("/api/paints/{$used->paint->uuid}")->assertStatus(422)->json('detail'));
        [$paint, $pan] = [self::uuid(), self::uuid()];
        $this->putPaint($paint, ['colourName' => 'Mistake', 'pan' => ['uuid' => $pan, 'form' => 'pan']]);
        $this->actingAs($this->other)->deleteJson("/api/pans/$pan")->assertForbidden();
        $this->actingAs($this->wren)->deleteJson("/api/pans/$pan")->assertNoContent();
        $claim = self::uuid();
        $this->putJson("/api/claims/$claim", ['paintUuid' => $paint, 'property' => 'staining', 'words' => 'clings', 'readOn' => '2026-02-20']);
        self::assertStringContainsString('has claims', $this->deleteJson("/api/paints/$paint")->assertStatus(422)->json('detail'));
        $this->deleteJson("/api/claims/$claim")->assertNoContent();
        $this->deleteJson("/api/paints/$paint")->assertNoContent();
        self::assertSame([1, 1], [Paint::query()->count(), Pan::query()->count()]);
        // The draft takes its rows, pictures and verdicts with it, and frees the pan.
        RequestMeasurement::fromStandIn(self::uuid(), $card, null);
        $this->deleteJson("/api/cards/$card->uuid")->assertNoContent();
        self::assertSame([0, 0], [Card::query()->count(), Picture::query()->count()]);
        $this->deleteJson("/api/pans/$used->uuid")->assertNoContent();
    }

    public function testAFadeCardGoesWithItsChecksAndTheFirstPictureTheyRestOn(): void
    {
        $this->actingAs($this->wren);
        $card = $this->card('fade', 'PV3');
        RequestMeasurement::fromStandIn(self::uuid(), $card, null);
        $this->putJson("/api/cards/$card->uuid/hanging/".self::uuid(), ['place' => 'loft', 'facing' => 'south', 'timeZone' => 'Europe/London', 'hungOn' => '2026-02-01'])->assertCreated();
        $check = self::uuid();
        $this->putJson("/api/cards/$card->uuid/checks/$check", ['checkedOn' => '2026-03-01', 'doseMlxh' => 3])->assertCreated();
        $this->postJson("/api/cards/$card->uuid/stand-in", ['checkUuid' => $check])->assertStatus(202);
        $this->deleteJson("/api/checks/$check")->assertStatus(409);
        $this->deleteJson("/api/cards/$card->uuid")->assertNoContent();
        self::assertSame(0, Picture::query()->count());
    }

    public function testAPhotographGoesAndATimerThatRunsAlreadyIsNotStartedTwice(): void
    {
        $this->actingAs($this->wren);
        $card = $this->card();
        $photo = self::uuid();
        $this->post("/api/photos/$photo", ['specimenUuid' => $card->specimens[0]->uuid, 'photo' => UploadedFile::fake()->image('wet.jpg', 40, 30)], ['Accept' => 'application/json'])->assertCreated();
        $this->actingAs($this->other)->deleteJson("/api/photos/$photo")->assertForbidden();
        $this->actingAs($this->wren)->deleteJson("/api/photos/$photo")->assertNoContent();
        self::assertSame(0, Photo::query()->count());

        $session = BenchSession::put(self::uuid(), ['title' => 'Slack water', 'planned_on' => '2026-02-01', 'paper_id' => $card->paper_id, 'tests' => [], 'protocols' => [], 'conditions' => []]);
        $timer = fn (array $more = []) => $this->putJson('/api/timers/'.self::uuid(), ['sessionUuid' => $session->uuid, 'kind' => 'drying', 'label' => 'card 1', 'seconds' => 60, 'startedAt' => now()->toIso8601String(), ...$more]);
        Carbon::setTestNow('2026-05-02 10:00:00');
        $first = $timer()->assertCreated()->json('uuid');
        $timer()->assertOk()->assertJsonPath('uuid', $first);
        $timer(['label' => 'card 2'])->assertCreated();
        $timer(['seconds' => 61])->assertCreated();
        Carbon::setTestNow('2026-05-02 10:01:00');
        $timer()->assertCreated();
        self::assertSame(4, Timer::query()->count());
        // Two who stop one timer do not contradict each other.
        $stop = fn (string $at) => $this->putJson("/api/timers/$first", ['sessionUuid' => $session->uuid, 'kind' => 'drying', 'label' => 'card 1', 'seconds' => 60, 'startedAt' => '2026-05-02T10:00:00Z', 'stoppedAt' => $at], ['If-Match' => '"1"']);
        $stop('2026-05-02T10:01:10Z')->assertOk()->assertJsonPath('edition', 2);
        $stop('2026-05-02T10:01:12Z')->assertOk()->assertJsonPath('edition', 2)->assertJsonPath('stoppedAt', '2026-05-02T10:01:10.000+00:00');
    }

    public function testNameAndAddressAreOnesOwnAndTheLastStewardStays(): void
    {
        $this->wren->update(['password' => 'tide-table']);
        $this->actingAs($this->wren);
        $this->putJson('/api/account', ['name' => 'Wren R.', 'email' => 'wren@saltern-reach.example'])->assertOk()->assertJsonPath('name', 'Wren R.');
        // Another address takes the present password, and nobody else's address.
        $this->putJson('/api/account', ['name' => 'Wren R.', 'email' => 'new@saltern-reach.example'])->assertStatus(422);
        $this->putJson('/api/account', ['name' => 'Wren R.', 'email' => 'other@saltern-reach.example', 'current' => 'tide-table'])->assertStatus(422);
        $this->putJson('/api/account', ['name' => 'Wren R.', 'email' => 'New@saltern-reach.example', 'current' => 'tide-table'])->assertOk()->assertJsonPath('email', 'new@saltern-reach.example');
        self::assertArrayNotHasKey('email', $this->getJson('/api/people')->json('people.0'));

        $this->actingAs($this->steward);
        self::assertArrayHasKey('email', $this->getJson('/api/people')->json('people.0'));
        $self = ['name' => 'steward', 'email' => 'steward@saltern-reach.example'];
        $this->putJson("/api/people/{$this->steward->uuid}", [...$self, 'isSteward' => false])->assertStatus(409);
        $this->putJson("/api/people/{$this->other->uuid}", ['name' => 'other', 'email' => 'other@saltern-reach.example', 'isSteward' => true])->assertOk();
        $this->putJson("/api/people/{$this->steward->uuid}", [...$self, 'isSteward' => false])->assertOk();
        self::assertFalse($this->steward->refresh()->is_steward);
        $this->putJson("/api/people/{$this->wren->uuid}", ['name' => 'x', 'email' => 'x@saltern-reach.example'])->assertForbidden();
    }

    public function testAPasswordOfEarlierDaysIsReadAndHashedAnew(): void
    {
        User::query()->whereKey($this->wren->id)->toBase()->update(['password' => password_hash('tide-table', PASSWORD_BCRYPT, ['cost' => 4])]);
        $this->postJson('/api/session', ['email' => 'wren@saltern-reach.example', 'password' => 'tide-table'])->assertOk();
        $hash = User::query()->findOrFail($this->wren->id)->password;
        self::assertSame('argon2id', password_get_info($hash)['algoName']);
        self::assertTrue(Hash::check('tide-table', $hash));
        // All of a long password counts: bcrypt would have stopped at 72 bytes.
        $long = str_repeat('low water ', 8);
        self::assertFalse(Hash::check($long.'b', Hash::make($long.'a')));
    }

    public function testWhatConcernsSecurityIsWrittenDownWithoutSecrets(): void
    {
        $lines = [];
        Log::shouldReceive('channel')->with('security')->andReturnSelf();
        Log::shouldReceive('info')->andReturnUsing(static function (string $event, array $context) use (&$lines): void {
            $lines[] = $event.' '.json_encode($context);
        });
        $this->postJson('/api/session', ['email' => 'wren@saltern-reach.example', 'password' => 'a guess of theirs'])->assertStatus(422);
        $this->postJson('/api/session', ['email' => 'wren@saltern-reach.example', 'password' => 'tide-table'])->assertOk();
        $this->flushSession();
        $this->actingAs($this->other)->postJson("/api/people/{$this->wren->uuid}/link")->assertForbidden();
        $this->actingAs($this->steward)->postJson("/api/people/{$this->wren->uuid}/link")->assertCreated();
        SecurityLog::note("two\nlines");
        self::assertSame(['sign-in refused', 'signed in', 'refused', 'password link made', "two\nlines"], array_map(static fn (string $l): string => trim(explode('{', $l)[0]), $lines));
        self::assertStringNotContainsString('a guess of theirs', implode('', $lines));
        self::assertStringNotContainsString('wren@', implode('', $lines));
        self::assertStringContainsString('"status":403', $lines[2]);
    }

    public function testOnlyItsOwnNamesAreAnswered(): void
    {
        config(['app.url' => 'https://trials.saltern-reach.example', 'trust.hosts' => ['paint.saltern-reach.example']]);
        $answers = static fn (string $host): bool => array_filter(AppServiceProvider::hosts(), static fn (string $p): bool => preg_match("{{$p}}i", $host) === 1) !== [];
        foreach (['localhost', '127.0.0.1', 'trials.saltern-reach.example', 'paint.saltern-reach.example'] as $host) {
            self::assertTrue($answers($host), $host);
        }
        foreach (['elsewhere.example', 'trials-saltern-reach.example', 'x.trials.saltern-reach.example', 'localhost.elsewhere.example'] as $host) {
            self::assertFalse($answers($host), $host);
        }
        config(['trust.hosts' => ['*']]);
        self::assertTrue($answers('elsewhere.example'));
    }

    public function testTheCommandsOfABackupSayWhatTheyDid(): void
    {
        $file = sys_get_temp_dir().'/no-backup-'.bin2hex(random_bytes(4)).'.zip';
        $this->artisan('backup:verify', ['file' => $file])->assertFailed();
        file_put_contents($file, 'PK');
        $this->artisan('backup:verify', ['file' => $file])->assertFailed();
        $this->artisan('backup:restore', ['file' => $file, '--overwrite' => true])->assertFailed();
        // A file with a name that leads elsewhere is touched by nothing.
        $zip = new \ZipArchive;
        $zip->open($file, \ZipArchive::OVERWRITE);
        $zip->addFromString('manifest.json', (string) json_encode(['format' => 'marsh-trial/backup', 'version' => 1, 'made' => 'now', 'sha256' => ['files/pictures/../../../x' => hash('sha256', 'x')]]));
        $zip->addFromString('files/pictures/../../../x', 'x');
        $zip->close();
        $this->artisan('backup:restore', ['file' => $file, '--overwrite' => true])->assertFailed();
        self::assertFileDoesNotExist(storage_path('app/pictures/../../../x'));
        unlink($file);
        // The tests' own database lives inside a transaction, from which nothing can be copied: that is said, and nothing is left behind.
        $this->artisan('backup:make', ['file' => $file])->assertFailed();
        self::assertSame([], glob("$file*") ?: []);
    }
}
