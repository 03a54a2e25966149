<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;

/**
 * What somebody decided of a paint, why, and what the evidence said that day.
 *
 * @property int $paint_id
 * @property string $word of Decisions::WORDS
 * @property string $reason
 * @property Carbon $decided_on
 * @property bool $shared
 * @property array<string, string> $brief
 * @property Paint $paint
 */
final class Decision extends Model
{
    use Shared;

    protected function casts(): array
    {
        return ['decided_on' => 'date', 'shared' => 'boolean', 'brief' => 'array'];
    }

    /** @return BelongsTo<Paint, $this> */
    public function paint(): BelongsTo
    {
        return $this->belongsTo(Paint::class)->withoutGlobalScope(Paint::APART);
    }
}
