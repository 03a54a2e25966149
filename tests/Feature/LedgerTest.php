<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Actions\PublishRecord;
use App\Actions\RemovePerson;
use App\Actions\WithdrawRecord;
use App\Ledger\BundleFile;
use App\Ledger\Entries;
use App\Ledger\Schemas;
use App\Ledger\TakeBack;
use App\Ledger\WriteBundle;
use App\Models\Answer;
use App\Models\Bundle;
use App\Models\Card;
use App\Models\Ledger;
use App\Models\Question;
use App\Models\User;
use App\Queries\Digest;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Exchange\Signature;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Tests\Support\BundleMutant;
use Tests\Support\TwoLedgers;

/** Records travel between ledgers: nothing twice, nothing lost, nothing overwritten, nothing half. */
final class LedgerTest extends FeatureTestCase
{
    use ExchangesBundles;

    /** How many histories, kills and damaged bundles are tried here; bin/accuracy exchange tries 300, 50 and 1 000. */
    private const TRIED = ['HISTORIES' => 12, 'KILLS' => 6, 'MUTANTS' => 120];

    private static function tried(string $what): int
    {
        return (int) (getenv("LEDGER_$what") ?: self::TRIED[$what]);
    }

    public function testWhateverHappensInTwoLedgersTheyEndEqual(): void
    {
        $kinds = [];
        for ($seed = 1; $seed <= self::tried('HISTORIES'); $seed++) {
            $random = new Randomizer(new Mt19937($seed));
            $two = TwoLedgers::begin($random, self::folder(), $seed % 4 === 0);
            for ($step = $random->getInt(8, 20); $step > 0; $step--) {
                $two->step();
            }
            self::assertSame([], self::faults($two), "history $seed");
            foreach (array_keys($two->said) as $what) {
                $kinds[explode(' ', $what)[0]] = true;
            }
        }
        ksort($kinds);
        self::assertSame(['answer', 'question', 'revision', 'standing'], array_keys($kinds));
    }

    /** @return list<string> what is not as it should be when both have exchanged everything */
    public static function faults(TwoLedgers $two): array
    {
        foreach ([0, 1, 0] as $from) {
            $two->exchange($from);
        }
        $faults = [];
        ksort($two->said);
        foreach ([0, 1] as $house) {
            $held = $two->in($house, $two->entries(...));
            if ($held !== $two->said) {
                $faults[] = "house $house lost ".json_encode(array_diff_assoc($two->said, $held)).', made up '.json_encode(array_diff_assoc($held, $two->said));
            }
            $titles = $two->in($house, static fn (): array => Card::query()->whereNull('ledger_id')->pluck('title', 'uuid')->all());
            if (! $two->forked && array_diff_assoc($titles, $two->titles) !== []) {
                $faults[] = "house $house overwrote a draft";
            }
        }
        foreach ($two->judged as $uuid => $house) {
            if (! $two->in($house, static fn (): bool => DB::table('verdicts')->where('uuid', $uuid)->exists())) {
                $faults[] = "house $house lost what it judged of the other's";
            }
        }
        if ($two->in(0, Entries::fingerprint(...)) !== $two->in(1, Entries::fingerprint(...))) {
            $faults[] = 'the fingerprints differ';
        }
        if (! $two->forked && $two->tests(0) !== $two->tests(1)) {
            $faults[] = 'other tests count here than there';
        }
        $before = [$two->rows(0), $two->rows(1)];
        $two->exchange(0);
        $two->exchange(1);
        if ($before !== [$two->rows(0), $two->rows(1)]) {
            $faults[] = 'exchanging once more made something twice';
        }

        return $faults;
    }

