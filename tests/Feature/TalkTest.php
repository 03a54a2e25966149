<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Card;
use App\Models\Invitation;
use App\Models\Ledger;
use App\Models\Measurement;
use App\Models\Rating;
use App\Models\Strip;
use App\Models\User;
use App\Queries\Agreements;
use App\Queries\PaintStrips;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Exchange\Signature;
use MarshTrial\Core\Rating\Scale;

/** What testers have to do with each other: questions, repeats, following, coming in, circles, moderation. */
final class TalkTest extends FeatureTestCase
{
    protected function tearDown(): void
    {
        Carbon::setTestNow();
        parent::tearDown();
    }

    private function record(User $by, string $code = 'PB28'): Card
    {
        $this->actingAs($by);
        $card = $this->card('property', $code);
        $this->putJson('/api/verdicts/'.self::uuid(), ['specimenUuid' => $card->specimens[0]->uuid, 'property' => 'staining', 'word' => 'low'])->assertCreated();
        $this->postJson("/api/cards/$card->uuid/publish")->assertCreated();

        return $card->refresh();
    }

    public function testAQuestionIsAskedAnsweredAndClosedByWhoAskedAlone(): void
    {
        $card = $this->record($this->wren);
        $question = self::uuid();
        $this->actingAs($this->other);
        $this->putJson("/api/questions/$question", ['card' => $card->uuid, 'row' => 1, 'text' => ' Which batch? '])->assertCreated();
        // Sent twice it is asked once.
        $this->putJson("/api/questions/$question", ['card' => $card->uuid, 'row' => 1, 'text' => 'Which batch?'])->assertOk();
        // Other words under its name are not dropped in silence.
        $this->putJson("/api/questions/$question", ['card' => $card->uuid, 'row' => 1, 'text' => 'Which batch, and which water?'])->assertStatus(428);
        $this->actingAs($this->wren)->putJson("/api/questions/$question", ['card' => $card->uuid, 'text' => 'Mine?'])->assertStatus(422);
        $answer = self::uuid();
        $this->putJson("/api/questions/$question/answers/$answer", ['text' => 'W-1.'])->assertCreated();
        $this->putJson("/api/questions/$question/answers/$answer", ['text' => 'W-2.'])->assertStatus(428);
        $this->putJson("/api/questions/$question/closing")->assertForbidden();
        $asked = $this->getJson("/api/records/$card->uuid.json")->json('standing.questions');
        self::assertSame([['Which batch?', 'other', null, 'W-1.', true]], array_map(static fn (array $q): array => [$q['text'], $q['by'], $q['closed'], $q['answers'][0]['text'], $q['answers'][0]['tester']], $asked));
        $this->actingAs($this->other)->putJson("/api/questions/$question/closing")->assertNoContent();
        $this->putJson("/api/questions/$question/answers/".self::uuid(), ['text' => 'And?'])->assertStatus(422)->assertJsonPath('detail', 'The question is closed: whoever asked it has what they wanted to know. Ask a new one.');
        // A draft is asked nothing, and neither fingerprint nor revision know of any of this.
        $draft = $this->card();
        $this->putJson('/api/questions/'.self::uuid(), ['card' => $draft->uuid, 'text' => 'Well?'])->assertNotFound();
        $this->getJson("/api/records/$card->uuid.json")->assertHeader('X-Fingerprint', 'holds');
    }

