<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;

/**
 * Days on which a hung card was taken down, both included.
 *
 * @property int $card_id
 * @property Card $card
 * @property Carbon $from_on
 * @property Carbon $to_on
 * @property string $note
 */
final class HangingPause extends Model
{
    use Shared;

    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    /** @return BelongsTo<Card, $this> */
    public function card(): BelongsTo
    {
        return $this->belongsTo(Card::class);
    }

    protected function casts(): array
    {
        return ['from_on' => 'date', 'to_on' => 'date'];
    }
}
