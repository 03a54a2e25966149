<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Attributes\Scope;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;

/**
 * A published state of a record; never changed, never derived again.
 *
 * @property int $card_id
 * @property int $number
 * @property Carbon $published_at
 * @property string $title
 * @property array<string, mixed> $record
 * @property string $fingerprint
 * @property array{key: string, value: string}|null $signature of the ledger that it came from
 * @property array<string, mixed>|null $evidence what it rests on; null in those of before it was kept
 * @property int|null $bundle_id that brought it; null: published here
 * @property Card $card
 */
final class Revision extends Model
{
    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    public $timestamps = false;

    /** Name of the scope that leaves out what a bundle is still bringing. */
    private const SHOWN = 'shown';

    protected static function booted(): void
    {
        self::addGlobalScope(self::SHOWN, static fn (Builder $q) => $q->whereExists(static fn ($q) => $q->from('cards')->whereColumn('cards.id', 'revisions.card_id')->whereNotNull('cards.published_at')));
    }

    /** @return Builder<self> also those that a bundle is still bringing */
    public static function withStaged(): Builder
    {
        return self::query()->withoutGlobalScope(self::SHOWN);
    }

    /**
     * Of a card the revisions whose tests can count, the one that counts first: of two of one number the same one in every ledger.
     *
     * @return Builder<self>
     */
    public static function leading(Card $card): Builder
    {
        return self::withStaged()->where('card_id', $card->id)->whereNotNull('evidence')->orderByDesc('number')->orderByDesc('fingerprint');
    }

    /**
     * The one that stands for its card: the highest number, and of two of one number the same one in every ledger.
     *
     * @param Builder<self> $query
     */
    #[Scope]
    protected function newest(Builder $query): void
    {
        $query->whereNotExists(static fn ($q) => $q->from('revisions as later')->whereColumn('later.card_id', 'revisions.card_id')
            ->where(static fn ($q) => $q->whereColumn('later.number', '>', 'revisions.number')->orWhere(static fn ($q) => $q->whereColumn('later.number', 'revisions.number')->whereColumn('later.fingerprint', '>', 'revisions.fingerprint'))));
    }

    protected function casts(): array
    {
        return ['record' => CompressedJson::class, 'evidence' => CompressedJson::class, 'signature' => 'array', 'published_at' => 'datetime'];
    }

    /** @return BelongsTo<Card, $this> */
    public function card(): BelongsTo
    {
        return $this->belongsTo(Card::class);
    }
}
