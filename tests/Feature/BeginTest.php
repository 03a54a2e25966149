<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Actions\PracticeShore;
use App\Jobs\LoadPractice;
use App\Models\House;
use App\Models\Paint;
use App\Models\User;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use Illuminate\Support\Facades\Schema;

/** Where to begin: the first tester at this machine, and the practice shore that comes and goes. */
final class BeginTest extends FeatureTestCase
{
    private const FOUNDER = ['name' => 'Maren Saltgrass', 'email' => 'Maren@saltings.example', 'password' => 'withies in the tide'];

    private function emptied(): void
    {
        User::query()->delete();
        DB::table('house')->delete();
    }

    public function testTheFirstTesterIsRecordedHereAndOnlyOnce(): void
    {
        $this->getJson('/api/begin')->assertOk()->assertJsonPath('empty', true)->assertJsonPath('founded', true)->assertJsonPath('mayFound', false);
        $this->postJson('/api/founder', self::FOUNDER)->assertStatus(422);
        $this->emptied();
        $this->getJson('/api/begin')->assertJsonPath('mayFound', true);
        // Whoever is first on the network is not therefore first.
        $this->withServerVariables(['REMOTE_ADDR' => '192.168.7.9'])->postJson('/api/founder', self::FOUNDER)->assertForbidden();
        $this->getJson('/api/begin')->assertJsonPath('mayFound', false);
        $this->withServerVariables(['REMOTE_ADDR' => '127.0.0.1']);
        self::assertStringContainsString('12 characters', (string) $this->postJson('/api/founder', ['password' => 'short'] + self::FOUNDER)->assertStatus(422)->json('detail'));
        $this->postJson('/api/founder', self::FOUNDER)->assertCreated();
        self::assertSame(['maren@saltings.example', true], [User::query()->firstOrFail()->email, User::query()->firstOrFail()->is_steward]);
        $this->getJson('/api/session')->assertJsonPath('user.name', 'Maren Saltgrass');
        $this->postJson('/api/founder', ['email' => 'second@saltings.example'] + self::FOUNDER)->assertStatus(422);
        self::assertSame(1, User::query()->count());
    }

    public function testPracticeComesIntoAnEmptyHouseAndGoesWithAllThatWasDone(): void
    {
        Queue::fake();
        $this->emptied();
        $this->withServerVariables(['REMOTE_ADDR' => '192.168.7.9'])->postJson('/api/practice')->assertForbidden();
        $this->withServerVariables(['REMOTE_ADDR' => '127.0.0.1'])->postJson('/api/practice')->assertOk()->assertJsonPath('practice', 0);
        Queue::assertPushed(LoadPractice::class, 1);
        // It is not asked for twice, and nobody else founds a house meanwhile.
        $this->postJson('/api/practice')->assertStatus(422);
        self::assertTrue(House::isLoading());
        House::hasLoaded();
        House::becomeDemo();
        $tamsin = User::query()->create(['uuid' => self::uuid(), 'name' => 'Tamsin', 'email' => 'tamsin@saltern-reach.example', 'password' => 'reed-and-salt', 'is_steward' => true])->refresh();
        $odo = User::query()->create(['uuid' => self::uuid(), 'name' => 'Odo', 'email' => 'odo@saltern-reach.example', 'password' => 'x'])->refresh();
        $this->getJson('/api/begin')->assertJsonPath('practice', 1)->assertJsonPath('practiceSignIn.email', 'tamsin@saltern-reach.example');
        $this->withServerVariables(['REMOTE_ADDR' => '192.168.7.9'])->getJson('/api/begin')->assertJsonPath('practiceSignIn', null);
        $this->withServerVariables(['REMOTE_ADDR' => '127.0.0.1']);
        $this->getJson('/api/session')->assertJsonPath('practice', true);
        $this->actingAs($tamsin);
        $card = $this->card();
        $this->postJson("/api/cards/$card->uuid/stand-in")->assertStatus(202);
        $this->postJson('/api/drawer')->assertOk();
        $this->actingAs($odo)->deleteJson('/api/practice')->assertForbidden();
        $this->actingAs($tamsin)->deleteJson('/api/practice')->assertOk()->assertJsonPath('practice', null)->assertJsonPath('empty', true)->assertJsonPath('founded', false);
        foreach (array_diff(Schema::getTableListing(schemaQualified: false), ['migrations', 'jobs', 'ledgers']) as $table) {
            self::assertSame(0, DB::table($table)->count(), $table);
        }
        // The house keeps its own ledger, without a name.
        self::assertSame([''], DB::table('ledgers')->where('own', true)->pluck('name')->all());
        self::assertSame(1, DB::table('ledgers')->count());
        $this->postJson('/api/practice')->assertOk();
    }

    public function testEvidenceAndPracticeNeverMix(): void
    {
        $this->actingAs($this->steward);
        $this->putPaint(self::uuid())->assertCreated();
        self::assertStringContainsString('never mix', (string) $this->postJson('/api/practice')->assertStatus(422)->json('detail'));
        // What is no practice is not taken away.
        $this->deleteJson('/api/practice')->assertStatus(422);
        self::assertSame([1, 3], [Paint::query()->count(), User::query()->count()]);
        $this->actingAs($this->wren)->postJson('/api/practice')->assertForbidden();
        self::assertNull(PracticeShore::loaded());
    }
}