    public function testADamagedBundleEndsInASentenceOrAResultAndIsTakenBackWithoutATrace(): void
    {
        $two = self::twoWithRecords(5);
        $path = self::folder().'/whole.zip';
        @unlink($path);
        $two->in(0, static fn () => WriteBundle::to($path, WriteBundle::cards(), 'all records', false));
        $two->in(1, function () use ($two, $path): void {
            $before = $two->rows(1);
            $ended = [];
            for ($seed = 1; $seed <= self::tried('MUTANTS'); $seed++) {
                $mutant = BundleMutant::of($path, self::folder().'/mutant.zip', new Randomizer(new Mt19937($seed)), Ledger::own()->uuid);
                memory_reset_peak_usage();
                $base = memory_get_usage();
                $bundle = TwoLedgers::arrive(self::folder().'/mutant.zip');
                self::assertLessThan(128_000_000, memory_get_peak_usage() - $base, "mutant $seed, $mutant");
                self::assertContains($bundle->state, ['taken', 'failed'], "mutant $seed, $mutant");
                if ($bundle->state === 'failed') {
                    self::assertMatchesRegularExpression('/^[A-Z"].*[.?]$/su', (string) $bundle->problem, "mutant $seed, $mutant");
                    self::assertSame($before, $two->rows(1), "mutant $seed, $mutant");
                }
                $ended[$mutant][$bundle->state === 'failed' ? 'refused' : ($bundle->report['wrong'] > 0 ? 'in part' : 'whole')] = true;
                if ($bundle->state === 'taken') {
                    // Whatever came in can be read.
                    foreach (Card::query()->pluck('uuid') as $uuid) {
                        $this->getJson("/api/records/$uuid.json")->assertOk();
                    }
                    $this->getJson('/api/pigments/PB28')->assertSuccessful();
                }
                TakeBack::of($bundle);
                self::assertSame($before, $two->rows(1), "mutant $seed, $mutant, taken back");
            }
            self::assertSame([], DB::select('pragma foreign_key_check'));
            self::assertSame(['refused' => true], $ended['a name that climbs']);
            self::assertSame(['refused' => true], $ended['another version']);
            self::assertArrayNotHasKey('whole', $ended['a wrong sum']);
            self::assertArrayNotHasKey('whole', $ended['a changed record']);
            self::assertArrayNotHasKey('whole', $ended['a part that swells']);
        });
        self::assertFileDoesNotExist(dirname(self::folder()).'/climbed.json');
    }

    public function testNobodySpeaksForAnotherLedger(): void
    {
        $two = self::twoWithRecords(2);
        [$theirs, $ours] = array_map(static fn (int $house): array => $two->in($house, static fn (): array => Ledger::own()->named()), [0, 1]);
        $path = self::written($two, 0);
        // Under this ledger's own name, with whatever key.
        self::rewritten($path, static fn (array $list): array => array_replace_recursive($list, ['ledger' => $ours]));
        self::assertStringContainsString('signed with another key', (string) $two->in(1, static fn (): ?string => TwoLedgers::arrive($path)->problem));
        // A record as one of this ledger, which does not know it.
        $path = self::written($two, 0);
        self::rewritten($path, static fn (array $list): array => array_replace_recursive($list, ['records' => [1 => ['home' => $ours]]]));
        $report = $two->in(1, static fn (): array => TwoLedgers::arrive($path)->report ?? []);
        self::assertSame([1, 1, 'The record is not signed by the ledger that it is said to be of.'], [$report['new'], $report['wrong'], $report['faults'][0]['why']]);
        // What it rests on is signed too.
        $path = self::written($two, 0);
        self::rewritten($path, static fn (array $list, array &$parts): array => self::withEvidence($list, $parts, static fn (array $e): array => array_replace_recursive($e, ['rows' => [['pan' => ['batch' => 'made up']]]])));
        $report = $two->in(1, static fn (): array => TwoLedgers::arrive($path)->report ?? []);
        self::assertSame([1, 1, 'The record is not signed by the ledger that it is said to be of.'], [$report['known'], $report['wrong'], $report['faults'][0]['why']]);
        // Nor is a bundle taken that somebody else signed in the name of a ledger that is known, or that was changed on its way.
        $path = self::written($two, 0);
        self::rewritten($path, static fn (array $list): array => $list, Signature::keyPair()['secret_key']);
        self::assertStringContainsString('"'.$theirs['name'].'", but it is signed with another key', (string) $two->in(1, static fn (): ?string => TwoLedgers::arrive($path)->problem));
        $path = self::written($two, 0);
        self::rewritten($path, static fn (array $list): array => ['about' => 'else'] + $list, '');
        self::assertStringContainsString('was changed since its ledger signed it', (string) $two->in(1, static fn (): ?string => TwoLedgers::arrive($path)->problem));
        // And nobody here is made to have said what comes from there.
        self::assertSame([], $two->in(1, static fn (): array => DB::table('questions')->join('users', 'users.id', '=', 'questions.by_id')->whereNull('users.ledger_id')->pluck('name')->all()));
    }

