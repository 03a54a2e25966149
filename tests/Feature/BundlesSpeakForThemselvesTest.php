<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Actions\PublishRecord;
use App\Console\Commands\WorkSweep;
use App\Jobs\RunBundle;
use App\Ledger\Entries;
use App\Ledger\Settle;
use App\Ledger\TakeBack;
use App\Models\Answer;
use App\Models\Bundle;
use App\Models\Card;
use App\Models\Ledger;
use App\Models\Measurement;
use App\Models\Question;
use App\Models\Revision;
use App\Models\User;
use App\Queries\RecordStanding;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Exchange\RecordFingerprint;
use MarshTrial\Core\Exchange\Signature;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Tests\Support\TwoLedgers;

/** A bundle says what its own ledger says: it ends nothing here, answers for nobody here, and proves no key but its own. */
final class BundlesSpeakForThemselvesTest extends FeatureTestCase
{
    use ExchangesBundles;

    public function testNobodyElseClosesOrAnswersWhatWasAskedHere(): void
    {
        $two = self::twoWithRecords(1);
        $two->exchange(0);
        // Asked in the second ledger, and heard of in the first.
        $asked = $two->in(1, static fn (): Question => Question::query()->create(['uuid' => self::uuid(), 'by_id' => User::query()->firstOrFail()->id, 'at' => now(), 'card_id' => Card::query()->firstOrFail()->id, 'row' => 1, 'text' => 'Which brush?']));
        $steward = $two->in(1, static fn (): array => User::query()->whereNull('ledger_id')->where('is_steward', true)->firstOrFail()->only('uuid', 'name'));
        $two->exchange(1);
        $path = self::written($two, 0);
        self::rewritten($path, static function (array $list, array &$parts) use ($asked, $steward): array {
            $said = json_decode($parts['said.json'], true);
            foreach ($said['questions'] as $i => $q) {
                $said['questions'][$i]['closedAt'] = $q['uuid'] === $asked->uuid ? '2026-06-02T00:00:00Z' : $q['closedAt'];
            }
            $said['people'][] = $steward;
            $said['answers'][] = ['uuid' => self::uuid(), 'question' => $asked->uuid, 'text' => 'All of it is made up.', 'by' => $steward['uuid'], 'at' => '2026-06-02T00:00:00Z'];
            $parts['said.json'] = (string) json_encode($said);

            return $list;
        });
        $two->in(1, static fn (): Bundle => TwoLedgers::takeIn($path));
        $two->in(1, function () use ($asked): void {
            self::assertNull(Question::query()->where('uuid', $asked->uuid)->firstOrFail()->closed_at);
            $said = Answer::query()->with('by')->where('text', 'All of it is made up.')->firstOrFail();
            self::assertNotNull($said->by->ledger_id);
            self::assertStringEndsWith(', as told by Saltern Reach sketchers', $said->by->saidBy());
            $revision = Revision::query()->with('card')->firstOrFail();
            self::assertStringContainsString('as told by Saltern Reach sketchers', (string) json_encode(RecordStanding::of($revision, $revision->record, null)['questions']));
        });
        // What the first ledger asked it closes itself.
        $two->in(0, static fn () => Question::query()->where('text', 'Which batch?')->update(['closed_at' => now()]));
        $two->exchange(0);
        self::assertNotNull($two->in(1, static fn (): mixed => Question::query()->where('text', 'Which batch?')->value('closed_at')));
    }

    public function testALedgerSpeaksForNobodyOfAThird(): void
    {
        $two = self::twoWithRecords(1);
        $two->exchange(0);
        $third = ['uuid' => self::uuid(), 'name' => 'Far Shore'];
        $path = self::written($two, 0);
        self::rewritten($path, static function (array $list, array &$parts) use ($third): array {
            $said = json_decode($parts['said.json'], true);
            $said['questions'][] = ['uuid' => self::uuid(), 'text' => 'Did you make it all up?', 'closedAt' => null] + $said['questions'][0];
            $parts['said.json'] = (string) json_encode($said);

            return ['ledger' => $third] + $list;
        }, Signature::keyPair()['secret_key']);
        $two->in(1, static function () use ($path): void {
            TwoLedgers::takeIn($path);
            [$before, $now] = array_map(static fn (string $text): User => Question::query()->with('by')->where('text', $text)->firstOrFail()->by, ['Which batch?', 'Did you make it all up?']);
            self::assertSame([$before->name.', as told by Saltern Reach sketchers', $before->name.', as told by Far Shore'], [$before->saidBy(), $now->saidBy()]);
            self::assertNotSame($before->id, $now->id);
        });
    }

