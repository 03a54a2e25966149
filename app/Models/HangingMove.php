<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;

/**
 * A hung card moved to another window, from a day on.
 *
 * @property int $card_id
 * @property Card $card
 * @property Carbon $moved_on first day there
 * @property string $place
 * @property string $facing
 * @property string $panes value of Glass
 * @property string $sky open, half or little
 * @property bool $curtain
 */
final class HangingMove extends Model
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
        return ['moved_on' => 'date', 'curtain' => 'boolean'];
    }
}