    public function testARecordIsWithdrawnByItsOwnLedgerAlone(): void
    {
        $two = self::twoWithRecords(2);
        $two->exchange(0);
        [$one, $other] = $two->in(0, static fn (): array => Card::query()->orderBy('id')->pluck('uuid')->all());
        $standing = static fn (string $card): bool => $two->in(1, static fn (): bool => Card::query()->where('uuid', $card)->value('withdrawn_at') === null);
        self::assertSame([false, true], [$standing($one), $standing($other)]);
        // The second ledger passes on a withdrawal that it made up.
        $two->in(0, static fn () => WithdrawRecord::of(Card::query()->where('uuid', $other)->firstOrFail(), User::query()->firstOrFail(), 'another tube'));
        $path = self::written($two, 0);
        $forge = static fn (string $key): \Closure => static function (array $list, array &$parts) use ($key): array {
            $said = json_decode($parts['said.json'], true);
            foreach ($said['standings'] as $i => $s) {
                $said['standings'][$i]['signature'] = Signature::of(Signature::ofStanding($list['ledger']['uuid'], $s['uuid'], $s['card'], $s['withdrawn'], $s['because'], $s['by'], $s['at']), $key);
            }
            $parts['said.json'] = (string) json_encode($said);

            return $list;
        };
        self::rewritten($path, $forge(Signature::keyPair()['secret_key']));
        $two->in(1, static fn (): Bundle => TwoLedgers::takeIn($path));
        self::assertTrue($standing($other));
        $two->exchange(0);
        self::assertFalse($standing($other));
    }

    public function testARecordThatItsLedgerLostComesBackFromAnother(): void
    {
        $two = self::twoWithRecords(3);
        $before = $two->in(0, Entries::fingerprint(...));
        $tests = $two->tests(0);
        $two->exchange(0);
        // The last one, and the first, which was withdrawn and asked about.
        $two->in(0, static fn () => Card::query()->orderBy('id')->get()->filter(static fn (Card $c, int $i): bool => $i !== 1)->each(self::lose(...)));
        self::assertNotSame($before, $two->in(0, Entries::fingerprint(...)));
        $two->exchange(1);
        self::assertSame([$before, $tests], [$two->in(0, Entries::fingerprint(...)), $two->tests(0)]);
        // It is the tester's own again, not somebody's of that name.
        foreach (['cards.owner_id', 'standings.by_id'] as $who) {
            self::assertSame([null], $two->in(0, static fn (): array => DB::table(explode('.', $who)[0])->join('users', 'users.id', '=', $who)->distinct()->pluck('users.ledger_id')->all()), $who);
        }
    }

