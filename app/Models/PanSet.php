<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\HasMany;
use MarshTrial\Core\Exchange\Money;

/**
 * Pans that were bought together for one price.
 *
 * @property string $name
 * @property int $price_minor
 * @property string $currency
 * @property \Illuminate\Database\Eloquent\Collection<int, Pan> $pans
 */
final class PanSet extends Model
{
    use Shared;

    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    public function price(): Money
    {
        return Money::ofMinor($this->price_minor, $this->currency);
    }

    /** @return HasMany<Pan, $this> */
    public function pans(): HasMany
    {
        return $this->hasMany(Pan::class)->orderBy('id');
    }
}
