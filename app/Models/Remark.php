<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;

/**
 * What was said of a specimen with one tap, or in the tester's own words.
 *
 * @property int $specimen_id
 * @property string $word
 * @property string $note
 * @property bool $withdrawn
 * @property Carbon $updated_at
 * @property Specimen $specimen
 */
final class Remark extends Model
{
    use Shared;

    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    protected function casts(): array
    {
        return ['withdrawn' => 'boolean'];
    }

    /** @return BelongsTo<Specimen, $this> */
    public function specimen(): BelongsTo
    {
        return $this->belongsTo(Specimen::class);
    }
}
