<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * @property string $name
 * @property \Illuminate\Database\Eloquent\Collection<int, ClaimScale> $claimScales
 */
final class Maker extends Model
{
    use Shared;

    /** @return HasMany<ClaimScale, $this> */
    public function claimScales(): HasMany
    {
        return $this->hasMany(ClaimScale::class);
    }
}
