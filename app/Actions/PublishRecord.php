<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Card;
use App\Models\InstrumentRun;
use App\Models\Ledger;
use App\Models\Measurement;
use App\Models\Revision;
use App\Models\User;
use App\Models\Verdict;
use App\Queries\CardView;
use App\Queries\RecordEvidence;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Arr;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Exchange\Licences;
use MarshTrial\Core\Exchange\RecordFingerprint;
use MarshTrial\Core\Exchange\RecordGaps;

/** Publishes a card as a new revision that holds its own complete JSON and never changes. */
final class PublishRecord
{
    public const FORMAT = 'marsh-trial/record';

    /** 2: pictures bear their SHA-256, and the record its fingerprint. 3: it names its ledger, the record that it repeats, its gaps, and what instruments read. */
    public const VERSION = 3;

    /**
     * @param string $licence of Licences
     * @param string $because why there is a further revision; '' for the first
     */
    public static function of(Card $card, User $publisher, string $licence = Licences::USUAL, string $because = ''): Revision
    {
        return DB::transaction(static function () use ($card, $publisher, $licence, $because): Revision {
            if ($card->load('session')->session?->isBlindNow()) {
                throw new CoreException('The names of this session are still hidden. Publish when all eye verdicts are in.');
            }
            if (Measurement::query()->where('card_id', $card->id)->whereIn('state', ['waiting', 'running'])->exists()) {
                throw new CoreException('A picture of this card is still being measured. Publish when it is done.');
            }
            if (! self::measured($card)->exists() && ! self::judged($card)->exists()) {
                throw new CoreException('There is nothing to publish yet: this card has neither a measured picture nor an eye verdict.');
            }
            self::count($card, true);
            $now = now();
            if ($card->withdrawn_at !== null) {
                WithdrawRecord::say($card, $publisher, false, '');
            }
            $card->update(['published_at' => $now, 'withdrawn_at' => null, 'withdrawn_because' => '']);
            $number = 1 + (int) Revision::query()->where('card_id', $card->id)->max('number');

            $record = self::record($card->fresh() ?? $card, $number, $publisher, $now->toIso8601String(), $licence, $because);

            return Revision::query()->create([
                'card_id' => $card->id, 'number' => $number, 'publisher_id' => $publisher->id, 'published_at' => $now, 'title' => $card->title,
                'record' => $record, 'fingerprint' => $record['fingerprint'], 'evidence' => RecordEvidence::of($card->fresh() ?? $card, $record),
            ]);
        });
    }

    /** What of a card counts for others: all that was measured and judged on it, or nothing. */
    public static function count(Card $card, bool $published): void
    {
        self::measured($card)->update(['published' => $published]);
        self::judged($card)->update(['published' => $published]);
    }

    /** @return Builder<Measurement> */
    private static function measured(Card $card): Builder
    {
        return Measurement::query()->where('card_id', $card->id)->where('state', 'done')->whereHas('picture', static fn ($q) => $q->whereNull('withdrawn_at'));
    }

    /** @return Builder<Verdict> */
    private static function judged(Card $card): Builder
    {
        return Verdict::query()->whereIn('specimen_id', $card->specimens()->select('id'));
    }

    /** @return array<string, mixed> */
    private static function record(Card $card, int $number, User $publisher, string $publishedAt, string $licence, string $because): array
    {
        $view = CardView::of($card);
        // A window is somebody's home: a published place is rounded to one degree and goes without its name and note.
        $hanging = $view['hanging'] === null ? null : [
            ...Arr::only($view['hanging'], ['facing', 'glass', 'timeZone', 'hungOn']),
            'latitude' => $view['hanging']['latitude'] === null ? null : round($view['hanging']['latitude']),
            'longitude' => $view['hanging']['longitude'] === null ? null : round($view['hanging']['longitude']),
        ];
        $rows = array_map(static function (array $row): array {
            $row['paint'] = Arr::except($row['paint'], ['mayChange', 'edition']);
            $row['pan'] = Arr::only($row['pan'], ['form', 'batch', 'volumeMl', 'openedOn', 'got', 'formulation']);
            $row['verdicts'] = array_map(static fn (array $v): array => Arr::except($v, ['mine', 'edition']), $row['verdicts']);
            // A photograph may show a home or a face; it stays with those who were there.
            unset($row['photos']);

            return $row;
        }, $view['rows']);

        $hashes = $card->pictures->pluck('sha256', 'uuid');
        $record = [
            'format' => self::FORMAT, 'version' => self::VERSION, 'revision' => $number,
            'publishedAt' => $publishedAt, 'publishedBy' => $publisher->name, 'licence' => Licences::told($licence), 'because' => $because,
            'ledger' => Ledger::own()->named(), 'repeats' => $card->repeats_card === null ? null : ['card' => $card->repeats_card, 'number' => $card->repeats_number],
            ...Arr::only($view, ['uuid', 'kind', 'title', 'code', 'paper', 'side', 'note', 'owner', 'made', 'layout', 'checks', 'classes', 'corrections', 'simulated']),
            'hanging' => $hanging, 'rows' => $rows,
            'pictures' => array_values(array_map(static fn (array $p): array => [...$p, 'sha256' => $hashes[$p['uuid']] ?? null], array_filter($view['pictures'], static fn (array $p): bool => ($p['measurement']['state'] ?? null) === 'done' && $p['withdrawn'] === null))),
            'shownPicture' => $view['shownPicture'],
            'measurement' => $view['result'],
            'instruments' => array_values(InstrumentRun::query()->with('owner')->where('card_id', $card->id)->orderBy('id')->get()->map(static fn (InstrumentRun $r): array => [
                'uuid' => $r->uuid, 'name' => $r->name, 'source' => $r->source, 'by' => $r->owner->name, 'on' => $r->created_at->toDateString(), 'samples' => array_map(static fn (array $s): array => Arr::only($s, ['cell', 'lab', 'spectrum']), $r->samples),
            ])->all()),
            'limits' => 'Evidence from one group’s tests, not a certificate under any standard.',
        ];
        // As whoever reads it gets it.
        $record = json_decode(json_encode($record, JSON_THROW_ON_ERROR), true, flags: JSON_THROW_ON_ERROR);
        $record['layout'] = Card::withoutPans($record['layout'], array_column($record['rows'], 'uuid', 'row'));

        $record['gaps'] = RecordGaps::of($record);

        return [...$record, 'fingerprint' => RecordFingerprint::of($record)];
    }
}
