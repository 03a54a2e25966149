<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;

/**
 * A formulation of a paint: the pigments it had from a day on.
 *
 * @property int $paint_id
 * @property Carbon|null $since
 * @property string $pigments_written
 * @property string $note
 */
final class Formulation extends Model
{
    use Shared;

    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    protected function casts(): array
    {
        return ['since' => 'date'];
    }

    /** @return BelongsTo<Paint, $this> */
    public function paint(): BelongsTo
    {
        return $this->belongsTo(Paint::class);
    }
}
