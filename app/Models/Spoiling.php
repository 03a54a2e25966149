<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * A test that no longer counts, and why; it is kept and shown.
 *
 * @property int $specimen_id
 * @property string|null $property null: the whole row
 * @property string $reason
 * @property Specimen $specimen
 */
final class Spoiling extends Model
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
