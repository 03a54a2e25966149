<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Colour\Lab;

/**
 * One run of the measuring code over one picture; never changed once done.
 *
 * @property int $id
 * @property string $uuid
 * @property int $card_id
 * @property int $picture_id
 * @property int|null $first_picture_id
 * @property 'waiting'|'running'|'done'|'failed' $state waiting, running, done or failed
 * @property float $progress
 * @property string $step
 * @property string|null $problem
 * @property array<string, mixed>|null $result
 * @property bool $published
 * @property int $attempts how often a worker has taken it up
 * @property \Illuminate\Support\Carbon $updated_at while it runs, the last sign of life of its worker
 * @property Card $card
 * @property Picture $picture
 * @property Picture|null $firstPicture
 * @property \Illuminate\Database\Eloquent\Collection<int, Rating> $ratings
 */
final class Measurement extends Model
{
    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    /** No sign of life for so long, and its worker is gone: as long as a job may last, and a little. */
    public const ORPHANED_SECONDS = 330;

    /** One that ended its worker so often is given up. */
    private const MOST_ATTEMPTS = 3;

    public const GIVEN_UP = 'The measuring stopped unexpectedly. The picture is kept; ask for it to be measured again.';

    protected function casts(): array
    {
        return ['result' => CompressedJson::class, 'published' => 'boolean', 'progress' => 'float', 'started_at' => 'datetime'];
    }

    /**
     * Those that say something of a dry card as it is: read to the end, from a picture that was neither wet nor withdrawn.
     *
     * @param Builder<self> $query
     */
    public function scopeCounts(Builder $query): void
    {
        $query->where('measurements.state', 'done')->whereHas('picture', static fn (Builder $q) => $q->where('wet', false)->whereNull('withdrawn_at'));
    }

    /** Takes the picture whose turn it is: of the tester who has waited longest since the last one, and has none on the table. */
    public static function takeNext(): ?self
    {
        return DB::transaction(static function (): ?self {
            self::freeOrphans();
            $busy = DB::table('measurements')->join('pictures', 'pictures.id', '=', 'measurements.picture_id')->where('measurements.state', 'running')->select('pictures.owner_id');
            $last = DB::table('measurements as m')->join('pictures as p', 'p.id', '=', 'm.picture_id')->whereColumn('p.owner_id', 'pictures.owner_id')->where('m.attempts', '>', 0)->selectRaw('max(m.started_at)');
            $next = self::query()->join('pictures', 'pictures.id', '=', 'measurements.picture_id')->where('measurements.state', 'waiting')->whereNotIn('pictures.owner_id', $busy)
                ->select('measurements.id')->selectSub($last, 'last')->orderByRaw('last is not null, last')->orderBy('measurements.id')->value('measurements.id');
            if ($next === null) {
                return null;
            }
            $taken = self::query()->with('card', 'picture.fadeCheck', 'picture.target', 'picture.profile', 'firstPicture.target', 'firstPicture.profile')->findOrFail($next);
            $taken->update(['state' => 'running', 'attempts' => $taken->attempts + 1, 'started_at' => now()]);

            return $taken;
        });
    }

    /** Puts those whose worker is gone back into the queue, or gives them up; $all: no worker lives at all. */
    public static function freeOrphans(bool $all = false): void
    {
        // What is measured as of a day long past only seems to be without a sign of life.
        if (House::isLoading()) {
            return;
        }
        $orphans = self::query()->where('state', 'running')->when(! $all, static fn (Builder $q) => $q->where('updated_at', '<', now()->subSeconds(self::ORPHANED_SECONDS)));
        (clone $orphans)->where('attempts', '>=', self::MOST_ATTEMPTS)->update(['state' => 'failed', 'problem' => self::GIVEN_UP]);
        $orphans->update(['state' => 'waiting', 'progress' => 0, 'step' => 'Waiting for its turn']);
    }

    public function getRouteKeyName(): string
    {
        return 'uuid';
    }

    /** @return BelongsTo<Card, $this> */
    public function card(): BelongsTo
    {
        return $this->belongsTo(Card::class);
    }

