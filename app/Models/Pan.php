<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * One tester’s tube or pan of a paint.
 *
 * @property int $paint_id
 * @property string $form
 * @property string $batch
 * @property string|null $volume_ml
 * @property int|null $price_minor
 * @property string|null $currency
 * @property string $kept_at
 * @property Paint $paint
 */
final class Pan extends Model
{
    use Shared;

    public const FORMS = ['tube', 'pan', 'hand-poured pan', 'handmade', 'stick'];

    /** @return BelongsTo<Paint, $this> */
    public function paint(): BelongsTo
    {
        return $this->belongsTo(Paint::class);
    }
}
