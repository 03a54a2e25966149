<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/**
 * Lets one telephone add pictures to one card, and do nothing else: its secret opens once, within minutes, and gives the telephone
 * another one that it holds.
 *
 * @property int $id
 * @property string $uuid
 * @property int $user_id
 * @property int $card_id
 * @property int|null $fade_check_id
 * @property string $secret_hash SHA-256
 * @property string|null $hold_hash SHA-256
 * @property Carbon|null $opened_at
 * @property Carbon $expires_at
 * @property Carbon $ends_at whatever is sent, no later
 * @property User $user
 * @property Card $card
 * @property FadeCheck|null $check
 */
final class PhoneLink extends Model
{
    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    /** It opens for so long, and once open goes on for as long after every picture. */
    public const MINUTES = 10;

    /** And no longer in all. */
    private const LONGEST_HOURS = 2;

    public function getRouteKeyName(): string
    {
        return 'uuid';
    }

    /** @return array{0: self, 1: string} and its secret, which is not kept */
    public static function forTelephone(User $user, Card $card, ?FadeCheck $check): array
    {
        $secret = Str::random(40);
        self::query()->where('ends_at', '<', now()->subDay())->delete();

        return [self::query()->create([
            'uuid' => (string) Str::uuid(), 'user_id' => $user->id, 'card_id' => $card->id, 'fade_check_id' => $check?->id, 'secret_hash' => hash('sha256', $secret),
            'expires_at' => now()->addMinutes(self::MINUTES), 'ends_at' => now()->addHours(self::LONGEST_HOURS),
        ])->refresh(), $secret];
    }

    /** Opens it, once; null when the secret is wrong, too old or was used. */
    public static function open(string $secret): ?string
    {
        return DB::transaction(static function () use ($secret): ?string {
            $link = self::query()->where('secret_hash', hash('sha256', $secret))->whereNull('opened_at')->where('expires_at', '>', now())->first();
            if ($link === null) {
                return null;
            }
            $hold = Str::random(40);
            $link->update(['opened_at' => now(), 'hold_hash' => hash('sha256', $hold)]);

            return $hold;
        });
    }

    /** The link that a telephone holds; null when it has ended, or whoever made it may no longer change the card. */
    public static function heldBy(string $hold): ?self
    {
        $link = $hold === '' ? null : self::query()->with('user', 'card.paper', 'check')->where('hold_hash', hash('sha256', $hold))->where('expires_at', '>', now())->first();

        return $link !== null && $link->user->removed_at === null && $link->card->mayBeChangedBy($link->user) ? $link : null;
    }

    /** Pictures that came by them name them, so the links of a person end and stay. */
    public static function endOf(User $user): void
    {
        self::query()->where('user_id', $user->id)->where('expires_at', '>', now())->update(['expires_at' => now(), 'ends_at' => now()]);
    }

    /** A picture came: some minutes more. */
    public function goOn(): void
    {
        $this->update(['expires_at' => min(now()->addMinutes(self::MINUTES), $this->ends_at)]);
    }

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }

    /** @return BelongsTo<Card, $this> */
    public function card(): BelongsTo
    {
        return $this->belongsTo(Card::class);
    }

    /** @return BelongsTo<FadeCheck, $this> */
    public function check(): BelongsTo
    {
        return $this->belongsTo(FadeCheck::class, 'fade_check_id');
    }

    /** @return HasMany<Picture, $this> */
    public function pictures(): HasMany
    {
        return $this->hasMany(Picture::class)->orderBy('id');
    }

    protected function casts(): array
    {
        return ['opened_at' => 'datetime', 'expires_at' => 'datetime', 'ends_at' => 'datetime'];
    }
}