    public function testALedgerThatBearsAKnownNameIsToldBefore(): void
    {
        $two = self::twoWithRecords(1);
        $like = static fn (): ?string => $two->in(1, static fn (): ?string => TwoLedgers::arrive(self::written($two, 0))->report['namedLike'] ?? null);
        self::assertNull($like());
        foreach ([' GREY  tide Circle', 'The Grey-Tide circle', 'Grey Tyde circle'] as $name) {
            $two->in(0, static fn () => Ledger::own()->update(['name' => $name]));
            self::assertSame('this ledger', $like(), $name);
        }
        $two->in(0, static fn () => Ledger::own()->update(['name' => 'Grey Tide circle of painters']));
        self::assertNull($like());
    }

    public function testARelayProvesNoKeyButItsOwn(): void
    {
        $two = TwoLedgers::begin(new Randomizer(new Mt19937(7)), self::folder(), false);
        // A relay brings a record of a third ledger that nobody has met, signed with a key that the relay made up.
        $third = ['uuid' => self::uuid(), 'name' => 'Far Shore'];
        $relay = $two->in(0, static fn (): array => Ledger::own()->named());
        $relayKey = $two->in(0, static fn (): string => (string) Ledger::own()->secret_key);
        [$false, $true] = [Signature::keyPair(), Signature::keyPair()];
        $two->in(0, static fn () => Ledger::own()->update([...$third, ...$true]));
        $two->publish(0);
        $path = self::written($two, 0);
        $as = static fn (string $secret): \Closure => static function (array $list, array &$parts) use ($third, $relay, $secret): array {
            $r = &$list['records'][0];
            $r['signature'] = Signature::of(Signature::ofRecord($third['uuid'], $r['card'], $r['number'], $r['fingerprint'], hash('sha256', $parts[$r['evidence']])), $secret);

            return ['ledger' => $relay] + $list;
        };
        self::rewritten($path, $as($false['secret_key']), $relayKey);
        $report = $two->in(1, static fn (): array => TwoLedgers::takeIn($path)->report ?? []);
        self::assertFalse($report['listed'][0]['proven']);
        $known = static fn (): Ledger => $two->in(1, static fn (): Ledger => Ledger::query()->where('uuid', $third['uuid'])->firstOrFail());
        self::assertFalse($known()->proven);
        self::assertTrue($two->in(1, static fn (): bool => Ledger::query()->where('name', 'Saltern Reach sketchers')->firstOrFail()->proven));
        // Another relay with another key is refused, known as little as the first.
        self::rewritten($path, $as($true['secret_key']), $relayKey);
        $two->in(1, static fn () => Card::query()->get()->each(self::lose(...)));
        self::assertSame(1, $two->in(1, static fn (): int => (int) (TwoLedgers::arrive($path)->report['wrong'] ?? 0)));
        // Its own bundle proves its own, whatever was said before.
        self::rewritten($path, static fn (array $list): array => ['ledger' => $third] + $list, $true['secret_key']);
        $two->in(1, static fn (): Bundle => TwoLedgers::takeIn($path));
        self::assertTrue($known()->proven);
        self::assertSame($true['public_key'], $known()->public_key);
        // Then a record of it that is signed anew with another key is refused, by whomever it comes.
        self::rewritten($path, $as($false['secret_key']), $relayKey);
        $two->in(1, static fn () => Card::query()->get()->each(self::lose(...)));
        $report = $two->in(1, static fn (): array => TwoLedgers::arrive($path)->report ?? []);
        self::assertSame([1, 'The record is not signed by the ledger that it is said to be of.'], [$report['wrong'], $report['faults'][0]['why']]);
    }

