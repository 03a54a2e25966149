<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use MarshTrial\Core\Pigment\PigmentStatement;

/**
 * A product of a maker.
 *
 * @property int $maker_id
 * @property string $range
 * @property string $colour_name
 * @property string $pigments_written
 * @property string $pigments canonical text
 * @property bool $pigments_stated
 * @property string $series
 * @property bool $discontinued
 * @property Maker $maker
 * @property \Illuminate\Database\Eloquent\Collection<int, Pan> $pans
 * @property \Illuminate\Database\Eloquent\Collection<int, Claim> $claims
 * @property \Illuminate\Database\Eloquent\Collection<int, PaintCode> $codes
 * @property \Illuminate\Database\Eloquent\Collection<int, Formulation> $formulations
 */
final class Paint extends Model
{
    use Shared;

    protected function casts(): array
    {
        return ['pigments_stated' => 'boolean', 'discontinued' => 'boolean'];
    }

    /** @return BelongsTo<Maker, $this> */
    public function maker(): BelongsTo
    {
        return $this->belongsTo(Maker::class);
    }

    /** @return HasMany<PaintCode, $this> */
    public function codes(): HasMany
    {
        return $this->hasMany(PaintCode::class)->orderBy('position');
    }

    /** @return HasMany<Claim, $this> */
    public function claims(): HasMany
    {
        return $this->hasMany(Claim::class);
    }

    /** @return HasMany<Pan, $this> */
    public function pans(): HasMany
    {
        return $this->hasMany(Pan::class);
    }

    /** @return HasMany<Formulation, $this> */
    public function formulations(): HasMany
    {
        return $this->hasMany(Formulation::class)->orderBy('since');
    }

    public function statement(): PigmentStatement
    {
        return PigmentStatement::parse($this->pigments_written);
    }
}
