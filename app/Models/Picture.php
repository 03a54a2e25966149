<?php

declare(strict_types=1);

namespace App\Models;

use App\Imaging\PictureStore;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * @property int $id
 * @property string $uuid
 * @property int $owner_id
 * @property int $card_id
 * @property int|null $fade_check_id
 * @property string $moment property, first or check
 * @property string $source upload or stand-in
 * @property string $original_name
 * @property string|null $sha256 null until the stand-in has made it
 * @property string $extension
 * @property int|null $width
 * @property int|null $height
 * @property Card $card
 * @property FadeCheck|null $fadeCheck
 * @property \Illuminate\Support\Carbon|null $created_at
 */
final class Picture extends Model
{
    public function getRouteKeyName(): string
    {
        return 'uuid';
    }

    /** @return HasMany<Measurement, $this> */
    public function measurements(): HasMany
    {
        return $this->hasMany(Measurement::class);
    }

    /** @return BelongsTo<Card, $this> */
    public function card(): BelongsTo
    {
        return $this->belongsTo(Card::class);
    }

    /** @return BelongsTo<FadeCheck, $this> */
    public function fadeCheck(): BelongsTo
    {
        return $this->belongsTo(FadeCheck::class);
    }

    public function path(): string
    {
        return PictureStore::path((string) $this->sha256, $this->extension);
    }
}
