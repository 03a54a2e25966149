<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\BenchSession;
use App\Models\Card;
use App\Models\Measurement;
use App\Models\Specimen;
use App\Models\Task;
use App\Models\Timer;
use App\Models\User;
use App\Models\Verdict;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\Auth;
use MarshTrial\Core\Bench\HandMeasure;
use MarshTrial\Core\Card\CardCode;
use MarshTrial\Core\Evidence\EyeScale;
use MarshTrial\Core\Pigment\Cautions;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Session\BenchWords;
use MarshTrial\Core\Session\CardTasks;
use MarshTrial\Core\Session\Conditions;

/**
 * A session as those who work on it see it.
 *
 * @phpstan-type HandField array{label: string, unit: string, range: array{int, int}, how: string}
 * @phpstan-type ConditionField array{
 *     label: string, words?: list<string>, hint?: string, unit?: string, range?: array{int, int},
 * }
 * @phpstan-type SessionSummary array{
 *     uuid: string, edition: int, title: string, plannedOn: string, paper: string, paperUuid: string,
 *     tests: list<string>, owner: string, blind: bool, revealed: bool, finished: string|null, mayLead: bool,
 * }
 * @phpstan-type SessionTask array{
 *     uuid: string, edition: int, kind: string, state: string, reason: string, by: string|null, at: string|null,
 * }
 * @phpstan-type SessionTimer array{
 *     uuid: string, edition: int, kind: string, label: string, seconds: int, task: string|null, by: string,
 *     startedAt: string, stoppedAt: string|null,
 * }
 * @phpstan-type SessionKinds array{
 *     title: string, instruction: string, timer: array{kind: string, seconds: int}|null, wait: bool, perRow: bool,
 *     needsPan: bool, rowGap: int, roles: list<string>,
 * }
 * @phpstan-type SessionRow array{
 *     uuid: string, row: int, codeWord: string|null, label: string, about: string, place: string, panForm: string,
 *     paint: string|null, conditions: array<string, array{value: string, inherited: string|null, own: bool}>,
 *     overrides: array<int, array{uuid: string, edition: int, key: string, value: string, by: string}>,
 *     remarks: array<int, array{
 *         uuid: string, edition: int, word: string, note: string, by: string, mine: bool, on: string,
 *     }>,
 *     byHand: list<SpecimenByHand>, photos: array<int, array{uuid: string, taken: string|null}>,
 *     spoiled: array<int, array{uuid: string, property: string|null, reason: string, by: string}>,
 *     verdicts: array<int, array{
 *         uuid: string, property: string, word: string, note: string, by: string, on: string|null, blind: bool,
 *         check: 'agrees'|'contradicted'|'not comparable'|'open', edition: int, mine: bool,
 *     }>,
 * }
 * @phpstan-import-type SpecimenByHand from \App\Queries\SpecimenView
 * @phpstan-type SessionStanding array{
 *     uuid: string, edition: int, title: string, plannedOn: string, paper: string, paperUuid: string,
 *     tests: list<string>, owner: string, blind: bool, revealed: bool, finished: string|null, mayLead: bool,
 *     tasks: int, done: int, next: string|null, lastAt: string|null,
 * }
 * @phpstan-type SessionCard array{
 *     uuid: string, kind: string, title: string, code: string, properties: list<string>,
 *     measuring: CardMeasurementDetail|null, rows: array<int, SessionRow>,
 * }
 * @phpstan-import-type CardMeasurementDetail from \App\Queries\CardView
 * @phpstan-type Session array{
 *     uuid: string, edition: int, title: string, plannedOn: string, paper: string, paperUuid: string,
 *     tests: list<string>, owner: string, blind: bool, revealed: bool, finished: string|null, mayLead: bool,
 *     conditions: \stdClass, conditionFields: array<string, ConditionField>,
 *     people: array<int, array{uuid: string, name: string}>, cautions: list<string>,
 *     cards: array<int, SessionCard>,
 *     tasks: array<int, array{
 *         uuid: string, edition: int, kind: string, state: string, reason: string, by: string|null,
 *         at: string|null, card: string, specimen: string|null,
 *     }>,
 *     kinds: array<string, SessionKinds>, judgedAt: array<string, list<string>>, pans: list<string>,
 *     timers: array<int, SessionTimer>,
 *     words: array{
 *         remarks: array<string, string>,
 *         skips: list<'pan not found'|'pan empty or dried up'|'no time today'|'place spoiled'|'not wanted for this paint'|'another reason'>,
 *         spoiled: list<string>, timers: array{pre-wetting: int, dwell: int, spread: int, drying: int},
 *     },
 *     eyeScales: array<string, array<string, string>>, moreByEye: list<string>,
 *     handFields: array<string, HandField>, now: string,
 * }
 */
