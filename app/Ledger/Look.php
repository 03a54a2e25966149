<?php

declare(strict_types=1);

namespace App\Ledger;

use App\Models\Bundle as Arrived;
use App\Models\Card;
use App\Models\Ledger;
use App\Models\Revision;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Collection\SamePaint;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Exchange\Bundle;
use MarshTrial\Core\Exchange\RecordFingerprint;
use MarshTrial\Core\Exchange\Signature;

/**
 * What taking a bundle in would do, record by record; nothing is written but the report.
 *
 * @phpstan-type LookReport array{
 *     ledger: array{uuid: string, name: string}, key: string, met: bool, namedLike: string|null,
 *     signedOtherwise: int, madeAt: string, about: string, records: int, new: int, further: int, known: int,
 *     conflict: int, wrong: int,
 *     listed: list<array{
 *         card: string, number: int, title: string, home: string, proven: bool,
 *         does: 'conflict'|'further'|'known'|'new',
 *     }>,
 *     faults: list<array{title: string, number: int, why: string}>, sound: list<string>,
 *     paints: array{
 *         same: int, new: int,
 *         unsure: list<array{
 *             uuid: string, words: string, candidates: list<array{uuid: string, words: string, why: string}>,
 *         }>,
 *     },
 *     pictures: int, picturesMissing: int, incomparable: int, said: int,
 * }
 */
final class Look
{
    /** Records and faults that are listed one by one; the rest is counted. */
    private const LISTED = 200;

    private readonly Schemas $schemas;

    private readonly BundleFile $file;

    /** @var array<string, string> key by UUID of a ledger: as known here, else the first that the bundle says */
    private array $keys;

    /** The ledger that made the bundle, as far as it is known. */
    private readonly ?Ledger $sender;

    /** @var array<string, string> name of a part of any record => card that it is of, as met in this bundle */
    private array $parts = [];

    private function __construct(private readonly Arrived $arrived)
    {
        $this->schemas = new Schemas;
        $this->file = BundleFile::open($arrived->path(), $this->schemas);
        $this->keys = Ledger::query()->pluck('public_key', 'uuid')->all();
        $this->sender = Ledger::query()->where('uuid', strtolower($this->file->bundle->ledger['uuid']))->first();
        $this->checkSender();
    }

    /** @throws CoreException when it is not from the ledger that it says it is from */
    private function checkSender(): void
    {
        $bundle = $this->file->bundle;
        $known = $this->sender?->proven ? $this->sender->public_key : $bundle->key;
        // What others said of its key gives way to its own bundle.
        $this->keys[strtolower($bundle->ledger['uuid'])] = $bundle->key;
        if ($known !== $bundle->key) {
            throw new CoreException(sprintf('The bundle says that it is from "%s", but it is signed with another key (%s) than that ledger has (%s), so it is from somebody else, or changed on its way. Ask them for it again by another way.', $bundle->ledger['name'], Signature::aloud($bundle->key), Signature::aloud($known)));
        }
    }

    public static function at(Arrived $arrived): void
    {
        try {
            $look = new self($arrived);
            $report = $look->report();
            $arrived->update(['state' => 'looked', 'progress' => 1, 'problem' => null, 'report' => $report, 'ledger_id' => Ledger::query()->where('uuid', $report['ledger']['uuid'])->value('id')]);
        } catch (CoreException $e) {
            $arrived->update(['state' => 'failed', 'progress' => 1, 'report' => null, 'problem' => mb_strimwidth($e->getMessage(), 0, 900, '…')]);
        }
    }

    /** Another ledger that bears the name of the sender: this one, or one that is known here; null: none does. */
    private function namedLike(): ?string
    {
        $theirs = $this->file->bundle->ledger;
        foreach (Ledger::query()->where('uuid', '<>', strtolower($theirs['uuid']))->orderByDesc('own')->get() as $ledger) {
            if (SamePaint::namesAlike($ledger->words(), $theirs['name'])) {
                return $ledger->own ? 'this ledger' : 'another ledger that is known here';
            }
        }

        return null;
    }

