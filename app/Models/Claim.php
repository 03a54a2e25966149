<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;

/**
 * What a maker says of a paint, in the maker’s own words.
 *
 * @property int $paint_id
 * @property string $property
 * @property string $words
 * @property Carbon $read_on
 * @property ClaimScale|null $claimScale
 */
final class Claim extends Model
{
    use Shared;

    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    protected function casts(): array
    {
        return ['read_on' => 'date'];
    }

    /** @return BelongsTo<ClaimScale, $this> */
    public function claimScale(): BelongsTo
    {
        return $this->belongsTo(ClaimScale::class);
    }

    /** @return BelongsTo<Paint, $this> */
    public function paint(): BelongsTo
    {
        return $this->belongsTo(Paint::class);
    }

    /** @return list<string> classes that the words stand for; empty without a scale */
    public function classes(): array
    {
        return $this->claimScale?->scale()->classesOf($this->words) ?? [];
    }
}
