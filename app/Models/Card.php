<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Database\Eloquent\Relations\HasOne;
use Illuminate\Support\Carbon;
use MarshTrial\Core\Card\CardKind;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Exchange\LayoutJson;

/**
 * A record in the making: one printed card with its specimens. A draft until it is published.
 *
 * @property int $paper_id
 * @property 'property'|'fade'|'frame'|'pocket'|'halves' $kind
 * @property string $title
 * @property string $paper_side
 * @property string $note
 * @property array<string, mixed> $layout
 * @property Carbon|null $published_at
 * @property Carbon|null $withdrawn_at
 * @property string $withdrawn_because
 * @property int|null $bench_session_id
 * @property int|null $ledger_id that it is of; null: this one
 * @property int|null $revision_id of a card of another ledger: the one that its tests here are of
 * @property string|null $repeats_card UUID of the card whose plan this one follows
 * @property int|null $repeats_number
 * @property Carbon $created_at
 * @property Carbon $updated_at
 * @property Paper $paper
 * @property Ledger|null $ledger
 * @property BenchSession|null $session
 * @property Hanging|null $hanging
 * @property \Illuminate\Database\Eloquent\Collection<int, Specimen> $specimens
 * @property \Illuminate\Database\Eloquent\Collection<int, Picture> $pictures
 * @property \Illuminate\Database\Eloquent\Collection<int, FadeCheck> $checks
 * @property \Illuminate\Database\Eloquent\Collection<int, Revision> $revisions
 */
final class Card extends Model
{
    use Shared {
        mayBeChangedBy as private mayBeChangedByOwner;
    }
    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    /** Its owner and stewards, and those who work on its session. What another ledger holds is changed there. */
    public function mayBeChangedBy(?User $user): bool
    {
        return $this->ledger_id === null && ($this->mayBeChangedByOwner($user)
            || ($user !== null && $this->bench_session_id !== null && in_array($this->bench_session_id, $user->sessionIds(), true)));
    }

    /** @return array{on: string, because: string}|null when its record was withdrawn, and why */
    public function withdrawal(): ?array
    {
        return $this->withdrawn_at === null ? null : ['on' => $this->withdrawn_at->toDateString(), 'because' => $this->withdrawn_because];
    }

    public function mayBePublishedBy(?User $user): bool
    {
        return $this->ledger_id === null && $this->mayBeChangedByOwner($user);
    }

    protected function casts(): array
    {
        return ['layout' => CompressedJson::class, 'published_at' => 'datetime', 'withdrawn_at' => 'datetime'];
    }

    /**
     * Without the layout, which is large and not shown in lists.
     *
     * @param Builder<self> $query
     */
    public function scopeListed(Builder $query): void
    {
        $query->select('id', 'uuid', 'owner_id', 'edition', 'kind', 'title', 'paper_id', 'paper_side', 'note', 'published_at', 'withdrawn_at', 'withdrawn_because', 'bench_session_id', 'ledger_id', 'created_at', 'updated_at');
    }

    /**
     * Without the drawers of swatches, which have their own page.
     *
     * @param Builder<self> $query
     */
    public function scopePainted(Builder $query): void
    {
        $query->where('cards.kind', '<>', CardKind::Pocket->value);
    }

    /** @param Builder<self> $query */
    public function scopeVisibleTo(Builder $query, ?User $user): void
    {
        if ($user === null) {
            $query->whereNotNull('cards.published_at');
        } elseif (! $user->isHouseSteward()) {
            $query->where(fn (Builder $q) => $q->whereNotNull('cards.published_at')->orWhere(static fn (Builder $q) => $user->narrowToOverseen($q, 'cards.owner_id'))->orWhereIn('cards.bench_session_id', BenchSession::idsOf($user)));
        }
    }

    public function cardLayout(): CardLayout
    {
        return LayoutJson::fromArray($this->layout);
    }

    /**
     * The layout as it may leave the house: which pan a row is painted with is its tester's own affair, so each row bears its own name.
     *
     * @return array<string, mixed> needs specimens loaded
     */
    public function publicLayout(): array
    {
        return self::withoutPans($this->layout, $this->specimens->pluck('uuid', 'row')->all());
    }

    /**
     * @param array<string, mixed> $layout
     * @param array<int, string> $names of the specimens, by row
     *
     * @return array<string, mixed>
     */
    public static function withoutPans(array $layout, array $names): array
    {
        $layout['rows'] = array_map(static fn (array $r): array => ['specimen' => $names[$r['row']] ?? "row $r[row]"] + $r, $layout['rows'] ?? []);

        return $layout;
    }

    public function layoutHash(): string
    {
        return hash('sha256', json_encode($this->layout, JSON_THROW_ON_ERROR));
    }

    /** @return BelongsTo<Ledger, $this> null: this one */
    public function ledger(): BelongsTo
    {
        return $this->belongsTo(Ledger::class);
    }

    /** @return BelongsTo<Paper, $this> */
    public function paper(): BelongsTo
    {
        return $this->belongsTo(Paper::class);
    }

    /** @return BelongsTo<BenchSession, $this> */
    public function session(): BelongsTo
    {
        return $this->belongsTo(BenchSession::class, 'bench_session_id');
    }

    /** @return HasMany<Specimen, $this> */
    public function specimens(): HasMany
    {
        return $this->hasMany(Specimen::class)->orderBy('row');
    }

    /** @return HasMany<Picture, $this> */
    public function pictures(): HasMany
    {
        return $this->hasMany(Picture::class)->orderBy('id');
    }

    /** @return HasMany<Measurement, $this> */
    public function measurements(): HasMany
    {
        return $this->hasMany(Measurement::class)->orderBy('id');
    }

    /** @return HasMany<FadeCheck, $this> */
    public function checks(): HasMany
    {
        return $this->hasMany(FadeCheck::class)->orderBy('checked_on')->orderBy('id');
    }

    /** @return HasOne<Hanging, $this> */
    public function hanging(): HasOne
    {
        return $this->hasOne(Hanging::class);
    }

    /** @return HasMany<Revision, $this> */
    public function revisions(): HasMany
    {
        return $this->hasMany(Revision::class)->orderBy('number');
    }
}
