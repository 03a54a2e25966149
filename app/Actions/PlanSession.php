<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\BenchSession;
use App\Models\Pan;
use App\Models\Paper;
use App\Models\Specimen;
use App\Models\Task;
use App\Models\User;
use App\Queries\CollectionView;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use MarshTrial\Core\Card\Block;
use MarshTrial\Core\Card\CardKind;
use MarshTrial\Core\Card\Protocol;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Session\CardTasks;
use MarshTrial\Core\Session\CodeWords;
use MarshTrial\Core\Session\Conditions;
use MarshTrial\Core\Session\SessionPlan;

/** Plans a session for chosen pans, and makes its cards and tasks. */
final class PlanSession
{
    /**
     * @param list<string> $panUuids of the tester
     * @param list<string> $tests
     *
     * @return array{0: SessionPlan, 1: array<string, Pan>} pans by UUID, with paint and palette
     */
    public static function plan(User $user, array $panUuids, array $tests, bool $asChosen, bool $blind, string $lifting, string $blocks): array
    {
        /** @var array<string, Pan> $pans */
        $pans = Pan::query()->with('paint.maker', 'paint.codes', 'palette')->where('owner_id', $user->id)->whereIn('uuid', $panUuids)->get()->keyBy('uuid')->all();
        Protocol::check(['staining' => $lifting]);
        if ($blind && ! in_array('property', $tests, true)) {
            throw new CoreException('Code words are lifted by the eye verdicts of the session, and fading is judged only months later. Choose the bench tests too, or plan without hidden names.');
        }
        if ($blind && array_diff(CardTasks::JUDGED, array_map(static fn (Block $b): string => $b->kind->value, Block::list($blocks))) !== []) {
            throw new CoreException('Code words are lifted when transparency, staining and granulation are judged, so the cards of a blind session need the graded stroke, the flat wash and the lift.');
        }
        $chosen = [];
        foreach (array_unique($panUuids) as $uuid) {
            $pan = $pans[$uuid] ?? throw new CoreException('One of the chosen pans is no longer there, or is another tester’s.');
            if ($blind && $pan->place() === '') {
                throw new CoreException("A blind session finds its pans by place, and \"{$pan->paint->colour_name}\" has none. Give it a place first, or plan without hidden names.");
            }
            $chosen[] = ['pan' => $uuid, ...CollectionView::forPlan($pan), 'maker' => $pan->paint->maker->name];
        }

        return [SessionPlan::of($chosen, $tests, $asChosen, $lifting, $blocks), $pans];
    }

    /**
     * The same call again changes nothing; cards that may be printed are never made anew.
     *
     * @param array<string, mixed> $values title, plannedOn, side, conditions, tests, pans, asChosen, blind, lifting, blocks, paint, quality
     */
    public static function put(string $uuid, array $values, Paper $paper, User $user): BenchSession
    {
        return DB::transaction(static function () use ($uuid, $values, $paper, $user): BenchSession {
            $there = BenchSession::query()->where('uuid', $uuid)->first();
            if ($there !== null) {
                return $there;
            }
            [$plan] = self::plan($user, $values['pans'], $values['tests'], $values['asChosen'], $values['blind'], $values['lifting'], $values['blocks']);
            $conditions = [];
            foreach ($values['conditions'] as $key => $value) {
                $conditions[$key] = Conditions::check($key, (string) $value);
            }
            $session = BenchSession::put($uuid, [
                'title' => $values['title'], 'planned_on' => $values['plannedOn'], 'paper_id' => $paper->id, 'tests' => $values['tests'],
                'conditions' => array_filter($conditions, static fn (string $v): bool => $v !== ''), 'blind' => $values['blind'],
                'protocols' => Protocol::namedOnly(['staining' => $values['lifting'], Protocol::PAINT => $values['paint'], Protocol::PAPER => $values['quality']]),
            ]);
            $session->people()->attach($user->id);
            $words = $values['blind'] ? array_combine($values['pans'], CodeWords::of(count($values['pans']), crc32($uuid))) : [];
            $made = [];
            foreach ($plan->cards as $i => $card) {
                $title = count($plan->cards) === 1 ? $session->title : sprintf('%s, card %d', $session->title, $i + 1);
                $made[] = MakeCard::put(self::cardUuid($uuid, $i), CardKind::from($card['kind']), $title, $paper, $values['side'], '', $card['pans'], null, $session->protocols, $session, $words, Block::list($values['blocks']));
            }
            self::tasks($session, $plan, $made);

            return $session;
        });
    }

    /** The last ten digits differ from card to card, since the printed code is made of them. */
    private static function cardUuid(string $session, int $card): string
    {
        $hash = hash('sha256', "$session card $card");

        return sprintf('%s-%s-4%s-8%s-%s', substr($hash, 0, 8), substr($hash, 8, 4), substr($hash, 12, 3), substr($hash, 15, 3), substr($hash, 18, 12));
    }

    /** @param list<\App\Models\Card> $cards */
    private static function tasks(BenchSession $session, SessionPlan $plan, array $cards): void
    {
        $specimens = Specimen::query()->whereIn('card_id', array_map(static fn ($c): int => $c->id, $cards))->get()->groupBy('card_id')->map->keyBy('row');
        $now = Carbon::now();
        $rows = [];
        foreach ($plan->tasks as $position => $task) {
            $card = $cards[$task['card']];
            $rows[] = [
                'uuid' => (string) Str::uuid(), 'owner_id' => Auth::id(), 'edition' => 1, 'created_at' => $now, 'updated_at' => $now,
                'bench_session_id' => $session->id, 'card_id' => $card->id, 'specimen_id' => $task['row'] === null ? null : $specimens[$card->id][$task['row']]->id,
                'position' => $position, 'kind' => $task['kind']->key, 'state' => 'open', 'planned_end_seconds' => $task['endSeconds'],
            ];
        }
        foreach (array_chunk($rows, 60) as $some) {
            Task::query()->insert($some);
        }
    }
}
