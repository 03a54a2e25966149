<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * What somebody said of a test whose colour cannot be its paint's.
 *
 * @property int $specimen_id
 * @property int $by_id
 * @property string $word
 * @property int|null $other_paint_id
 * @property-read User $by
 * @property-read Paint|null $otherPaint
 */
final class OddDecision extends Model
{
    public const ANOTHER_PAINT = 'another paint';

    public const ANOTHER_BATCH = 'another recipe or batch';

    public const THIS_PAINT = 'this paint all the same';

    public const WORDS = [self::ANOTHER_PAINT, self::ANOTHER_BATCH, self::THIS_PAINT];

    protected $guarded = [];

    /** @return BelongsTo<User, $this> */
    public function by(): BelongsTo
    {
        return $this->belongsTo(User::class, 'by_id');
    }

    /** @return BelongsTo<Paint, $this> */
    public function otherPaint(): BelongsTo
    {
        return $this->belongsTo(Paint::class, 'other_paint_id');
    }
}
