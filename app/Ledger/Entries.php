<?php

declare(strict_types=1);

namespace App\Ledger;

use App\Models\Answer;
use App\Models\Ledger;
use App\Models\Question;
use App\Models\Revision;
use App\Models\Standing;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Exchange\LedgerState;

/** All that this ledger holds of published cards, entry by entry. Drafts and what a steward hid are not of it. */
final class Entries
{
    /** @param Builder|null $cards ids of those asked for; null: all */
    public static function fingerprint(?Builder $cards = null): string
    {
        return LedgerState::fingerprint(self::of($cards));
    }

    /** @return string SHA-256 of the names that go with entries and are no part of their fingerprint: of people and of ledgers */
    public static function names(): string
    {
        $names = [Ledger::own()->named(), Ledger::query()->orderBy('id')->pluck('name'), DB::table('users')->orderBy('id')->pluck('name')];

        return hash('sha256', json_encode($names, JSON_THROW_ON_ERROR));
    }

    /** @return iterable<string> */
    public static function of(?Builder $cards = null): iterable
    {
        $of = static fn (string $table): Builder => DB::table($table)->join('cards', 'cards.id', '=', "$table.card_id")->whereNotNull('cards.published_at')->when($cards !== null, static fn (Builder $q) => $q->whereIn('cards.id', clone $cards))->orderBy("$table.id");
        foreach ($of('revisions')->select('cards.uuid', 'number', 'fingerprint')->cursor() as $r) {
            yield LedgerState::revision($r->uuid, (int) $r->number, $r->fingerprint);
        }
        foreach ($of('standings')->whereNull('hidden_at')->select('standings.uuid', 'cards.uuid as card', 'withdrawn', 'because', 'at')->cursor() as $s) {
            yield LedgerState::standing($s->uuid, $s->card, (bool) $s->withdrawn, $s->because, self::second($s->at));
        }
        foreach ($of('questions')->whereNull('hidden_at')->select('questions.uuid', 'cards.uuid as card', 'row', 'text', 'at', 'closed_at')->cursor() as $q) {
            yield LedgerState::question($q->uuid, $q->card, $q->row === null ? null : (int) $q->row, $q->text, self::second($q->at), $q->closed_at === null ? null : self::second($q->closed_at));
        }
        $answers = DB::table('answers')->join('questions', 'questions.id', '=', 'answers.question_id')->whereNull('answers.hidden_at')->whereNull('questions.hidden_at')->when($cards !== null, static fn (Builder $q) => $q->whereIn('questions.card_id', clone $cards))->orderBy('answers.id');
        foreach ($answers->select('answers.uuid', 'questions.uuid as question', 'answers.text', 'answers.at')->cursor() as $a) {
            yield LedgerState::answer($a->uuid, $a->question, $a->text, self::second($a->at));
        }
    }

    /** A moment as entries tell it. */
    public static function second(string|Carbon $at): string
    {
        return ($at instanceof Carbon ? $at->copy() : Carbon::parse($at, 'UTC'))->utc()->format('Y-m-d\TH:i:s\Z');
    }

    /** @return array{records: int, revisions: int, elsewhere: int, questions: int} */
    public static function counts(): array
    {
        return [
            'records' => (int) Revision::query()->distinct()->count('card_id'), 'revisions' => Revision::query()->count(), 'elsewhere' => (int) DB::table('cards')->whereNotNull('ledger_id')->whereNotNull('published_at')->count(),
            'questions' => Question::query()->whereNull('hidden_at')->count() + Answer::query()->whereNull('hidden_at')->count() + Standing::query()->count(),
        ];
    }
}
