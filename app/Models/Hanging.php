<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Carbon;
use MarshTrial\Core\Daylight\Window;

/**
 * Where and when the exposed half hangs; the date is a calendar date of the place.
 *
 * @property int $card_id
 * @property string $place
 * @property string|null $latitude
 * @property string|null $longitude
 * @property string $facing
 * @property string $glass
 * @property string $time_zone
 * @property Carbon $hung_on
 * @property string $note
 * @property string $panes value of Glass
 * @property string $sky open, half or little
 * @property bool $curtain
 * @property string|null $sunshine actual over possible hours, all year
 * @property array<int, float>|null $sunshine_by_month
 * @property array<int, float>|null $horizon degrees by azimuth
 * @property string $distance_m from the pane
 * @property Carbon|null $hung_to last day on which it may have been hung, where the day is not known
 * @property string $hung_words as it was said
 * @property Carbon|null $down_on first day on which it may have been taken down for good; null: it hangs
 * @property Carbon|null $down_to the last such day, where it is not known
 * @property string $down_words as it was said
 * @property bool $by_dose whether checks go by steps of dose
 */
final class Hanging extends Model
{
    use KeepsCorrections;
    use Shared;

    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    private const SUBJECT = 'hanging';

    /** What is kept of it when it is corrected. */
    private const KEPT = ['place', 'facing', 'glass', 'latitude', 'longitude', 'time_zone', 'hung_on', 'note', 'panes', 'sky', 'curtain', 'sunshine', 'distance_m', 'hung_to', 'down_on', 'down_to'];

    public const FACINGS = [Window::UNKNOWN, 'north', 'north-east', 'east', 'south-east', 'south', 'south-west', 'west', 'north-west', 'roof or flat'];

    protected function casts(): array
    {
        return ['hung_on' => 'date', 'hung_to' => 'date', 'down_on' => 'date', 'down_to' => 'date', 'curtain' => 'boolean', 'by_dose' => 'boolean', 'sunshine_by_month' => 'array', 'horizon' => 'array'];
    }
}
