<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;
use Illuminate\Support\Collection;

/**
 * What somebody decided of a paint, why, and what the evidence said that day.
 *
 * @property int $paint_id
 * @property string $word of Decisions::WORDS
 * @property string $reason
 * @property Carbon $decided_on
 * @property array<string, string> $brief
 * @property Paint $paint
 */
final class Decision extends Model
{
    use SharedByChoice;

    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    protected function casts(): array
    {
        return ['decided_on' => 'date', 'brief' => 'array'];
    }

    /** @return Collection<int, self> what somebody decided last, by paint */
    public static function lastOf(User $user): Collection
    {
        return self::query()->where('owner_id', $user->id)->orderBy('decided_on')->orderBy('id')->get()->keyBy('paint_id');
    }

    /** @return BelongsTo<Paint, $this> */
    public function paint(): BelongsTo
    {
        return $this->belongsTo(Paint::class)->withoutGlobalScope(Paint::APART);
    }
}