    public function testWhatWasSeizedBeforeGoesWithTheFirstBundleOfItsOwn(): void
    {
        $two = self::twoWithRecords(1);
        $two->exchange(0);
        $two->in(1, static function (): void {
            // As if a relay had brought it first, signed with a key of its own.
            Ledger::query()->where('name', 'Saltern Reach sketchers')->update(['proven' => false, 'public_key' => 'AAAA']);
            Revision::query()->update(['signature' => ['key' => 'AAAA', 'value' => 'x'], 'fingerprint' => str_repeat('0', 64)]);
        });
        $path = self::written($two, 0);
        self::assertSame(1, $two->in(1, static fn (): int => (int) (TwoLedgers::takeIn($path)->report['signedOtherwise'] ?? 0)));
        self::assertSame($two->in(0, Entries::fingerprint(...)), $two->in(1, Entries::fingerprint(...)));
    }

    /** Two revisions of one number, as copies of a ledger make them: the same one stands everywhere, in whatever order they came. */
    public function testOfTwoRevisionsOfOneNumberTheSameOneStandsEverywhere(): void
    {
        foreach ([1, 2, 3, 4] as $seed) {
            $two = TwoLedgers::begin(new Randomizer(new Mt19937($seed)), self::folder(), true);
            // Each copy publishes its own second revision of the first record.
            foreach ([0, 1] as $house) {
                $two->in($house, static function () use ($house): void {
                    $card = Card::query()->whereNull('ledger_id')->orderBy('id')->firstOrFail();
                    $card->update(['title' => "As house $house has it"]);
                    PublishRecord::of($card, User::query()->firstOrFail(), because: 'another title');
                });
            }
            $two->exchange(0);
            $two->exchange(1);
            $stands = static fn (int $house): array => $two->in($house, static fn (): array => Revision::query()->newest()->orderBy('card_id')->pluck('fingerprint')->all());
            self::assertSame($stands(0), $stands(1));
            $highest = $two->in(0, static fn (): string => (string) Revision::query()->where('number', 2)->max('fingerprint'));
            self::assertContains($highest, $stands(0));
        }
    }

    /** A third ledger takes both in: the tests of the revision that stands count, in whatever order they come. */
    public function testOfTwoRevisionsOfOneNumberTheTestsOfTheSameOneCount(): void
    {
        $counting = [];
        foreach ([[0, 1], [1, 0]] as $order) {
            $two = self::twoWithRecords(1);
            $paths = [];
            foreach ([0, 1] as $which) {
                $path = self::written($two, 0);
                if ($which === 1) {
                    self::rewritten($path, static function (array $list, array &$parts): array {
                        $r = &$list['records'][0];
                        $record = ['title' => 'Said otherwise'] + json_decode($parts[$r['record']], true);
                        $record['fingerprint'] = RecordFingerprint::of($record);
                        $evidence = ['record' => $record['fingerprint']] + json_decode($parts[$r['evidence']], true);
                        foreach (['record', 'evidence'] as $part) {
                            unset($parts[$r[$part]], $list['files'][$r[$part]]);
                            $r[$part] = \MarshTrial\Core\Exchange\Bundle::name($part === 'record' ? 'records' : 'evidence', $r['card'], $r['number'], $record['fingerprint']);
                            $parts[$r[$part]] = (string) json_encode($part === 'record' ? $record : $evidence);
                        }
                        $r['fingerprint'] = $record['fingerprint'];
                        $r['title'] = 'Said otherwise';
                        $r['signature'] = Signature::of(Signature::ofRecord($list['ledger']['uuid'], $r['card'], $r['number'], $r['fingerprint'], hash('sha256', $parts[$r['evidence']])), (string) DB::connection('house0')->table('ledgers')->where('own', true)->value('secret_key'));

                        return $list;
                    });
                }
                copy($path, $paths[$which] = self::folder()."/$which.zip");
            }
            foreach ($order as $which) {
                $two->in(1, static fn (): Bundle => TwoLedgers::takeIn($paths[$which]));
            }
            [$titles, $fingerprints] = $two->in(1, static fn (): array => [Card::query()->whereNotNull('ledger_id')->pluck('title')->all(), Revision::query()->pluck('title', 'fingerprint')->all()]);
            self::assertCount(2, $fingerprints);
            self::assertSame([$fingerprints[max(array_keys($fingerprints))]], $titles);
            $counting[] = count($titles);
        }
        self::assertSame([1, 1], $counting);
    }