    public function testWhatComesLateIsNewsOfTheDayAndTheHighestRevisionStands(): void
    {
        Carbon::setTestNow('2026-03-01 10:00:00');
        $two = self::twoWithRecords(2);
        $first = self::folder().'/first.zip';
        copy(self::written($two, 0), $first);
        Carbon::setTestNow('2026-04-01 10:00:00');
        $two->in(0, static function (): void {
            Auth::setUser(User::query()->firstOrFail());
            PublishRecord::of(Card::query()->orderByDesc('id')->firstOrFail(), User::query()->firstOrFail(), because: 'once more');
        });
        Carbon::setTestNow('2026-11-01 10:00:00');
        $news = static function () use ($two): array {
            return $two->in(1, static function (): array {
                $digest = Digest::of(User::query()->where('is_steward', false)->whereNull('ledger_id')->firstOrFail());

                return array_count_values(array_map(static fn (array $e): string => "$e[what] ".substr($e['on'], 0, 10), $digest['events']));
            });
        };
        $two->in(1, static fn () => DB::table('follows')->insert(array_map(static fn (string $code): array => ['user_id' => User::query()->where('is_steward', false)->whereNull('ledger_id')->firstOrFail()->id, 'kind' => 'code', 'key' => $code, 'since' => now()], ['PB28', 'PB29', 'PR254'])));
        self::assertSame([], $news());
        $two->exchange(0);
        $told = $news();
        self::assertSame(['2026-11-01'], array_values(array_unique(array_map(static fn (string $e): string => substr($e, -10), array_keys($told)))));
        self::assertContains('revision 2 2026-11-01', array_keys($told));
        // An older bundle that comes after it changes nothing of what stands.
        Carbon::setTestNow('2026-11-02 10:00:00');
        $two->in(1, static fn (): Bundle => TwoLedgers::takeIn($first));
        $listed = $two->in(1, fn (): array => $this->getJson('/api/records')->assertOk()->json('records'));
        self::assertSame([[2, '2026-04-01'], [1, '2026-03-01']], array_map(static fn (array $r): array => [$r['number'], substr($r['publishedAt'], 0, 10)], $listed));
    }

    public function testABundleStaysWhoseQuestionsWereAnsweredOrClosedHere(): void
    {
        foreach (['answered', 'closed'] as $done) {
            $two = TwoLedgers::begin(new Randomizer(new Mt19937(11)), self::folder(), false);
            $two->publish(1);
            $two->exchange(1);
            $two->publish(0);
            // They ask about our record, which no bundle of theirs could take away.
            $two->in(0, static fn () => Question::query()->create(['uuid' => self::uuid(), 'by_id' => 1, 'at' => now(), 'card_id' => Card::query()->whereNotNull('ledger_id')->firstOrFail()->id, 'row' => null, 'text' => 'Which water?']));
            $two->exchange(0);
            $two->in(1, static function () use ($done): void {
                $question = Question::query()->firstOrFail();
                $done === 'answered' ? Answer::query()->create(['uuid' => self::uuid(), 'by_id' => 1, 'at' => now(), 'question_id' => $question->id, 'text' => 'From the well.']) : $question->update(['closed_at' => now()]);
            });
            $before = $two->rows(1);
            try {
                $two->in(1, static fn () => TakeBack::of(Bundle::query()->where('state', 'taken')->firstOrFail()));
                self::fail("$done, and taken back all the same");
            } catch (CoreException $e) {
                self::assertStringContainsString('(one question, answer or judgement), so it is no longer taken back', $e->getMessage());
            }
            self::assertSame($before, $two->rows(1));
        }
    }

    public function testAThirdLedgerHoldsARecordByTheSignatureOfTheFirst(): void
    {
        $two = self::twoWithRecords(1);
        $two->exchange(0);
        $path = self::written($two, 1);
        $file = BundleFile::open($path, new Schemas);
        $key = $two->in(0, static fn (): string => Ledger::own()->public_key);
        self::assertSame($key, $file->bundle->records[0]['signature']['key']);
        self::assertNotSame($key, $file->bundle->key);
        // Forgotten there, it is taken in from the second as it was from the first.
        $two->in(0, static fn () => Ledger::own()->update(['uuid' => self::uuid(), ...Signature::keyPair()]));
        $two->in(0, static fn () => Card::query()->get()->each(self::lose(...)));
        $report = $two->in(0, static fn (): array => TwoLedgers::takeIn($path)->report ?? []);
        self::assertSame([1, false], [$report['new'], $report['met']]);
        self::assertSame($key, $two->in(0, static fn (): string => (string) Ledger::query()->where('name', 'Saltern Reach sketchers')->where('own', false)->value('public_key')));
    }