    public function testARecordIsRepeatedInOneStepAndBothTellHowFarTheyAgree(): void
    {
        $this->actingAs($this->wren);
        $first = $this->card('property', 'PB28', 'PR254')->load('specimens.pan.paint');
        $this->rated($first, [0.30, 0.60]);
        $this->postJson("/api/cards/$first->uuid/publish")->assertCreated();
        $paints = $first->specimens->map(static fn ($s): string => $s->pan->paint->uuid);
        $this->actingAs($this->other);
        // Whoever has no pan of a paint cannot repeat it.
        $plan = $this->getJson("/api/records/$first->uuid/plan")->assertOk();
        self::assertSame([[], []], array_column($plan->json('rows'), 'pans'));
        $session = self::uuid();
        $this->putJson("/api/records/$first->uuid/repeats/$session", ['pans' => []])->assertStatus(422);
        $pan = self::uuid();
        $this->putJson("/api/pans/$pan", ['paintUuid' => $paints[1], 'form' => 'tube'])->assertCreated();
        $plan = $this->getJson("/api/records/$first->uuid/plan");
        self::assertSame([0, 1], array_map(count(...), array_column($plan->json('rows'), 'pans')));
        $this->putJson("/api/records/$first->uuid/repeats/$session", ['pans' => [2 => $pan]])->assertCreated();
        $this->putJson("/api/records/$first->uuid/repeats/$session", ['pans' => [2 => $pan]])->assertOk();
        $card = Card::query()->where('repeats_card', $first->uuid)->firstOrFail();
        self::assertSame([1, $first->paper_id, $first->paper_side, 'property', $this->other->id], [$card->repeats_number, $card->paper_id, $card->paper_side, $card->kind, $card->owner_id]);
        $uses = static fn (Card $c): array => array_column(array_filter($c->layout['windows'], static fn (array $w): bool => $w['row'] === 1), 'use');
        self::assertSame($uses($first), $uses($card));
        $this->rated($card, [0.62]);
        $this->postJson("/api/cards/$card->uuid/publish")->assertCreated();
        $record = $this->getJson("/api/records/$card->uuid.json");
        self::assertSame(['card' => $first->uuid, 'number' => 1], $record->json('repeats'));
        $told = static fn (array $named): array => [$named['card'], $named['agreement'][0]['property'], $named['agreement'][0]['pairs'], $named['agreement'][0]['agree']];
        self::assertSame([$first->uuid, 'staining', 1, 1], $told($record->json('standing.repeats')));
        self::assertSame([$card->uuid, 'staining', 1, 1], $told($this->getJson("/api/records/$first->uuid.json")->json('standing.repeatedBy.0')));
        // Far from it, the paint is named.
        Rating::query()->where('measurement_id', Measurement::query()->where('card_id', $card->id)->value('id'))->update(['value' => 0.05]);
        self::assertSame([['Paint 1'], 0], [($of = Agreements::ofCards($first, $card)[0])['apart'], $of['agree']]);
    }

    /**
     * What a picture would have said of lifting.
     *
     * @param list<float> $values by row
     */
    private function rated(Card $card, array $values): void
    {
        $picture = $card->pictures()->create(['uuid' => self::uuid(), 'owner_id' => $card->owner_id, 'moment' => 'property', 'source' => 'upload', 'sha256' => hash('sha256', self::uuid()), 'extension' => 'png']);
        $measurement = Measurement::query()->create(['uuid' => self::uuid(), 'card_id' => $card->id, 'picture_id' => $picture->id, 'state' => 'done', 'result' => ['cells' => [], 'ratings' => []]]);
        foreach ($card->specimens()->with('pan')->orderBy('row')->get() as $i => $specimen) {
            Rating::query()->create(['measurement_id' => $measurement->id, 'specimen_id' => $specimen->id, 'paint_id' => $specimen->pan->paint_id, 'row' => $specimen->row, 'property' => 'staining', 'scale' => Scale::current()->name, 'rules' => Scale::RULES, 'status' => 'measured', 'value' => $values[$i], 'uncertainty' => 0.02,
                'detail' => ['row' => $specimen->row, 'property' => 'staining', 'status' => 'measured', 'reason' => null, 'value' => $values[$i], 'uncertainty' => 0.02, 'class' => null, 'said' => null, 'chances' => [], 'classes' => [], 'classes95' => [], 'scale' => Scale::current()->name, 'remarks' => [], 'cells' => [], 'numbers' => [], 'formula' => '', 'protocol' => 'lift 1', 'atDeposit' => null]]);
        }
    }

