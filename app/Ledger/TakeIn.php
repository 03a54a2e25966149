<?php

declare(strict_types=1);

namespace App\Ledger;

use App\Models\Answer;
use App\Models\Bundle as Arrived;
use App\Models\Card;
use App\Models\CompressedJson;
use App\Models\Ledger;
use App\Models\Question;
use App\Models\Revision;
use App\Models\Standing;
use App\Storage\NoRoom;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Exchange\Bundle;
use MarshTrial\Core\Exchange\Signature;

/**
 * Takes a bundle in as one: written in short transactions that hide it, shown in the last, and given back if that is never reached. Entries are only added: a revision that is here stays as it is, and one that says otherwise under
 * the same number stands beside it. Cards of this house keep their own tests whatever a bundle says of them.
 */
final class TakeIn
{
    /** Share of the work that is done before the database is held. */
    private const BEFORE = 0.6;

    /** Seconds that the database is held for records, at most by one record more. */
    private const HELD_S = 0.4;

    /** Microseconds that it is left to others in between: SQLite looks again after at most 100 ms. */
    private const BREATH_US = 120_000;

    /** @var array<string, true> records that are written, by the name of their part */
    private array $entered = [];

    /** @var array<int, Card> cards whose tests are to be settled, by id */
    private array $cards = [];

    /** @var array<int, Ledger> by id */
    private array $homes = [];

    private readonly BundleFile $file;

    private Ledger $from;

    private Ledger $own;

    private Settle $settle;

    /** For records that this ledger signed itself and lost: they come back as they were, whoever brings them. */
    private Settle $settleOwn;

    private function __construct(private readonly Arrived $arrived)
    {
        $this->file = BundleFile::open($arrived->path(), new Schemas);
    }

    public static function of(Arrived $arrived): void
    {
        $take = new self($arrived);
        $sound = array_flip($arrived->report['sound'] ?? []);
        $entries = array_values(array_filter($take->file->bundle->records, static fn (array $e): bool => isset($sound[$e['record']])));
        usort($entries, static fn (array $a, array $b): int => [$a['card'], $a['number'], $a['fingerprint']] <=> [$b['card'], $b['number'], $b['fingerprint']]);
        // All that takes time is done before the database is held: pictures, which under the name of their content mean nothing until a record names
        // them, and what the records say, packed as it will be kept.
        $packed = tmpfile() ?: throw new NoRoom('There is no room for working.');
        foreach ($entries as $i => $entry) {
            self::lay($packed, $take->prepared($entry));
            self::tell($arrived, self::BEFORE * ($i + 1) / max(1, count($entries)));
        }
        $take->begin();
        $take->stage($entries, $packed);
        DB::transaction(static function () use ($arrived, $take): void {
            $arrived->refresh();
            if ($arrived->state !== 'taking') {
                return;
            }
            $take->said();
            Settle::show($arrived);
            foreach ($take->cards as $card) {
                Settle::standing($card);
            }
            $arrived->update(['state' => 'taken', 'progress' => 1, 'taken_at' => now(), 'ledger_id' => $take->from->id]);
        });
        Cache::store('file')->forget("bundle-$arrived->uuid");
        // All of it is in the database now, from where it can be passed on again.
        if ($arrived->state === 'taken') {
            @unlink($arrived->path());
        }
    }

    /**
     * Writes the records in short transactions, so that nobody's saving waits for long. Cards that are new here stay hidden until all are; a
     * further revision of a card that is here takes its place after them.
     *
     * @param list<array<string, mixed>> $entries
     * @param resource $packed what each says, in the same order
     */
    private function stage(array $entries, $packed): void
    {
        $done = 0;
        foreach ([true, false] as $new) {
            rewind($packed);
            $began = null;
            foreach ($entries as $entry) {
                $prepared = self::next($packed);
                $began ??= $this->open();
                if ($this->isNew($entry) === $new && ! isset($this->entered[$entry['record']])) {
                    $this->entry($entry, $prepared);
                    $this->entered[$entry['record']] = true;
                    // The database is held meanwhile, so progress goes another way.
                    self::tell($this->arrived, self::BEFORE + (1 - self::BEFORE) * ++$done / count($entries));
                }
                if (microtime(true) - $began > self::HELD_S) {
                    DB::commit();
                    $began = null;
                    // Whoever waits to save comes in now.
                    usleep(self::BREATH_US);
                }
            }
            $began === null ?: DB::commit();
        }
    }

    private function open(): float
    {
        DB::beginTransaction();

        return microtime(true);
    }

