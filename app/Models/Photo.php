<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;

/**
 * A photograph of a specimen at the bench; it is looked at, not measured.
 *
 * @property int $specimen_id
 * @property string $sha256
 * @property string $extension
 * @property Carbon|null $created_at
 * @property Specimen $specimen
 */
final class Photo extends Model
{
    use Shared;

    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    /** @return BelongsTo<Specimen, $this> */
    public function specimen(): BelongsTo
    {
        return $this->belongsTo(Specimen::class);
    }
}
