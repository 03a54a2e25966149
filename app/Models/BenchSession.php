<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\BelongsToMany;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Database\Eloquent\Relations\HasOne;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Session\CardTasks;

/**
 * A session at the bench: cards, their order of work, conditions, and the people who work on it.
 *
 * @property string $title
 * @property Carbon $planned_on
 * @property list<string> $tests
 * @property array<string, string> $protocols property => protocol, where it is not the usual one
 * @property array<string, string> $conditions
 * @property bool $blind
 * @property Carbon|null $revealed_at
 * @property Carbon|null $finished_at
 * @property Paper $paper
 * @property \Illuminate\Database\Eloquent\Collection<int, User> $people
 * @property \Illuminate\Database\Eloquent\Collection<int, Card> $cards
 * @property \Illuminate\Database\Eloquent\Collection<int, Task> $tasks
 * @property Task|null $nextTask
 * @property \Illuminate\Database\Eloquent\Collection<int, Timer> $timers
 */
final class BenchSession extends Model
{
    use Shared;

    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    protected function casts(): array
    {
        return ['planned_on' => 'date', 'tests' => 'array', 'protocols' => 'array', 'conditions' => 'array', 'blind' => 'boolean', 'revealed_at' => 'datetime', 'finished_at' => 'datetime'];
    }

    /**
     * Sessions that a person works on, as a subquery.
     *
     * @return \Illuminate\Database\Query\Builder
     */
    public static function idsOf(?User $user)
    {
        return DB::table('session_people')->where('user_id', $user->id ?? 0)->select('bench_session_id');
    }

    /**
     * Sessions whose names are still hidden, as a subquery; nothing of theirs is shown among other evidence.
     *
     * @return \Illuminate\Database\Query\Builder
     */
    public static function blindIds(?User $user)
    {
        // What the eye judges of every row before names are shown.
        $properties = Property::keys(CardTasks::judged());
        $cards = static fn () => DB::table('specimens')->join('cards', 'cards.id', '=', 'specimens.card_id')->whereColumn('cards.bench_session_id', 'bench_sessions.id')->where('cards.kind', 'property');
        $judged = $cards()->join('verdicts', 'verdicts.specimen_id', '=', 'specimens.id')->where('verdicts.owner_id', $user->id ?? 0)->whereIn('verdicts.property', $properties)
            ->selectRaw('count(distinct specimens.id || verdicts.property)');

        return DB::table('bench_sessions')->where('blind', true)->whereNull('revealed_at')
            // Whoever has judged all has nothing left that a name could sway.
            ->where(static fn ($q) => $q->where($cards()->selectRaw('count(*)'), 0)->orWhere($judged, '<', $cards()->selectRaw('count(*) * '.count($properties))))
            ->select('bench_sessions.id');
    }

    /** Names are still hidden from somebody: nothing of it is published. */
    public function isBlindNow(): bool
    {
        return $this->blind && $this->revealed_at === null;
    }

    /** Names are hidden from this person: until all is judged by all, or by this person, wherever the verdicts were given. */
    public function isBlindFor(?User $user): bool
    {
        return $this->isBlindNow() && self::blindIds($user)->where('bench_sessions.id', $this->id)->exists();
    }

    /** Shows the names to all when nothing is left to judge, and nobody who began is still at it. */
    public function settleNames(): void
    {
        $judging = Task::query()->where('bench_session_id', $this->id)->where('kind', CardTasks::JUDGE);
        if (! $this->isBlindNow() || (clone $judging)->where('state', 'open')->exists()) {
            return;
        }
        $began = DB::table('verdicts')->join('specimens', 'specimens.id', '=', 'verdicts.specimen_id')->join('cards', 'cards.id', '=', 'specimens.card_id')->where('cards.bench_session_id', $this->id)
            ->whereNotIn('verdicts.owner_id', (clone $judging)->whereNotNull('done_by_id')->select('done_by_id'))->distinct()->pluck('verdicts.owner_id');
        if (! User::query()->whereKey($began->all())->get()->contains($this->isBlindFor(...))) {
            $this->forceFill(['revealed_at' => now()])->save();
        }
    }

    /** Its owner, a steward, or somebody who works on it. */
    public function mayBeWorkedOnBy(?User $user): bool
    {
        return $this->mayBeChangedBy($user) || ($user !== null && in_array($this->id, $user->sessionIds(), true));
    }

    /** @return BelongsTo<Paper, $this> */
    public function paper(): BelongsTo
    {
        return $this->belongsTo(Paper::class);
    }

    /** @return BelongsToMany<User, $this> */
    public function people(): BelongsToMany
    {
        return $this->belongsToMany(User::class, 'session_people');
    }

    /** @return HasMany<Card, $this> */
    public function cards(): HasMany
    {
        return $this->hasMany(Card::class)->orderBy('id');
    }

    /** @return HasMany<Task, $this> */
    public function tasks(): HasMany
    {
        return $this->hasMany(Task::class)->orderBy('position');
    }

    /** @return HasOne<Task, $this> the first that is open */
    public function nextTask(): HasOne
    {
        return $this->hasOne(Task::class)->ofMany(['position' => 'min'], static fn ($q) => $q->where('state', 'open'));
    }

    /** @return HasMany<Timer, $this> */
    public function timers(): HasMany
    {
        return $this->hasMany(Timer::class)->orderBy('started_at');
    }

    /** @param \Illuminate\Database\Eloquent\Builder<Verdict>|\Illuminate\Database\Eloquent\Builder<Card>|\Illuminate\Database\Query\Builder $q of a query that joins cards */
    public static function notBlind($q, ?User $user): void
    {
        $q->whereNull('cards.bench_session_id')->orWhereNotIn('cards.bench_session_id', self::blindIds($user));
    }
}
