<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Support\Carbon;

/**
 * Something that somebody wants to know of a record; whoever asked says when it is answered.
 *
 * @property int $card_id
 * @property int|null $row null: of the record as a whole
 * @property string $text
 * @property Carbon|null $closed_at
 * @property Card $card
 * @property \Illuminate\Database\Eloquent\Collection<int, Answer> $answers
 */
final class Question extends Model
{
    use Said;

    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    protected function casts(): array
    {
        return ['closed_at' => 'datetime'];
    }

    /** @return BelongsTo<Card, $this> */
    public function card(): BelongsTo
    {
        return $this->belongsTo(Card::class);
    }

    /** @return HasMany<Answer, $this> */
    public function answers(): HasMany
    {
        return $this->hasMany(Answer::class)->orderBy('at')->orderBy('uuid');
    }
}