final class SessionView
{
    /** @return Session */
    public static function of(BenchSession $session): array
    {
        $session->load('owner', 'paper', 'people', 'tasks.doneBy', 'timers.task', 'timers.owner');
        $cards = Card::query()->listed()->where('bench_session_id', $session->id)->orderBy('id')
            ->with('specimens.pan.paint.maker', 'specimens.pan.paint.codes', 'specimens.pan.palette', 'specimens.pan.formulation', 'specimens.verdicts.owner', 'specimens.remarks.owner', 'specimens.conditions.owner', 'specimens.spoilings.owner', 'specimens.photos', 'specimens.handReadings.owner')->get();
        $newest = Measurement::query()->whereIn('card_id', $cards->pluck('id'))->orderBy('id')->get(['id', 'uuid', 'card_id', 'state', 'progress', 'step', 'problem'])->keyBy('card_id');
        $blind = $session->isBlindFor(Auth::user());
        $cautions = $cards->flatMap(static fn (Card $c) => $c->specimens->flatMap(static fn (Specimen $s): array => $s->pan->paint->statement()->cautions()))->unique()->diff([Cautions::CLOSE])->values()->all();
        $uuids = ['cards' => $cards->pluck('uuid', 'id'), 'specimens' => $cards->flatMap->specimens->pluck('uuid', 'id')];

        return [
            ...self::summary($session),
            'conditions' => (object) $session->conditions, 'conditionFields' => Conditions::FIELDS,
            'people' => $session->people->map(static fn (User $u): array => ['uuid' => $u->uuid, 'name' => $u->name])->all(),
            'cautions' => Cautions::closed($cautions),
            'cards' => $cards->map(static fn (Card $c): array => self::card($session, $blind, $c, $newest[$c->id] ?? null))->all(),
            'tasks' => $session->tasks->map(static fn (Task $t): array => [
                ...self::task($t), 'card' => $uuids['cards'][$t->card_id], 'specimen' => $t->specimen_id === null ? null : $uuids['specimens'][$t->specimen_id],
            ])->all(),
            'kinds' => self::kinds(),
            'judgedAt' => array_combine(Property::keys(CardTasks::judged()), array_map(static fn (Property $p): array => array_column(CardTasks::judgedAt($p), 'value'), CardTasks::judged())),
            // For labels: one's own pans, while names may be seen.
            'pans' => $blind ? [] : $cards->flatMap->specimens->map(static fn (Specimen $s) => $s->pan)->where('owner_id', Auth::id())->pluck('uuid')->unique()->values()->all(),
            'timers' => $session->timers->map(self::timer(...))->all(),
            'words' => ['remarks' => BenchWords::REMARKS, 'skips' => BenchWords::SKIPS, 'spoiled' => BenchWords::SPOILED, 'timers' => BenchWords::TIMERS],
            'eyeScales' => EyeScale::all(), 'moreByEye' => EyeScale::more(), 'handFields' => HandMeasure::FIELDS,
            'now' => now()->format('Y-m-d\TH:i:s.vP'),
        ];
    }

    /** @return SessionSummary needs owner and paper loaded */
    public static function summary(BenchSession $session): array
    {
        return [
            'uuid' => $session->uuid, 'edition' => $session->edition, 'title' => $session->title, 'plannedOn' => $session->planned_on->toDateString(),
            'paper' => $session->paper->words(), 'paperUuid' => $session->paper->uuid, 'tests' => $session->tests, 'owner' => $session->owner->name,
            'blind' => $session->blind, 'revealed' => ! $session->isBlindFor(Auth::user()), 'finished' => $session->finished_at?->toIso8601String(),
            'mayLead' => $session->mayBeChangedBy(Auth::user()),
        ];
    }