    public function testWhatAnotherLedgerTestedStandsBesideAPaintAndNotForIt(): void
    {
        $this->actingAs($this->wren);
        [$ours, $theirs] = [$this->card('property', 'PB28'), $this->card('property', 'PB28')];
        $paint = $ours->specimens()->firstOrFail()->pan()->firstOrFail()->paint_id;
        foreach ([[$ours, 0.2], [$theirs, 0.6]] as [$card, $red]) {
            $this->rated($card, [0.3]);
            $measurement = Measurement::query()->where('card_id', $card->id)->firstOrFail();
            Strip::query()->create(['measurement_id' => $measurement->id, 'specimen_id' => $card->specimens()->firstOrFail()->id, 'paint_id' => $paint, 'kind' => 'property', 'l' => 50.0, 'a' => 0.0, 'b' => 0.0,
                'data' => ['paper' => [0.8, 0.8, 0.8], 'ink' => null, 'key' => 0, 'steps' => [[[$red, 0.1, 0.1], null]], 'wash' => null, 'unlifted' => null, 'lifted' => null, 'residue' => null, 'grain' => [null, null, null]]]);
        }
        $shown = fn (): float => PaintStrips::of([$paint], $this->wren)['strips'][$paint]->steps[0]['onPaper']->r;
        self::assertSame(0.6, $shown(), 'the newest');
        DB::table('measurements')->update(['published' => true]);
        $ledger = Ledger::query()->create(['uuid' => self::uuid(), 'name' => 'Grey Tide circle', 'own' => false, 'public_key' => Signature::keyPair()['public_key']]);
        DB::table('cards')->where('id', $theirs->id)->update(['ledger_id' => $ledger->id]);
        self::assertSame(0.2, $shown(), 'ours, though theirs is newer');
        DB::table('cards')->where('id', $ours->id)->update(['ledger_id' => $ledger->id]);
        self::assertSame(0.6, $shown(), 'the newest of theirs');
    }

    public function testATesterAloneIsToldHowTheyLean(): void
    {
        $this->actingAs($this->wren);
        $first = $this->card('property', 'PB28', 'PR254', 'PY42')->load('specimens.pan.paint');
        $this->rated($first, [0.30, 0.40, 0.50]);
        $this->postJson("/api/cards/$first->uuid/publish")->assertCreated();
        $this->actingAs($this->other);
        $pans = [];
        foreach ($first->specimens as $specimen) {
            $this->putJson('/api/pans/'.($pans[] = self::uuid()), ['paintUuid' => $specimen->pan->paint->uuid, 'form' => 'tube'])->assertCreated();
        }
        $uuid = self::uuid();
        $this->putJson("/api/cards/$uuid", ['kind' => 'property', 'title' => 'Mine', 'paperUuid' => $this->paper(), 'side' => 'felt side', 'pans' => $pans])->assertCreated();
        $this->rated(Card::query()->where('uuid', $uuid)->firstOrFail(), [0.55, 0.64, 0.76]);
        $told = $this->getJson('/api/account/agreement')->assertOk()->json('properties.0');
        self::assertSame(['staining', 3, true], [$told['property'], $told['pairs'], $told['leans']]);
        self::assertMatchesRegularExpression('/you read .*0\.2\d .*more than the others do/', $told['words']);
        // The draft is nobody else's business: the first tester has nothing to be compared with.
        self::assertSame([], $this->actingAs($this->wren)->getJson('/api/account/agreement')->json('properties'));
    }

