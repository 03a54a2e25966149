<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;

/**
 * @property int $card_id
 * @property Carbon $checked_on
 * @property string|null $dose_mlxh
 * @property string $note
 * @property Card $card
 */
final class FadeCheck extends Model
{
    use Shared;

    /** What is kept of it when it is corrected. */
    private const KEPT = ['checked_on', 'dose_mlxh', 'note'];

    protected static function booted(): void
    {
        self::updating(static fn (self $c) => Correction::keep('check', $c->id, $c->card_id, array_intersect_key($c->getRawOriginal(), $c->getDirty(), array_flip(self::KEPT))));
        self::deleting(static fn (self $c) => Correction::keep('check', $c->id, $c->card_id, array_intersect_key($c->getRawOriginal(), array_flip(self::KEPT)), 'taken away'));
    }

    protected function casts(): array
    {
        return ['checked_on' => 'date'];
    }

    /** @return BelongsTo<Card, $this> */
    public function card(): BelongsTo
    {
        return $this->belongsTo(Card::class);
    }
}