    /** @return LookReport */
    private function report(): array
    {
        $bundle = $this->file->bundle;
        $counts = ['new' => 0, 'further' => 0, 'known' => 0, 'conflict' => 0, 'wrong' => 0];
        $listed = $faults = $sound = $paints = $pictures = [];
        $here = new PaintsHere;
        $incomparable = 0;
        $told = microtime(true);
        foreach ($bundle->records as $i => $entry) {
            try {
                $does = $this->does($entry);
                if ($does !== 'known') {
                    $tests = $this->read($entry);
                    $sound[] = $entry['record'];
                    foreach ($tests === null ? [] : $tests->evidence['paints'] as $paint) {
                        $paints[strtolower($paint['uuid'])] ??= ['words' => PaintsHere::words($paint['maker'], $paint['range'], $paint['colourName'], $paint['pigmentsWritten']), ...$here->find($paint)];
                    }
                    foreach ($tests === null ? [] : $tests->evidence['pictures'] as $picture) {
                        $pictures[(string) $picture['sha256']] = $this->file->has(Bundle::picture((string) $picture['sha256'], $picture['extension']));
                    }
                    $incomparable += (int) ($tests !== null && ! self::comparable($tests));
                }
                $why = '';
            } catch (CoreException $e) {
                [$does, $why] = ['wrong', $e->getMessage()];
                if (count($faults) < self::LISTED) {
                    $faults[] = ['title' => mb_strimwidth($entry['title'], 0, 120, '…'), 'number' => $entry['number'], 'why' => $why];
                }
            }
            $counts[$does]++;
            if (count($listed) < self::LISTED && $does !== 'wrong') {
                $listed[] = ['card' => $entry['card'], 'number' => $entry['number'], 'title' => $entry['title'], 'home' => $entry['home']['name'], 'proven' => $this->isProven($entry['home']['uuid']), 'does' => $does];
            }
            if (microtime(true) - $told > 0.3) {
                $told = microtime(true);
                DB::table('bundles')->where('id', $this->arrived->id)->update(['progress' => ($i + 1) / count($bundle->records), 'updated_at' => now()]);
            }
        }
        $said = $this->file->has(Bundle::SAID) ? $this->file->part(Bundle::SAID, 'said') : ['standings' => [], 'questions' => [], 'answers' => []];
        $of = array_count_values(array_column($paints, 'does'));

        return [
            'ledger' => $bundle->ledger, 'key' => Signature::aloud($bundle->key), 'met' => $this->sender->proven ?? false, 'namedLike' => $this->namedLike(), 'signedOtherwise' => $this->sender === null || $this->sender->proven ? 0 : Settle::signedOtherwise($this->sender, $bundle->key)->count(), 'madeAt' => $bundle->madeAt, 'about' => $bundle->about, 'records' => count($bundle->records), ...$counts, 'listed' => $listed, 'faults' => $faults, 'sound' => $sound,
            'paints' => ['same' => $of['same'] ?? 0, 'new' => $of['new'] ?? 0, 'unsure' => array_map(static fn (string $uuid, array $p): array => ['uuid' => $uuid, 'words' => $p['words'], 'candidates' => $p['candidates']], array_keys($unsure = array_filter($paints, static fn (array $p): bool => $p['does'] === 'unsure')), $unsure)],
            'pictures' => count(array_filter($pictures)), 'picturesMissing' => count($pictures) - count(array_filter($pictures)), 'incomparable' => $incomparable, 'said' => count($said['standings']) + count($said['questions']) + count($said['answers']),
        ];
    }

    /**
     * @param array<string, mixed> $entry
     *
     * @throws CoreException when the ledger that the record is said to be of did not sign it, or signed other evidence
     */
    private function checkSigned(array $entry): void
    {
        $sum = $entry['evidence'] === null ? null : $this->file->bundle->files[$entry['evidence']]['sha256'];
        $key = $this->keys[strtolower($entry['home']['uuid'])] ??= $entry['signature']['key'];
        if ($key !== $entry['signature']['key'] || ! Signature::holds(Signature::ofRecord($entry['home']['uuid'], $entry['card'], $entry['number'], $entry['fingerprint'], $sum), $entry['signature'])) {
            throw new CoreException('The record is not signed by the ledger that it is said to be of.');
        }
    }

