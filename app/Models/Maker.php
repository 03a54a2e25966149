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
    use FoundByName;
    use Shared;

    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    protected static function nameColumn(): string
    {
        return 'name';
    }

    /** A name as it is kept: without stray blanks. */
    public static function tidy(string $name): string
    {
        return trim((string) preg_replace('/\s+/u', ' ', $name));
    }

    /** @return HasMany<ClaimScale, $this> */
    public function claimScales(): HasMany
    {
        return $this->hasMany(ClaimScale::class);
    }
}
