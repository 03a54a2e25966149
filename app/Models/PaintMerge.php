<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * Two entries of one paint made one; the entry that went is kept aside, so that it can come back.
 *
 * @property int $from_id
 * @property int $into_id
 * @property array<string, list<int>> $moved ids by table
 * @property Paint $from
 * @property Paint $into
 */
final class PaintMerge extends Model
{
    use Shared;

    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    /** @return BelongsTo<Paint, $this> */
    public function from(): BelongsTo
    {
        return $this->belongsTo(Paint::class, 'from_id')->withoutGlobalScope(Paint::APART);
    }

    /** @return BelongsTo<Paint, $this> */
    public function into(): BelongsTo
    {
        return $this->belongsTo(Paint::class, 'into_id');
    }

    protected function casts(): array
    {
        return ['moved' => 'array'];
    }
}
