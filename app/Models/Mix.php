<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * A mix of two paints that somebody likes, under a name of their own; expected, not painted.
 *
 * @property int $a_id
 * @property int $b_id
 * @property string $share of the second paint, by strength
 * @property string $deposit depth
 * @property bool $layered the first over the dried second
 * @property string $name
 * @property string $note
 * @property Paint $a
 * @property Paint $b
 */
final class Mix extends Model
{
    use Shared;

    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    protected function casts(): array
    {
        return ['layered' => 'boolean'];
    }

    /** @return BelongsTo<Paint, $this> */
    public function a(): BelongsTo
    {
        // A paint that was merged with another entry of it is still the one that was mixed.
        return $this->belongsTo(Paint::class, 'a_id')->withoutGlobalScope(Paint::APART);
    }

    /** @return BelongsTo<Paint, $this> */
    public function b(): BelongsTo
    {
        return $this->belongsTo(Paint::class, 'b_id')->withoutGlobalScope(Paint::APART);
    }
}
