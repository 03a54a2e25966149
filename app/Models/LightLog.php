<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * What a light logger beside a hung card measured, by local day.
 *
 * @property int $card_id
 * @property Card $card
 * @property string $name of the file
 * @property string $unit
 * @property string $time_zone
 * @property int $readings
 * @property int $gaps
 * @property bool $clipped the sensor stood at its end for long
 * @property array<string, array{luxHours: float, covered: float}> $days
 */
final class LightLog extends Model
{
    use Shared;

    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    /** @return BelongsTo<Card, $this> */
    public function card(): BelongsTo
    {
        return $this->belongsTo(Card::class);
    }

    protected function casts(): array
    {
        return ['clipped' => 'boolean', 'days' => 'array'];
    }
}
