<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;
use MarshTrial\Core\Capture\Calibration;

/**
 * A calibration kept for one scanner, or for a camera in one corner.
 *
 * @property string $name
 * @property int|null $capture_target_id
 * @property array<string, mixed> $calibration
 * @property Carbon $created_at
 * @property Carbon|null $checked_at
 * @property float|null $drift
 * @property CaptureTarget|null $target
 */
final class CaptureProfile extends Model
{
    use Shared;

    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    protected function casts(): array
    {
        return ['calibration' => 'array', 'checked_at' => 'datetime', 'drift' => 'float'];
    }

    /** @return BelongsTo<CaptureTarget, $this> */
    public function target(): BelongsTo
    {
        return $this->belongsTo(CaptureTarget::class, 'capture_target_id');
    }

    public function kept(): Calibration
    {
        return Calibration::fromArray($this->calibration);
    }
}
