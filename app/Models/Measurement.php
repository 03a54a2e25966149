<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * One run of the measuring code over one picture; never changed once done.
 *
 * @property int $id
 * @property string $uuid
 * @property int $card_id
 * @property int $picture_id
 * @property int|null $first_picture_id
 * @property string $state waiting, running, done or failed
 * @property float $progress
 * @property string $step
 * @property string|null $problem
 * @property array<string, mixed>|null $result
 * @property bool $published
 * @property Card $card
 * @property Picture $picture
 * @property Picture|null $firstPicture
 */
final class Measurement extends Model
{
    protected function casts(): array
    {
        return ['result' => 'array', 'published' => 'boolean', 'progress' => 'float'];
    }

    public function getRouteKeyName(): string
    {
        return 'uuid';
    }

    /** @return BelongsTo<Card, $this> */
    public function card(): BelongsTo
    {
        return $this->belongsTo(Card::class);
    }

    /** @return BelongsTo<Picture, $this> */
    public function picture(): BelongsTo
    {
        return $this->belongsTo(Picture::class);
    }

    /** @return BelongsTo<Picture, $this> */
    public function firstPicture(): BelongsTo
    {
        return $this->belongsTo(Picture::class, 'first_picture_id');
    }

    /** @return HasMany<Rating, $this> */
    public function ratings(): HasMany
    {
        return $this->hasMany(Rating::class);
    }

    /** @return HasMany<Strip, $this> */
    public function strips(): HasMany
    {
        return $this->hasMany(Strip::class);
    }
}