    /** @return BelongsTo<Picture, $this> */
    public function picture(): BelongsTo
    {
        return $this->belongsTo(Picture::class);
    }

    /** @return BelongsTo<Picture, $this> */
    public function firstPicture(): BelongsTo
    {
        return $this->belongsTo(Picture::class, 'first_picture_id');
    }

    /** @return HasMany<Rating, $this> */
    public function ratings(): HasMany
    {
        return $this->hasMany(Rating::class);
    }

    /** @return HasMany<Strip, $this> */
    public function strips(): HasMany
    {
        return $this->hasMany(Strip::class);
    }

    /** @return array<string, array{lab: Lab, uncertainty95: float|null}> of its cells */
    public function colours(): array
    {
        $out = [];
        foreach ($this->result['cells'] ?? [] as $cell) {
            $out[(string) $cell['id']] = ['lab' => new Lab(...array_map(floatval(...), $cell['lab'])), 'uncertainty95' => isset($cell['uncertainty95']) ? (float) $cell['uncertainty95'] : null];
        }

        return $out;
    }

    /**
     * The newest measurement of every card that this person may see: published ones for all, drafts for owner and steward.
     *
     * @param list<int>|null $paintIds only of cards on which one of these paints is; null: of all
     *
     * @return \Illuminate\Database\Query\Builder
     */
    public static function idsVisibleTo(?User $user, ?array $paintIds = null)
    {
        // Of a fade card the check of the latest day counts, however late it was entered or measured again.
        $newest = self::allVisibleTo($user, $paintIds)
            ->selectRaw('measurements.id, row_number() over (partition by measurements.card_id order by fade_checks.checked_on desc, measurements.id desc) as place');

        return DB::query()->fromSub($newest, 'newest')->where('place', 1)->select('id');
    }

    /**
     * Every measurement that this person may see as evidence, of a fade card those of all its checks.
     *
     * @param list<int>|null $paintIds only of cards on which one of these paints is; null: of all
     *
     * @return \Illuminate\Database\Query\Builder joined with cards, pictures and fade checks
     */
    public static function allVisibleTo(?User $user, ?array $paintIds = null)
    {
        return self::query()->toBase()
            ->join('cards', 'cards.id', '=', 'measurements.card_id')->join('pictures', 'pictures.id', '=', 'measurements.picture_id')->leftJoin('fade_checks', 'fade_checks.id', '=', 'pictures.fade_check_id')
            ->where('measurements.state', 'done')->where('pictures.wet', false)->whereNull('pictures.withdrawn_at')
            ->where(static fn ($q) => $q->whereNull('pictures.fade_check_id')->orWhereNotIn('pictures.fade_check_id', FadeCheck::unseen()))
            ->where(static fn ($q) => BenchSession::notBlind($q, $user))
            // Where not all is invented, what a stand-in drew is no evidence.
            ->where(static fn ($q) => $q->where('pictures.source', '<>', 'stand-in')->orWhereExists(House::demo()))
            // A record of another ledger that was withdrawn there is nobody's draft here.
            ->where(static fn ($q) => $q->whereNull('cards.ledger_id')->orWhere('measurements.published', true))
            ->when($user === null || ! $user->isHouseSteward(), static fn ($q) => $q->where(
                static fn ($q) => $q->where('measurements.published', true)->when($user !== null, static fn ($q) => $q->orWhere(static fn ($q) => $user?->narrowToOverseen($q, 'cards.owner_id')))->orWhereIn('cards.bench_session_id', BenchSession::idsOf($user)),
            ))
            ->when($paintIds !== null, static fn ($q) => $q->whereIn('measurements.card_id', DB::table('ratings')->join('measurements as of', 'of.id', '=', 'ratings.measurement_id')->whereIn('ratings.paint_id', $paintIds)->select('of.card_id')
                ->union(DB::table('strips')->join('measurements as of', 'of.id', '=', 'strips.measurement_id')->whereIn('strips.paint_id', $paintIds)->select('of.card_id'))));
    }
}
