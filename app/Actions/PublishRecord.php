<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Card;
use App\Models\Measurement;
use App\Models\Revision;
use App\Models\User;
use App\Models\Verdict;
use App\Queries\RecordDocument;
use App\Queries\RecordEvidence;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Exchange\Licences;

/** Publishes a card as a new revision that holds its own complete JSON and never changes. */
final class PublishRecord
{
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

            $record = RecordDocument::of($card->fresh() ?? $card, $number, $publisher, $now->toIso8601String(), $licence, $because);

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
}