    /** Whether the key of a record's ledger came from that ledger itself, or from somebody who passes it on. */
    private function isProven(string $uuid): bool
    {
        return strtolower($uuid) === strtolower($this->file->bundle->ledger['uuid']) || Ledger::query()->where('uuid', strtolower($uuid))->where('proven', true)->exists();
    }

    private static function comparable(Tests $tests): bool
    {
        foreach ($tests->evidence['measurements'] as $m) {
            foreach ($m['ratings'] as $rating) {
                if (! Tests::holds($rating)) {
                    return false;
                }
            }
        }

        return true;
    }

    /**
     * What an entry is here, by its name and fingerprint alone.
     *
     * @param array{card: string, number: int, fingerprint: string, home: array{uuid: string, name: string}} $entry
     *
     * @return 'new'|'further'|'known'|'conflict'
     */
    private function does(array $entry): string
    {
        $card = Card::query()->where('uuid', strtolower($entry['card']))->first();
        if ($card === null) {
            return 'new';
        }
        $same = Revision::query()->where('card_id', $card->id)->where('number', $entry['number']);
        if ((clone $same)->where('fingerprint', $entry['fingerprint'])->exists()) {
            return 'known';
        }
        if ($card->published_at === null) {
            throw new CoreException('A draft of this ledger bears the name of this record.');
        }
        $home = $card->ledger_id === null ? Ledger::own()->uuid : (string) Ledger::query()->whereKey($card->ledger_id)->value('uuid');
        if (strtolower($entry['home']['uuid']) !== $home) {
            throw new CoreException('The record says that it is of another ledger than the one it is known to be of here.');
        }

        return $same->exists() ? 'conflict' : 'further';
    }

    /**
     * @param array{card: string, number: int, fingerprint: string, title: string, home: array{uuid: string, name: string}, record: string, evidence: string|null, signature: array{key: string, value: string}} $entry
     *
     * @return Tests|null null: a revision without what it rests on, as earlier ones are
     *
     * @throws CoreException
     */
    private function read(array $entry): ?Tests
    {
        $this->checkSigned($entry);
        $record = $this->file->part($entry['record'], 'record');
        if (strtolower($record['uuid']) !== strtolower($entry['card']) || $record['revision'] !== $entry['number'] || ($record['fingerprint'] ?? '') !== $entry['fingerprint']) {
            throw new CoreException('The record is not the one that the list says.');
        }
        if (RecordFingerprint::of($record) !== $entry['fingerprint']) {
            throw new CoreException('The record was changed since it was published: its fingerprint does not hold.');
        }
        if (isset($record['ledger']) && strtolower($record['ledger']['uuid']) !== strtolower($entry['home']['uuid'])) {
            throw new CoreException('The record was published in another ledger than the list says.');
        }
        if ($entry['evidence'] === null) {
            return null;
        }
        $tests = Tests::of($record, $this->file->part($entry['evidence'], 'evidence'), $this->schemas);
        foreach ($tests->parts as $table => $uuids) {
            foreach ($uuids as $uuid) {
                $first = $this->parts["$table $uuid"] ??= strtolower($entry['card']);
                if ($first !== strtolower($entry['card'])) {
                    throw new CoreException('A part of this record is said to be of another record too.');
                }
            }
        }
        if (self::strangeParts($tests)) {
            throw new CoreException('A part of this record is one of another record here.');
        }

        return $tests;
    }

    /** Whether a part is already that of another card here. */
    public static function strangeParts(Tests $tests): bool
    {
        foreach ($tests->parts as $table => $uuids) {
            foreach (array_chunk($uuids, 500) as $some) {
                $q = DB::table($table)->whereIn("$table.uuid", $some);
                $q = in_array($table, Tests::OF_CARD, true) ? $q : $q->join('specimens', 'specimens.id', '=', "$table.specimen_id");
                $of = $q->join('cards', 'cards.id', '=', in_array($table, Tests::OF_CARD, true) ? "$table.card_id" : 'specimens.card_id')->where('cards.uuid', '<>', strtolower($tests->record['uuid']));
                if ($of->exists()) {
                    return true;
                }
            }
        }

        return false;
    }
}
