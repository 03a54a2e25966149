<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * A judgement by eye, in words of the scale.
 *
 * @property int $specimen_id
 * @property int|null $fade_check_id
 * @property string $property
 * @property string $word
 * @property string $note
 * @property bool $published
 * @property bool $blind given while the names were hidden
 * @property \Illuminate\Support\Carbon|null $updated_at
 */
final class Verdict extends Model
{
    use Shared;

    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    protected function casts(): array
    {
        return ['published' => 'boolean', 'blind' => 'boolean'];
    }

    /** @return BelongsTo<Specimen, $this> */
    public function specimen(): BelongsTo
    {
        return $this->belongsTo(Specimen::class);
    }

    /** @return BelongsTo<FadeCheck, $this> */
    public function fadeCheck(): BelongsTo
    {
        return $this->belongsTo(FadeCheck::class);
    }
}
