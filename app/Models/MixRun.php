<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * Fields of a measured card in which a paint was mixed with its partner in counted ratios; derived, and derived again.
 *
 * @property int $measurement_id
 * @property int $specimen_id
 * @property int $paint_id
 * @property int $partner_id
 * @property list<array{ratio: array{0: int, 1: int}, lab: list<float>, uncertainty95: float}> $data
 * @property Measurement $measurement
 */
final class MixRun extends Model
{
    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    public $timestamps = false;

    protected function casts(): array
    {
        return ['data' => 'array'];
    }

    /** @return BelongsTo<Measurement, $this> */
    public function measurement(): BelongsTo
    {
        return $this->belongsTo(Measurement::class);
    }
}
