<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Decision;
use App\Models\Group;
use App\Models\Paint;
use App\Models\Study;
use App\Models\StudyPicture;
use App\Models\User;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Collection\Decisions;

/**
 * What testers make of a paint: decisions, liking, groups and studies. Said beside the evidence, and never counted as such.
 *
 * @phpstan-type OpinionsDecision array{
 *     uuid: string, edition: int, word: string, reason: string, on: string, shared: bool, by: string, mine: bool,
 * }
 * @phpstan-type OpinionsStudy array{
 *     uuid: string, edition: int, title: string, on: string|null, paper: string, purpose: string, went: string,
 *     shared: bool, by: string, mayChange: bool, paints: array<int, OddStripsLike>, pictures: array<int, string>,
 * }
 * @phpstan-type OpinionsChanged array{
 *     uuid: string, name: string, maker: string, since: string, decided: string|null, changes: list<string>,
 * }
 * @phpstan-import-type OddStripsLike from \App\Queries\OddStrips
 * @phpstan-type OpinionsDetail array{
 *     words: list<'keep'|'buy'|'replace'|'let go'|'use up'|'wanted'>,
 *     decisions: array<int, array{
 *         uuid: string, edition: int, word: string, reason: string, on: string, shared: bool, by: string,
 *         mine: bool, changes: list<string>,
 *     }>,
 *     likedBy: list<string>, liked: bool, groups: array<int, array{uuid: string, name: string, by: string}>,
 *     studies: array<int, OpinionsStudy>,
 * }
 * @phpstan-type OpinionsAll array{
 *     decisions: array<int, array{
 *         paint: string, uuid: string, edition: int, word: string, reason: string, on: string, shared: bool,
 *         by: string, mine: bool,
 *     }>,
 *     groups: array<int, array{name: string, shared: bool, paints: list<string>}>,
 *     studies: array<int, OpinionsStudy>, liked: list<string>,
 * }
 */
final class Opinions
{
    /** Told on one's day, the newest. */
    private const MOST = 12;

    /**
     * @param array<string, string> $brief what the evidence says of it today, by property
     *
     * @return OpinionsDetail
     */
    public static function of(Paint $paint, array $brief, ?User $user): array
    {
        $decisions = Decision::query()->with('owner')->where('paint_id', $paint->id)->listedFor($user)->orderByDesc('decided_on')->orderByDesc('id')->get();
        $studies = Study::query()->with('owner', 'paints.maker', 'pictures')->whereHas('paints', static fn ($q) => $q->whereKey($paint->id))->listedFor($user)->orderByDesc('id')->get();

        return [
            'words' => Decisions::WORDS,
            // Of everybody else the newest alone stands.
            'decisions' => $decisions->filter(static fn (Decision $d): bool => $d->owner_id === $user?->id || $d->is($decisions->firstWhere('owner_id', $d->owner_id)))->values()
                ->map(static fn (Decision $d): array => [...self::decision($d, $user), 'changes' => $d->owner_id === $user?->id ? Decisions::changes($d->brief, $brief) : []])->all(),
            'likedBy' => DB::table('hearts')->join('users', 'users.id', '=', 'hearts.user_id')->where('paint_id', $paint->id)->orderBy('users.name')->pluck('users.name')->all(),
            'liked' => $user !== null && DB::table('hearts')->where('paint_id', $paint->id)->where('user_id', $user->id)->exists(),
            'groups' => Group::query()->with('owner')->whereHas('paints', static fn ($q) => $q->whereKey($paint->id))->listedFor($user)->orderBy('name')->get()->map(static fn (Group $g): array => ['uuid' => $g->uuid, 'name' => $g->name, 'by' => $g->owner->name])->all(),
            'studies' => $studies->map(static fn (Study $s): array => self::study($s, $user))->all(),
        ];
    }

    /** @return OpinionsDecision */
    public static function decision(Decision $decision, ?User $user): array
    {
        return ['uuid' => $decision->uuid, 'edition' => $decision->edition, 'word' => $decision->word, 'reason' => $decision->reason, 'on' => $decision->decided_on->toDateString(), 'shared' => $decision->shared, 'by' => $decision->owner->name, 'mine' => $decision->owner_id === $user?->id];
    }

    /** @return OpinionsStudy */
    public static function study(Study $study, ?User $user): array
    {
        return [
            'uuid' => $study->uuid, 'edition' => $study->edition, 'title' => $study->title, 'on' => $study->painted_on?->toDateString(), 'paper' => $study->paper, 'purpose' => $study->purpose, 'went' => $study->went, 'shared' => $study->shared, 'by' => $study->owner->name, 'mayChange' => $study->mayBeChangedBy($user),
            'paints' => $study->paints->map(static fn (Paint $p): array => PaintView::named($p))->all(),
            'pictures' => $study->pictures->map(static fn (StudyPicture $p): string => $p->uuid)->all(),
        ];
    }

    /** @return OpinionsAll all that a tester made of paints, to take along */
    public static function all(User $user): array
    {
        return [
            'decisions' => Decision::query()->with('owner', 'paint')->where('owner_id', $user->id)->orderBy('id')->get()->map(static fn (Decision $d): array => ['paint' => $d->paint->uuid, ...self::decision($d, $user)])->all(),
            'groups' => Group::query()->with('paints')->where('owner_id', $user->id)->orderBy('id')->get()->map(static fn (Group $g): array => ['name' => $g->name, 'shared' => $g->shared, 'paints' => $g->paints->pluck('uuid')->all()])->all(),
            'studies' => Study::query()->with('owner', 'paints.maker', 'pictures')->where('owner_id', $user->id)->orderBy('id')->get()->map(static fn (Study $s): array => self::study($s, $user))->all(),
            'liked' => DB::table('hearts')->join('paints', 'paints.id', '=', 'hearts.paint_id')->where('user_id', $user->id)->orderBy('paints.id')->pluck('paints.uuid')->all(),
        ];
    }

    /**
     * Paints of which the evidence says something else than when one last looked, or decided.
     *
     * @return list<OpinionsChanged>
     */
    public static function changed(?User $user): array
    {
        if ($user === null) {
            return [];
        }
        $then = [];
        foreach (DB::table('looks')->where('user_id', $user->id)->orderByDesc('looked_at')->get() as $look) {
            $then[(int) $look->paint_id] = ['brief' => json_decode((string) $look->brief, true), 'on' => substr((string) $look->looked_at, 0, 10), 'decision' => null];
        }
        foreach (Decision::lastOf($user) as $id => $decision) {
            $then[$id] = ['brief' => $decision->brief, 'on' => $decision->decided_on->toDateString(), 'decision' => $decision->word];
        }
        $digests = PaintDigest::of(array_keys($then), $user);
        $changed = array_filter(array_map(static fn (int $id, array $t): ?array => ($changes = Decisions::changes($t['brief'], ($digests[$id] ?? null)?->brief() ?? [])) === [] ? null : [...$t, 'paint_id' => $id, 'changes' => $changes], array_keys($then), $then));
        $paints = Paint::query()->with('maker')->whereKey(array_column($changed, 'paint_id'))->get()->keyBy('id');

        return array_slice(array_values(array_map(static fn (array $c): array => [...PaintView::named($paints[$c['paint_id']]), 'since' => $c['on'], 'decided' => $c['decision'], 'changes' => $c['changes']],
            array_filter($changed, static fn (array $c): bool => isset($paints[$c['paint_id']])))), 0, self::MOST);
    }
}
