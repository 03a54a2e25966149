<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * A painted row of a card.
 *
 * @property int $id
 * @property string $uuid
 * @property int $card_id
 * @property int $pan_id
 * @property int $row
 * @property Pan $pan
 * @property Card $card
 * @property \Illuminate\Database\Eloquent\Collection<int, Verdict> $verdicts
 */
final class Specimen extends Model
{
    public $timestamps = false;

    public function getRouteKeyName(): string
    {
        return 'uuid';
    }

    /** @return BelongsTo<Pan, $this> */
    public function pan(): BelongsTo
    {
        return $this->belongsTo(Pan::class);
    }

    /** @return BelongsTo<Card, $this> */
    public function card(): BelongsTo
    {
        return $this->belongsTo(Card::class);
    }

    /** @return HasMany<Verdict, $this> */
    public function verdicts(): HasMany
    {
        return $this->hasMany(Verdict::class);
    }
}