    public function testWhatIsFollowedComesIntoTheDigestAndNothingElse(): void
    {
        $this->actingAs($this->other);
        $this->putJson('/api/follows/code/p.b.28')->assertOk()->assertJsonPath('key', 'PB28');
        $this->putJson('/api/follows/code/no-code-at-all')->assertNotFound();
        $this->putJson('/api/follows/tester/'.$this->steward->uuid)->assertOk();
        $blue = $this->record($this->wren, 'PB28');
        $red = $this->record($this->wren, 'PR254');
        $theirs = $this->record($this->steward, 'PY42');
        $this->actingAs($this->other);
        $events = static fn (array $digest): array => array_map(static fn (array $e): string => "$e[what] $e[link]", $digest['events']);
        $seen = $events($this->getJson('/api/follows')->json());
        self::assertEqualsCanonicalizing(["published /records/$blue->uuid/1", "published /records/$theirs->uuid/1"], $seen);
        self::assertNotContains("published /records/$red->uuid/1", $seen);
        $this->putJson('/api/follows/seen')->assertNoContent();
        Carbon::setTestNow(now()->addMinute());
        $this->actingAs($this->wren)->putJson("/api/cards/$blue->uuid/withdrawal", ['because' => 'another pan'])->assertOk();
        $digest = $this->actingAs($this->other)->getJson('/api/follows')->json();
        self::assertSame(['withdrawn'], array_column(array_filter($digest['events'], static fn (array $e): bool => $e['new']), 'what'));
        $this->deleteJson('/api/follows/code/PB28')->assertNoContent();
        self::assertSame([$this->steward->uuid], array_column($this->getJson('/api/follows')->json('follows'), 'key'));
        // A feed of a tester, and one of a paint.
        self::assertStringContainsString($theirs->uuid, (string) $this->get('/feed.atom?tester='.$this->steward->uuid)->getContent());
        self::assertStringNotContainsString($theirs->uuid, (string) $this->get('/feed.atom?paint='.$red->load('specimens.pan.paint')->specimens[0]->pan->paint->uuid)->getContent());
    }

    public function testAnInvitationLetsOnePersonInOnce(): void
    {
        $path = $this->actingAs($this->steward)->postJson('/api/invitations', ['words' => 'Kes', 'circle' => 'Far skerry'])->assertCreated()->json('path');
        $secret = explode('#', $path)[1];
        self::assertStringNotContainsString($secret, (string) json_encode(DB::table('invitations')->get()));
        $this->app['auth']->forgetGuards();
        $kes = ['name' => 'Kes Tern', 'email' => 'kes@far-skerry.example', 'password' => 'wind and water'];
        $this->postJson('/api/join', [...$kes, 'secret' => 'guessed'])->assertStatus(422);
        $this->postJson('/api/join', [...$kes, 'secret' => $secret, 'password' => 'short'])->assertStatus(422);
        $this->postJson('/api/join', [...$kes, 'secret' => $secret])->assertCreated();
        $this->postJson('/api/join', [...$kes, 'secret' => $secret, 'email' => 'two@far-skerry.example'])->assertStatus(422);
        $joined = User::query()->where('email', 'kes@far-skerry.example')->firstOrFail();
        self::assertSame([false, 'Far skerry'], [$joined->is_steward, DB::table('circles')->where('id', $joined->circle_id)->value('name')]);
        [$late, $path] = Invitation::invite($this->steward, '', false, null);
        $late->update(['expires_at' => now()->subSecond()]);
        $this->postJson('/api/join', [...$kes, 'secret' => explode('#', $path)[1], 'email' => 'late@far-skerry.example'])->assertStatus(422);
    }

    public function testACircleHasItsOwnDraftsAndStewardsAndOneLedgerWithAll(): void
    {
        $skerry = (int) DB::table('circles')->insertGetId(['uuid' => self::uuid(), 'name' => 'Far skerry', 'created_at' => now(), 'updated_at' => now()]);
        [$kes, $keeper] = array_map(fn (array $p): User => User::query()->create(['uuid' => self::uuid(), 'name' => $p[0], 'email' => "$p[0]@far-skerry.example", 'password' => 'x', 'is_steward' => $p[1], 'circle_id' => $skerry])->refresh(), [['kes', false], ['keeper', true]]);
        $this->actingAs($kes);
        $theirs = $this->card('property', 'PB28');
        $this->actingAs($this->wren);
        $ours = $this->card('property', 'PR254');
        $sees = fn (User $who): array => [$this->actingAs($who)->getJson("/api/cards/$theirs->uuid")->status(), $this->actingAs($who)->getJson("/api/cards/$ours->uuid")->status()];
        self::assertSame([200, 403], $sees($kes));
        self::assertSame([200, 403], $sees($keeper));
        self::assertSame([403, 200], $sees($this->wren));
        self::assertSame([200, 200], $sees($this->steward));
        self::assertSame([$theirs->uuid], array_column($this->actingAs($keeper)->getJson('/api/cards')->json('cards'), 'uuid'));
        // A steward of a circle lets people into it alone, and has no say in the house.
        $this->postJson('/api/invitations', ['circle' => 'The house'])->assertCreated();
        self::assertSame($skerry, Invitation::query()->latest('id')->value('circle_id'));
        foreach ([['put', '/api/ledger', ['name' => 'Mine']], ['put', '/api/people/'.self::uuid(), ['name' => 'a', 'email' => 'a@b.example']], ['get', '/api/audit', []], ['get', '/api/bundles', []]] as [$method, $url, $body]) {
            $this->json($method, $url, $body)->assertForbidden();
        }
        // What is published is everybody's.
        $published = $this->record($kes, 'PY42');
        self::assertContains($published->uuid, array_column($this->actingAs($this->wren)->getJson('/api/records')->json('records'), 'card'));
        // The last steward of the house stays one, whoever is steward of a circle.
        $this->actingAs($this->steward)->putJson('/api/people/'.$this->steward->uuid, ['name' => 'steward', 'email' => 'steward@saltern-reach.example', 'isSteward' => true, 'circle' => 'Far skerry'])->assertConflict();
    }

