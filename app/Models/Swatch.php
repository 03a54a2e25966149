<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;

/**
 * A swatch of any time, as one placing of a pocket frame in one picture shows it: a test of its own kind, never pooled with cards.
 *
 * @property int $picture_id
 * @property int $placing from 1, as one reads the picture
 * @property array<string, mixed>|null $told what the newest reading says; null: nothing could be read
 * @property string|null $problem
 * @property int|null $paint_id
 * @property int|null $mix_a_id the two paints of a mix; null: of one paint
 * @property int|null $mix_b_id
 * @property string $measure what amounts of a mix were measured out in
 * @property string|null $drops_a as they were counted; null: nobody wrote it down
 * @property string|null $drops_b
 * @property string $called what somebody called it
 * @property string $naming open, named, mixed or unknown
 * @property string $painted_when as it was said
 * @property Carbon|null $painted_from
 * @property Carbon|null $painted_to
 * @property string $paper_words
 * @property string $note
 * @property bool $shared everybody may see it
 * @property Picture $picture
 * @property Paint|null $paint
 * @property Paint|null $mixA
 * @property Paint|null $mixB
 */
final class Swatch extends Model
{
    use Shared;

    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    protected function casts(): array
    {
        return ['told' => 'array', 'painted_from' => 'date', 'painted_to' => 'date', 'shared' => 'boolean'];
    }

    /** @return BelongsTo<Picture, $this> */
    public function picture(): BelongsTo
    {
        return $this->belongsTo(Picture::class);
    }

    /** @return BelongsTo<Paint, $this> */
    public function paint(): BelongsTo
    {
        return $this->belongsTo(Paint::class);
    }

    /** @return BelongsTo<Paint, $this> */
    public function mixA(): BelongsTo
    {
        return $this->belongsTo(Paint::class, 'mix_a_id')->withoutGlobalScope(Paint::APART);
    }

    /** @return BelongsTo<Paint, $this> */
    public function mixB(): BelongsTo
    {
        return $this->belongsTo(Paint::class, 'mix_b_id')->withoutGlobalScope(Paint::APART);
    }

    /** @param Builder<self> $query */
    public function scopeVisibleTo(Builder $query, ?User $user): void
    {
        $query->whereHas('picture', static fn (Builder $q) => $q->whereNull('withdrawn_at'));
        if ($user?->isHouseSteward() !== true) {
            $query->where(static fn (Builder $q) => $q->where('swatches.shared', true)->when($user !== null, static fn (Builder $q) => $q->orWhere(static fn (Builder $q) => $user?->narrowToOverseen($q, 'swatches.owner_id'))));
        }
    }
}
