<?php

declare(strict_types=1);

namespace App\Models;

use App\Imaging\PictureStore;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use MarshTrial\Core\Capture\Capture;
use MarshTrial\Core\Card\CardKind;
use MarshTrial\Core\Exchange\Readings;
use MarshTrial\Core\Simulation\TargetStandIn;

/**
 * @property int $id
 * @property string $uuid
 * @property int $owner_id
 * @property int $card_id
 * @property int|null $fade_check_id
 * @property 'property'|'first'|'check' $moment
 * @property string $source upload or stand-in
 * @property string $original_name
 * @property string|null $sha256 null until the stand-in has made it
 * @property string $extension
 * @property int|null $width
 * @property int|null $height
 * @property string|null $taken_as scan or photo; null: told from the picture
 * @property string $wedge
 * @property string $device of the stand-in: scanner or camera
 * @property bool $wet
 * @property \Illuminate\Support\Carbon|null $withdrawn_at no longer counts
 * @property string $withdrawn_because
 * @property int|null $phone_link_id
 * @property string $called what whoever took it called the paint
 * @property bool $window_first in a picture of an old strip the window half lies first
 * @property Card $card
 * @property CaptureTarget|null $target
 * @property CaptureProfile|null $profile
 * @property FadeCheck|null $fadeCheck
 * @property \Illuminate\Support\Carbon|null $created_at
 */
final class Picture extends Model
{
    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    public function getRouteKeyName(): string
    {
        return 'uuid';
    }

    /** @return HasMany<Measurement, $this> */
    public function measurements(): HasMany
    {
        return $this->hasMany(Measurement::class);
    }

    /** A picture is public once a measurement of it is. */
    public function isPublished(): bool
    {
        return $this->measurements()->where('published', true)->exists();
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

    /** Whether its file is here; of what another ledger measured only the numbers may have come along. */
    public function isHere(): bool
    {
        return $this->sha256 !== null && PictureStore::has($this->sha256, $this->extension);
    }

    public function path(): string
    {
        return PictureStore::whole((string) $this->sha256, $this->extension);
    }

    protected function casts(): array
    {
        return ['wet' => 'boolean', 'window_first' => 'boolean', 'withdrawn_at' => 'datetime'];
    }

    /** @return BelongsTo<CaptureTarget, $this> */
    public function target(): BelongsTo
    {
        return $this->belongsTo(CaptureTarget::class, 'capture_target_id');
    }

    /** @return BelongsTo<CaptureProfile, $this> */
    public function profile(): BelongsTo
    {
        return $this->belongsTo(CaptureProfile::class, 'capture_profile_id');
    }

    /** How it was taken, as far as its tester told; the stand-in's camera lays its own target beside the card. */
    public function capture(): Capture
    {
        $standIn = $this->source === 'stand-in' && $this->device === 'camera';

        return new Capture(
            photo: $this->taken_as === null ? null : $this->taken_as === 'photo',
            target: $standIn ? TargetStandIn::full()->colours() : $this->target?->colours(),
            wedge: $this->wedge === '' ? null : Readings::wedge($this->wedge),
            profile: $this->profile?->kept(),
            // A frame lies over whatever sheet it was laid on.
            paper: InstrumentRun::paperOf($this->card_id, $this->source === 'stand-in') ?? (in_array($this->card->kind, [CardKind::Frame->value, CardKind::Pocket->value, CardKind::Halves->value], true) ? null : $this->card->paper->colour($this->card->paper_side)),
            windowFirst: $this->window_first,
        );
    }
}
