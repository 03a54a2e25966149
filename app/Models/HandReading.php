<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;

/**
 * One number taken by hand; several testers may each have theirs.
 *
 * @property int $specimen_id
 * @property string $what
 * @property float|null $value null: withdrawn
 * @property Carbon $updated_at
 */
final class HandReading extends Model
{
    use Shared;

    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    /** @return BelongsTo<Specimen, $this> */
    public function specimen(): BelongsTo
    {
        return $this->belongsTo(Specimen::class);
    }

    protected $table = 'hand_measures';

    protected function casts(): array
    {
        return ['value' => 'float'];
    }
}
