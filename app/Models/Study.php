<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsToMany;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Support\Carbon;

/**
 * A painting trial: a small study painted to see whether paints can be trusted. It is looked at, not measured.
 *
 * @property string $title
 * @property Carbon|null $painted_on
 * @property string $paper
 * @property string $purpose what it was for
 * @property string $went how it went
 * @property \Illuminate\Database\Eloquent\Collection<int, Paint> $paints
 * @property \Illuminate\Database\Eloquent\Collection<int, StudyPicture> $pictures
 */
final class Study extends Model
{
    use SharedByChoice;

    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    protected function casts(): array
    {
        return ['painted_on' => 'date'];
    }

    /** @return BelongsToMany<Paint, $this> */
    public function paints(): BelongsToMany
    {
        return $this->belongsToMany(Paint::class, 'paint_study')->withoutGlobalScope(Paint::APART);
    }

    /** @return HasMany<StudyPicture, $this> */
    public function pictures(): HasMany
    {
        return $this->hasMany(StudyPicture::class)->orderBy('id');
    }
}
