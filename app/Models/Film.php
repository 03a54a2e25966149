<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use MarshTrial\Core\Mixing\PaintFilm;

/**
 * A film fitted to the ladder of one measured row: a model, derived and derived again.
 *
 * @property int $measurement_id
 * @property int $specimen_id
 * @property int $paint_id
 * @property bool $counted from drops that were counted
 * @property array<string, mixed> $data
 * @property Measurement $measurement
 */
final class Film extends Model
{
    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    public $timestamps = false;

    protected function casts(): array
    {
        return ['data' => 'array', 'counted' => 'boolean'];
    }

    /** @return BelongsTo<Measurement, $this> */
    public function measurement(): BelongsTo
    {
        return $this->belongsTo(Measurement::class);
    }

    public function film(): PaintFilm
    {
        return PaintFilm::fromArray($this->data);
    }
}
