<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * Derived from a measurement with a scale and rule version.
 *
 * @property int $measurement_id
 * @property int $row
 * @property int $specimen_id
 * @property int $paint_id
 * @property string $property
 * @property string $status
 * @property float|null $value
 * @property float|null $uncertainty
 * @property array<string, mixed> $detail as in the measurement JSON
 */
final class Rating extends Model
{
    public $timestamps = false;

    protected function casts(): array
    {
        return ['detail' => 'array'];
    }
}
