<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsToMany;

/**
 * Paints that somebody puts together under a name of their own, such as natural greens, in an order of their own.
 *
 * @property string $name
 * @property \Illuminate\Database\Eloquent\Collection<int, Paint> $paints
 */
final class Group extends Model
{
    use SharedByChoice;

    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    /** @return BelongsToMany<Paint, $this> in the order of whoever made it */
    public function paints(): BelongsToMany
    {
        return $this->belongsToMany(Paint::class, 'group_paint')->orderByPivot('position');
    }
}