    public function testWhatAnotherLedgerWithdrewCountsForNobodyAndIsNoDraftHere(): void
    {
        $two = self::twoWithRecords(2);
        $two->exchange(0);
        $two->in(1, function (): void {
            $steward = User::query()->whereNull('ledger_id')->where('is_steward', true)->firstOrFail();
            [$withdrawn, $stands] = [Card::query()->whereNotNull('withdrawn_at')->firstOrFail(), Card::query()->whereNull('withdrawn_at')->firstOrFail()];
            $seen = static fn (?User $by): array => Measurement::query()->whereIn('id', Measurement::idsVisibleTo($by))->pluck('card_id')->all();
            self::assertSame([[$stands->id], [$stands->id]], [$seen(null), $seen($steward)]);
            self::assertSame([0], Measurement::query()->where('card_id', $withdrawn->id)->distinct()->pluck('published')->map(intval(...))->all());
        });
    }

    public function testWhatIsBeingTakenInIsSeenByNobodyAndHoldsNobodyUp(): void
    {
        $two = self::twoWithRecords(3);
        $path = self::written($two, 0);
        $seen = [];
        $two->in(1, function () use ($path, &$seen): void {
            $began = $longest = 0.0;
            DB::connection()->beforeStartingTransaction(static function () use (&$began): void {
                $began = microtime(true);
            });
            DB::listen(static function ($query) use (&$seen, &$longest, &$began): void {
                $longest = DB::transactionLevel() > 0 ? max($longest, microtime(true) - $began) : $longest;
                if (str_contains($query->sql, 'insert into "revisions"')) {
                    $seen[] = [Revision::query()->count(), Card::query()->visibleTo(null)->count(), Entries::counts()['revisions']];
                }
            });
            TwoLedgers::takeIn($path);
            self::assertLessThan(2.0, $longest);
            self::assertSame(3, Revision::query()->count());
        });
        self::assertSame([[0, 0, 0], [0, 0, 0], [0, 0, 0]], $seen);
    }

    public function testWhatWasUnderWayIsTakenUpOrGivenBack(): void
    {
        $two = self::twoWithRecords(2);
        $path = self::written($two, 0);
        $two->in(1, function () use ($path): void {
            $none = DB::table('specimens')->count();
            $bundle = TwoLedgers::takeIn($path);
            self::assertGreaterThan($none, DB::table('specimens')->count());
            // A restored backup: staged, said to be taken in, and its file is not here.
            $bundle->update(['state' => 'taking']);
            DB::table('cards')->whereIn('id', DB::table('bundle_changes')->where('bundle_id', $bundle->id)->where('table', 'cards')->select('row_id'))->update(['published_at' => null]);
            self::assertSame(2, Settle::staged($bundle)->count());
            Artisan::call(WorkSweep::class);
            self::assertSame(['failed', RunBundle::STOPPED], array_values($bundle->refresh()->only('state', 'problem')));
            self::assertSame([$none, 0, 0], [DB::table('specimens')->count(), Card::query()->count(), DB::table('revisions')->count()]);
            // With its file it goes on.
            @mkdir(dirname($bundle->path()), 0770, true);
            copy($path, $bundle->path());
            $bundle->update(['state' => 'taking']);
            Artisan::call(WorkSweep::class);
            self::assertSame('taken', $bundle->refresh()->state);
            TakeBack::of($bundle);
        });
    }
}
