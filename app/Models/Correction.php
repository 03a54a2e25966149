<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;

/**
 * How something of a card stood before it was corrected. Never changed, never deleted but with its card.
 *
 * @property string $subject check, hanging or specimen
 * @property int $subject_id
 * @property array<string, mixed> $before
 * @property string $reason
 * @property Carbon $created_at
 * @property User $by
 */
final class Correction extends Model
{
    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    /** @param array<string, mixed> $before values by name, as a reader understands them */
    public static function keep(string $subject, int $id, int $cardId, array $before, string $reason = ''): void
    {
        self::query()->create(['subject' => $subject, 'subject_id' => $id, 'card_id' => $cardId, 'by_id' => auth()->id() ?? Card::query()->whereKey($cardId)->value('owner_id'), 'before' => $before, 'reason' => $reason]);
    }

    /** @return BelongsTo<User, $this> */
    public function by(): BelongsTo
    {
        return $this->belongsTo(User::class, 'by_id');
    }

    protected function casts(): array
    {
        return ['before' => 'array'];
    }
}
