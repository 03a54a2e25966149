<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Carbon;

/**
 * Where and when the exposed half hangs; the date is a calendar date of the place.
 *
 * @property string $place
 * @property string|null $latitude
 * @property string|null $longitude
 * @property string $facing
 * @property string $glass
 * @property string $time_zone
 * @property Carbon $hung_on
 * @property string $note
 */
final class Hanging extends Model
{
    use Shared;

    public const FACINGS = ['north', 'north-east', 'east', 'south-east', 'south', 'south-west', 'west', 'north-west', 'roof or flat'];

    protected function casts(): array
    {
        return ['hung_on' => 'date'];
    }
}
