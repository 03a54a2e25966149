<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Answer;
use App\Models\Card;
use App\Models\Ledger;
use App\Models\Picture;
use App\Models\Question;
use App\Models\Revision;
use App\Models\Standing;
use App\Models\User;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Exchange\RecordDifference;

/**
 * How a record stands today: what later revisions and others say of it. It is told beside the record and is no part of it.
 *
 * @phpstan-type RecordStandingDetail array{
 *     newest: int, changes: list<string>, withdrawn: array{on: string, because: string}|null,
 *     history: array<int, array{withdrawn: bool, because: string, by: string, on: string}>,
 *     home: array{uuid: string, name: string, proven: bool, broughtBy: string|null}|null, otherwise: list<string>,
 *     questions: list<RecordQuestion>,
 *     repeats: array{
 *         card: string, title: string, by: string, withdrawn: bool,
 *         agreement: list<array{property: string, pairs: int, agree: int, apart: list<string>, words: string}>,
 *     }|null,
 *     repeatedBy: array<int, array{
 *         card: string, title: string, by: string, withdrawn: bool,
 *         agreement: list<array{property: string, pairs: int, agree: int, apart: list<string>, words: string}>,
 *     }>,
 *     pictureHere: bool, testerUuid: string|null, mayAsk: bool, mayRepeat: bool,
 * }
 * @phpstan-type RecordQuestion array{
 *     uuid: string, row: int|null, text: string, by: string, at: string, closed: string|null, mayClose: bool,
 *     hidden: bool,
 *     answers: list<array{uuid: string, text: string, by: string, at: string, tester: bool, hidden: bool}>,
 * }
 */
final class RecordStanding
{
    /**
     * @param array<string, mixed> $record of the revision
     *
     * @return RecordStandingDetail
     */
    public static function of(Revision $revision, array $record, ?User $user): array
    {
        $card = $revision->card;
        $before = Revision::query()->where('card_id', $card->id)->where('number', $revision->number - 1)->first();
        $home = $card->ledger_id === null ? null : Ledger::query()->findOrFail($card->ledger_id);
        $repeated = $card->repeats_card === null ? null : Card::query()->whereNotNull('published_at')->where('uuid', $card->repeats_card)->first();

        return [
            'newest' => (int) Revision::query()->where('card_id', $card->id)->max('number'), 'changes' => $before === null ? [] : RecordDifference::between($before->record, $record),
            'withdrawn' => $card->withdrawal(),
            'history' => Standing::query()->with('by')->where('card_id', $card->id)->orderBy('at')->orderBy('uuid')->get()->map(static fn (Standing $s): array => ['withdrawn' => $s->withdrawn, 'because' => $s->because, 'by' => $s->by->saidBy(), 'on' => $s->at->toDateString()])->all(),
            'home' => $home === null ? null : [...$home->named(), 'proven' => $home->proven, 'broughtBy' => $revision->bundle_id === null ? null : self::broughtBy($revision)],
            'otherwise' => Revision::query()->where('card_id', $card->id)->where('number', $revision->number)->where('fingerprint', '<>', $revision->fingerprint)->pluck('fingerprint')->all(),
            'questions' => self::questions($card, $user),
            'repeats' => $repeated === null ? null : [...self::named($repeated), 'agreement' => Agreements::ofCards($repeated, $card)],
            'repeatedBy' => Card::query()->with('owner')->where('repeats_card', $card->uuid)->whereNotNull('published_at')->orderBy('id')->limit(20)->get()->map(static fn (Card $c): array => [...self::named($c), 'agreement' => Agreements::ofCards($card, $c)])->all(),
            'pictureHere' => Picture::query()->where('card_id', $card->id)->where('uuid', (string) ($record['shownPicture'] ?? ''))->first()?->isHere() ?? false,
            'testerUuid' => User::query()->whereKey($card->owner_id)->value('uuid'),
            'mayAsk' => $user !== null, 'mayRepeat' => $user !== null && in_array($card->kind, ['property', 'fade'], true),
        ];
    }

    private static function broughtBy(Revision $revision): ?string
    {
        return Ledger::query()->whereIn('id', DB::table('bundles')->where('id', $revision->bundle_id)->select('ledger_id'))->first()?->words();
    }

    /** @return array{card: string, title: string, by: string, withdrawn: bool} */
    private static function named(Card $card): array
    {
        $card->loadMissing('owner');

        return ['card' => $card->uuid, 'title' => $card->title, 'by' => $card->owner->name, 'withdrawn' => $card->withdrawn_at !== null];
    }

    /** @return list<RecordQuestion> oldest first; what a steward hid is seen by stewards alone */
    private static function questions(Card $card, ?User $user): array
    {
        $steward = $user !== null && $user->is_steward;
        $shown = static fn ($q) => $steward ? $q : $q->whereNull('hidden_at');

        return array_values($shown(Question::query())->with(['by', 'answers' => static fn ($q) => $shown($q)->with('by')])->where('card_id', $card->id)->orderBy('at')->orderBy('uuid')->get()->map(static fn (Question $q): array => [
            'uuid' => $q->uuid, 'row' => $q->row, 'text' => $q->text, 'by' => $q->by->saidBy(), 'at' => $q->at->toIso8601String(), 'closed' => $q->closed_at?->toIso8601String(), 'mayClose' => $q->closed_at === null && $user !== null && $q->by_id === $user->id, 'hidden' => $q->hidden_at !== null,
            'answers' => $q->answers->map(static fn (Answer $a): array => ['uuid' => $a->uuid, 'text' => $a->text, 'by' => $a->by->saidBy(), 'at' => $a->at->toIso8601String(), 'tester' => $a->by_id === $card->owner_id, 'hidden' => $a->hidden_at !== null])->all(),
        ])->all());
    }
}
