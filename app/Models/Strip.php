<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * Colours of one measured row, derived from a measurement.
 *
 * @property int $measurement_id
 * @property int $specimen_id
 * @property int $paint_id
 * @property string $kind property or fade
 * @property array<string, mixed> $data
 */
final class Strip extends Model
{
    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    public $timestamps = false;

    protected function casts(): array
    {
        return ['data' => 'array'];
    }
}