    /** @param array<string, mixed> $entry */
    private function isNew(array $entry): bool
    {
        $card = Card::query()->where('uuid', strtolower($entry['card']))->first(['id']);

        return $card === null || Settle::staged($this->arrived)->where('cards.id', $card->id)->exists();
    }

    private static function tell(Arrived $arrived, float $progress): void
    {
        static $told = 0.0;
        if (microtime(true) - $told > 0.25) {
            $told = microtime(true);
            Cache::store('file')->put("bundle-$arrived->uuid", $progress, 3600);
        }
    }

    public static function progress(Arrived $arrived): float
    {
        return $arrived->state === 'taking' ? (float) Cache::store('file')->get("bundle-$arrived->uuid", 0.0) : $arrived->progress;
    }

    /**
     * @param array<string, mixed> $entry
     *
     * @return array{record: string, evidence: string|null, tests: Tests|null, publishedAt: string, title: string}
     */
    private function prepared(array $entry): array
    {
        $record = $this->file->sound($entry['record']);
        $text = $entry['evidence'] === null ? null : $this->file->soundText($entry['evidence']);
        $evidence = $text === null ? null : Bundle::json((string) $entry['evidence'], $text);
        foreach ($evidence['pictures'] ?? [] as $picture) {
            if ($picture['sha256'] !== null && $this->file->has(Bundle::picture($picture['sha256'], $picture['extension']))) {
                try {
                    $this->file->keepPicture($picture['sha256'], $picture['extension']);
                } catch (CoreException) {
                    // What it measured is in the record; the picture itself is then not here, as if it had not come along.
                }
            }
        }

        return ['record' => CompressedJson::pack($record), 'evidence' => $text === null ? null : CompressedJson::packText($text), 'tests' => $evidence === null ? null : Tests::of($record, $evidence, null)->packed(), 'publishedAt' => $record['publishedAt'], 'title' => $record['title']];
    }

    /**
     * @param resource $file
     * @param array<string, mixed> $prepared
     */
    private static function lay($file, array $prepared): void
    {
        $text = serialize($prepared);
        if (fwrite($file, pack('J', strlen($text)).$text) !== strlen($text) + 8) {
            throw new NoRoom('There is no room for working.');
        }
    }

    /**
     * @param resource $file
     *
     * @return array<string, mixed>
     */
    private static function next($file): array
    {
        $length = (int) (unpack('J', (string) fread($file, 8))[1] ?? 0);

        return unserialize((string) stream_get_contents($file, $length), ['allowed_classes' => [Tests::class]]);
    }

    private function begin(): void
    {
        DB::transaction(function (): void {
            $this->own = Ledger::own();
            $this->settleOwn = new Settle($this->arrived, $this->own);
            $this->from = $this->settleOwn->sender($this->file->bundle->ledger, $this->file->bundle->key);
            $this->settle = new Settle($this->arrived, $this->from);
        });
    }

    /**
     * @param array<string, mixed> $entry
     * @param array<string, mixed> $prepared
     */
    private function entry(array $entry, array $prepared): void
    {
        $card = Card::query()->where('uuid', strtolower($entry['card']))->first();
        if ($card !== null && Revision::withStaged()->where('card_id', $card->id)->where('number', $entry['number'])->where('fingerprint', $entry['fingerprint'])->exists()) {
            return;
        }
        $tests = $prepared['tests'];
        $ours = strtolower($entry['home']['uuid']) === $this->own->uuid;
        $settle = $ours ? $this->settleOwn : $this->settle;
        // Since it was looked at, another bundle may have come.
        if ($tests !== null && Look::strangeParts($tests)) {
            throw new CoreException('The ledger changed since this bundle was looked at. Look at it again.');
        }
        if ($card === null) {
            if ($tests === null) {
                return;
            }
            $card = $settle->card($tests, $entry['home'], $entry['signature']['key']);
        }
        $staged = $card->published_at === null;
        $id = (int) DB::table('revisions')->insertGetId([
            'card_id' => $card->id, 'number' => $entry['number'], 'publisher_id' => $card->owner_id, 'published_at' => Tests::moment($prepared['publishedAt']), 'title' => mb_substr($prepared['title'], 0, 255),
            'record' => $prepared['record'], 'fingerprint' => $entry['fingerprint'], 'evidence' => $prepared['evidence'], 'signature' => $ours ? null : json_encode($entry['signature']), 'bundle_id' => $this->arrived->id,
        ]);
        if ($card->ledger_id !== null && $tests !== null && self::leads($id, $card)) {
            $settle->tests($card, Revision::withStaged()->select('id', 'published_at')->findOrFail($id), $tests, $staged);
        }
        // One that is staged stands when it is shown, unless something is said of it.
        if (! $staged) {
            $this->cards[$card->id] = $card;
        }
    }

