<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * A painted row of a card.
 *
 * @property int $id
 * @property string $uuid
 * @property int $card_id
 * @property int $pan_id
 * @property int $row
 * @property string|null $code_word stands for the paint while its session is blind
 * @property Pan $pan
 * @property Card $card
 * @property \Illuminate\Database\Eloquent\Collection<int, Verdict> $verdicts
 * @property \Illuminate\Database\Eloquent\Collection<int, Remark> $remarks
 * @property \Illuminate\Database\Eloquent\Collection<int, HandReading> $handReadings
 * @property \Illuminate\Database\Eloquent\Collection<int, Photo> $photos
 * @property \Illuminate\Database\Eloquent\Collection<int, SpecimenCondition> $conditions
 * @property \Illuminate\Database\Eloquent\Collection<int, Spoiling> $spoilings
 */
final class Specimen extends Model
{
    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    public $timestamps = false;

    public function getRouteKeyName(): string
    {
        return 'uuid';
    }

    /** @return BelongsTo<Pan, $this> */
    public function pan(): BelongsTo
    {
        return $this->belongsTo(Pan::class);
    }

    /** @return BelongsTo<Card, $this> */
    public function card(): BelongsTo
    {
        return $this->belongsTo(Card::class);
    }

    /** @return HasMany<Remark, $this> */
    public function remarks(): HasMany
    {
        return $this->hasMany(Remark::class)->orderBy('id');
    }

    /** @return HasMany<HandReading, $this> */
    public function handReadings(): HasMany
    {
        return $this->hasMany(HandReading::class)->orderBy('id');
    }

    /** @return HasMany<Photo, $this> */
    public function photos(): HasMany
    {
        return $this->hasMany(Photo::class)->orderBy('id');
    }

    /** @return HasMany<SpecimenCondition, $this> */
    public function conditions(): HasMany
    {
        return $this->hasMany(SpecimenCondition::class);
    }

    /** @return HasMany<Spoiling, $this> */
    public function spoilings(): HasMany
    {
        return $this->hasMany(Spoiling::class)->orderBy('id');
    }

    /** @return HasMany<Verdict, $this> */
    public function verdicts(): HasMany
    {
        return $this->hasMany(Verdict::class);
    }
}