    public function testAProfileShowsWhatIsPublishedAndNothingPrivate(): void
    {
        $card = $this->record($this->wren);
        $this->app['auth']->forgetGuards();
        $profile = $this->getJson('/api/people/'.$this->wren->uuid.'/profile')->assertOk();
        self::assertSame([$card->uuid], array_column($profile->json('records'), 'card'));
        foreach ([$this->wren->email, 'tin', 'W-1'] as $private) {
            self::assertStringNotContainsString($private, (string) $profile->getContent());
        }
        $this->getJson('/api/people/'.$this->other->uuid.'/profile')->assertNotFound();
        // What was withdrawn is no longer told of.
        $this->actingAs($this->wren)->putJson("/api/cards/$card->uuid/withdrawal", ['because' => 'another tube'])->assertOk();
        self::assertSame([0, []], [$this->getJson('/api/people/'.$this->wren->uuid.'/profile')->json('total'), $this->getJson('/api/people/'.$this->wren->uuid.'/profile')->json('records')]);
    }

    public function testWhatIsReportedIsLookedAtHiddenAndKept(): void
    {
        $card = $this->record($this->wren);
        $question = self::uuid();
        $this->actingAs($this->other)->putJson("/api/questions/$question", ['card' => $card->uuid, 'text' => 'Buy my paints!'])->assertCreated();
        $this->actingAs($this->wren)->putJson('/api/reports/'.self::uuid(), ['subject' => 'question', 'uuid' => $question, 'words' => 'an advertisement'])->assertCreated();
        $this->putJson('/api/reports/'.self::uuid(), ['subject' => 'question', 'uuid' => self::uuid(), 'words' => 'nothing'])->assertNotFound();
        $report = $this->actingAs($this->steward)->getJson('/api/reports')->assertOk()->json('reports.0');
        self::assertSame(['Buy my paints!', "/records/$card->uuid", null], [$report['told'], $report['link'], $report['settled']]);
        $this->putJson("/api/hidden/question/$question")->assertNoContent();
        $this->putJson("/api/hidden/record/$card->uuid")->assertStatus(422);
        $this->putJson("/api/reports/$report[uuid]/settlement")->assertNoContent();
        self::assertSame([true], array_column($this->getJson("/api/records/$card->uuid.json")->json('standing.questions'), 'hidden'));
        self::assertSame([], $this->actingAs($this->other)->getJson("/api/records/$card->uuid.json")->json('standing.questions'));
        $this->actingAs($this->steward)->deleteJson("/api/hidden/question/$question")->assertNoContent();
        // The trail tells who did what, for whoever has to know.
        $did = array_map(static fn (array $e): string => "$e[by] $e[did]", $this->getJson('/api/audit')->json('entries'));
        self::assertSame('steward DELETE hidden/{subject}/{uuid}', $did[0]);
        self::assertContains('other PUT questions/{uuid}', $did);
        self::assertNotContains('wren PUT reports/{uuid} refused', $did);
        self::assertSame(['wren'], array_unique(array_column($this->getJson('/api/audit?who='.$this->wren->uuid)->json('entries'), 'by')));
    }
}