    /** Whether a revision is the one whose tests count: the highest number, and of two of one number the same one in every ledger. */
    private static function leads(int $revisionId, Card $card): bool
    {
        return Revision::leading($card)->value('id') === $revisionId;
    }

    private function said(): void
    {
        if (! $this->file->has(Bundle::SAID)) {
            return;
        }
        $said = $this->file->part(Bundle::SAID, 'said');
        $cards = Card::query()->where(fn ($q) => $q->whereNotNull('published_at')->orWhereIn('id', Settle::staged($this->arrived)))->whereIn('uuid', array_unique(array_map(strtolower(...), [...array_column($said['standings'], 'card'), ...array_column($said['questions'], 'card')])))->get()->keyBy('uuid');
        foreach ($said['standings'] as $s) {
            $card = $cards[strtolower($s['card'])] ?? null;
            // Nobody withdraws a record but the ledger that it is of, or a copy of that.
            if ($card !== null && $this->isOfHome($card, $s)) {
                $this->say(Standing::class, $s, ['card_id' => $card->id, 'withdrawn' => $s['withdrawn'], 'because' => $s['because'], 'signature' => $s['signature']['key'] === $this->own->public_key ? null : $s['signature']], $said);
                $this->cards[$card->id] ??= $card;
            }
        }
        foreach ($said['questions'] as $q) {
            $card = $cards[strtolower($q['card'])] ?? null;
            if ($card !== null) {
                $there = $this->say(Question::class, $q, ['card_id' => $card->id, 'row' => $q['row'], 'text' => $q['text']], $said);
                if ($this->speaksFor($there)) {
                    $this->close($there, $q['closedAt']);
                }
            }
        }
        $questions = Question::query()->whereIn('uuid', array_map(strtolower(...), array_column($said['answers'], 'question')))->pluck('id', 'uuid');
        foreach ($said['answers'] as $a) {
            if (isset($questions[strtolower($a['question'])])) {
                $this->say(Answer::class, $a, ['question_id' => $questions[strtolower($a['question'])], 'text' => $a['text']], $said);
            }
        }
    }

    /** @param array<string, mixed> $standing */
    private function isOfHome(Card $card, array $standing): bool
    {
        $home = $this->homes[$card->ledger_id ?? $this->own->id] ??= Ledger::query()->findOrFail($card->ledger_id ?? $this->own->id);

        return $standing['signature']['key'] === $home->public_key && Signature::holds(Signature::ofStanding($home->uuid, $standing['uuid'], $standing['card'], $standing['withdrawn'], $standing['because'], $standing['by'], Entries::second($standing['at'])), $standing['signature']);
    }

    /**
     * @template T of Standing|Question|Answer
     *
     * @param class-string<T> $model
     * @param array<string, mixed> $entry
     * @param array<string, mixed> $values
     * @param array<string, mixed> $said
     *
     * @return T
     */
    private function say(string $model, array $entry, array $values, array $said): Standing|Question|Answer
    {
        $there = $model::query()->where('uuid', strtolower($entry['uuid']))->first();
        if ($there === null) {
            $there = new $model;
            // What this ledger signed itself was said by its own people, whoever brings it.
            $own = ($entry['signature']['key'] ?? '') === $this->own->public_key;
            $there->forceFill(['uuid' => strtolower($entry['uuid']), 'by_id' => ($own ? $this->settleOwn : $this->settle)->person($said, $entry['by'], $own ? $this->own : $this->from), 'at' => Tests::moment($entry['at']), 'bundle_id' => $this->arrived->id, ...$values])->save();
        }

        return $there;
    }

    /** A question is closed by the ledger that asked it, or a copy of that: nobody else ends what was asked here. */
    private function speaksFor(Question $question): bool
    {
        $asker = $question->by()->firstOrFail();

        return $this->from->own || $asker->ledger_id === $this->from->id;
    }

    /** Closed is closed; of two moments the earlier one holds, in every ledger. */
    private function close(Question $question, ?string $at): void
    {
        $closed = $at === null ? null : Tests::moment($at);
        if ($closed !== null && ($question->closed_at === null || $closed->lessThan($question->closed_at))) {
            DB::table('bundle_changes')->insert(['bundle_id' => $this->arrived->id, 'table' => 'questions', 'row_id' => $question->id, 'before' => json_encode(['closed_at' => $question->closed_at?->toDateTimeString()])]);
            $question->update(['closed_at' => $closed]);
        }
    }
}