    /** Another program may write the same otherwise: what was signed is passed on as it came. */
    public function testEvidenceIsPassedOnToTheLetter(): void
    {
        $two = self::twoWithRecords(1);
        $path = self::written($two, 0);
        $key = $two->in(0, static fn (): string => (string) Ledger::own()->secret_key);
        $written = '';
        self::rewritten($path, static function (array $list, array &$parts) use ($key, &$written): array {
            [$entry] = $list['records'];
            $written = $parts[$entry['evidence']] = (string) json_encode(json_decode($parts[$entry['evidence']]), JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE);
            $list['records'][0]['signature'] = Signature::of(Signature::ofRecord($entry['home']['uuid'], $entry['card'], $entry['number'], $entry['fingerprint'], hash('sha256', $written)), $key);

            return $list;
        });
        $two->in(1, static fn (): Bundle => TwoLedgers::takeIn($path));
        $file = BundleFile::open(self::written($two, 1), new Schemas);
        $entry = $file->bundle->records[0];
        self::assertNotSame('', $written);
        self::assertSame($written, $file->soundText((string) $entry['evidence']));
        self::assertTrue(Signature::holds(Signature::ofRecord($entry['home']['uuid'], $entry['card'], $entry['number'], $entry['fingerprint'], hash('sha256', $written)), $entry['signature']));
        // Somebody there of the same name who leaves takes no name out of it.
        $two->in(1, static function () use ($two): void {
            $namesake = User::query()->where('is_steward', false)->whereNull('ledger_id')->firstOrFail();
            $namesake->update(['name' => $two->in(0, static fn (): string => Card::query()->firstOrFail()->owner->name)]);
            RemovePerson::from($namesake, 'N.', null);
        });
        self::assertSame($written, BundleFile::open(self::written($two, 1), new Schemas)->soundText((string) $entry['evidence']));
        // It counts there as it would have counted as it was first written.
        self::assertSame($two->tests(0), $two->tests(1));
    }

    public function testAnImportThatIsKilledLeavesNothingHalf(): void
    {
        $two = self::twoWithRecords(12);
        $path = self::folder().'/whole.zip';
        @unlink($path);
        $two->in(0, static fn () => WriteBundle::to($path, WriteBundle::cards(), 'all records', false));
        $nothing = $two->rows(1);
        $none = $two->in(1, Entries::fingerprint(...));
        $fingerprint = $two->in(0, Entries::fingerprint(...));
        $run = static function (?float $kill) use ($path): float {
            $began = microtime(true);
            $process = proc_open([PHP_BINARY, dirname(__DIR__, 2).'/artisan', 'ledger:take-in', $path], [1 => ['file', '/dev/null', 'w'], 2 => ['file', '/dev/null', 'w']], $pipes, null, ['DB_DATABASE' => self::folder().'/1.sqlite', 'APP_ENV' => 'testing', 'CACHE_STORE' => 'array'] + getenv());
            self::assertIsResource($process);
            while (proc_get_status($process)['running']) {
                if ($kill !== null && microtime(true) - $began > $kill) {
                    proc_terminate($process, 9);
                }
                usleep(1000);
            }
            proc_close($process);

            return microtime(true) - $began;
        };
        $whole = $run(null);
        self::assertSame($fingerprint, $two->in(1, Entries::fingerprint(...)));
        $full = $two->rows(1);
        $two->in(1, static fn () => Bundle::query()->get()->each(TakeBack::of(...)));
        self::assertSame($nothing, $two->rows(1));
        $met = [];
        for ($i = 0; $i < self::tried('KILLS'); $i++) {
            // Most of the time goes by before the first write; what matters is the end.
            $run($whole * (0.3 + 0.75 * ($i + 0.5) / self::tried('KILLS')));
            // Nobody sees a part of it, and what was begun is given back.
            self::assertContains($two->in(1, Entries::fingerprint(...)), [$none, $fingerprint], "killed the {$i}th time");
            $two->in(1, static fn () => Bundle::query()->where('state', 'taking')->get()->each(static fn (Bundle $b) => TakeBack::abandon($b, 'stopped')));
            $two->in(1, static fn () => Bundle::query()->where('state', '<>', 'taken')->get()->each->delete());
            $rows = $two->rows(1);
            self::assertContains($rows, [$nothing, $full], "killed the {$i}th time");
            $met[$rows === $full ? 'whole' : 'nothing'] = true;
            $two->in(1, static fn () => Bundle::query()->where('state', 'taken')->get()->each(TakeBack::of(...)));
        }
        self::assertArrayHasKey('nothing', $met);
    }

}