    /** @return SessionCard */
    private static function card(BenchSession $session, bool $blind, Card $card, ?Measurement $newest): array
    {
        return [
            'uuid' => $card->uuid, 'kind' => $card->kind, 'title' => $card->title, 'code' => CardCode::forCard($card->uuid, 'whole')->text(), 'properties' => $card->kind === 'property' ? Property::keys(CardTasks::judged()) : [],
            'measuring' => $newest === null ? null : CardView::measurement($newest),
            'rows' => $card->specimens->map(static fn (Specimen $s): array => self::row($session, $blind, $card, $s))->all(),
        ];
    }

    /** @return SessionRow */
    private static function row(BenchSession $session, bool $blind, Card $card, Specimen $specimen): array
    {
        $named = RowPaint::of($specimen, $card->setRelation('session', $session));

        return [
            'uuid' => $specimen->uuid, 'row' => $specimen->row, 'codeWord' => $specimen->code_word,
            'label' => $named->name(),
            'about' => $named->paint === null ? '' : "{$named->maker()} · {$named->pigments()}",
            'place' => $specimen->pan->place(), 'panForm' => $specimen->pan->form, 'paint' => $named->uuid(),
            ...SpecimenView::said($specimen, [...$session->conditions, 'paperSide' => $card->paper_side, ...$session->blind && $blind ? [] : ['got' => $specimen->pan->got ?: ($session->conditions['got'] ?? '')]]),
            'verdicts' => $specimen->verdicts->filter(static fn (Verdict $v): bool => ! $blind || $v->owner_id === Auth::id())->values()
                ->map(static fn (Verdict $v): array => [...PropertyView::verdict($v), 'edition' => $v->edition, 'mine' => $v->owner_id === Auth::id()])->all(),
        ];
    }

    /** @return SessionTask */
    public static function task(Task $task): array
    {
        return [
            'uuid' => $task->uuid, 'edition' => $task->edition, 'kind' => $task->kind, 'state' => $task->state, 'reason' => $task->reason,
            'by' => $task->doneBy?->name, 'at' => $task->done_at?->toIso8601String(),
        ];
    }

    /** @return SessionTimer needs task and owner loaded */
    public static function timer(Timer $timer): array
    {
        return [
            'uuid' => $timer->uuid, 'edition' => $timer->edition, 'kind' => $timer->kind, 'label' => $timer->label, 'seconds' => $timer->seconds, 'task' => $timer->task?->uuid, 'by' => $timer->owner->name,
            'startedAt' => $timer->started_at->format('Y-m-d\TH:i:s.vP'), 'stoppedAt' => $timer->stopped_at?->format('Y-m-d\TH:i:s.vP'),
        ];
    }

    /** @return array<string, SessionKinds> */
    private static function kinds(): array
    {
        $out = [];
        foreach (CardTasks::all() as $key => $task) {
            $out[$key] = [
                'title' => $task->title, 'instruction' => $task->instruction, 'timer' => $task->timer, 'wait' => $task->isWait, 'perRow' => $task->perRow, 'needsPan' => $task->needsPan, 'rowGap' => $task->rowGapSeconds,
                'roles' => array_map(static fn ($r): string => $r->value, $task->cells),
            ];
        }

        return $out;
    }

    /**
     * Where a session stands: its next open task, in words.
     *
     * @return SessionStanding of a session from mine()
     */
    public static function standing(BenchSession $session): array
    {
        $next = $session->nextTask;
        $row = $next?->specimen?->row;

        return [
            ...self::summary($session), 'tasks' => (int) $session->getAttribute('tasks_count'), 'done' => (int) $session->getAttribute('closed_count'),
            'next' => $next === null ? null : (CardTasks::all()[$next->kind] ?? throw new \LogicException("No task is called $next->kind."))->title.($row === null ? '' : ", row $row"),
            'lastAt' => $session->getAttribute('tasks_max_done_at'),
        ];
    }

    /**
     * @return Builder<BenchSession> sessions that a person owns or works on, newest first
     */
    public static function mine(User $user): Builder
    {
        return BenchSession::query()->with('owner', 'paper', 'nextTask.specimen')
            ->withCount(['tasks', 'tasks as closed_count' => static fn ($q) => $q->whereNot('state', 'open')])->withMax('tasks', 'done_at')
            ->where(static fn (Builder $q) => $q->where('owner_id', $user->id)->orWhereIn('id', BenchSession::idsOf($user)))->orderByDesc('id');
    }
}
