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
 */
final class FadeCheck extends Model
{
    use Shared;

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
