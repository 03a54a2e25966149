<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Http\Request;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\Cookie;
use Illuminate\Support\Str;

/**
 * One place where somebody is signed in. Deleting it ends the sign-in there at once.
 *
 * @property int $id
 * @property string $uuid
 * @property int $user_id
 * @property string|null $secret_hash SHA-256 of what its cookie holds; null: it ends with the browser
 * @property string $agent as the browser calls itself
 * @property Carbon $seen_at
 * @property Carbon $created_at
 * @property User $user
 */
final class SignIn extends Model
{
    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    /** Where a session names its sign-in. */
    public const KEY = 'sign-in';

    public const COOKIE = 'marsh_trial_stay';

    /** How long "stay signed in" holds without being used. */
    public const STAYS_DAYS = 30;

    /** A sign-in that does not stay is forgotten after so many hours without use. */
    public const IDLE_HOURS = 12;

    private const SEEN_EVERY_SECONDS = 300;

    public static function begin(User $user, Request $request, bool $stays): self
    {
        $secret = $stays ? Str::random(48) : null;
        $signIn = self::query()->create([
            'uuid' => (string) Str::uuid(), 'user_id' => $user->id, 'secret_hash' => $secret === null ? null : hash('sha256', $secret),
            'agent' => mb_strimwidth(mb_scrub((string) $request->userAgent()), 0, 200), 'seen_at' => now(),
        ]);
        $request->session()->put(self::KEY, $signIn->uuid);
        if ($secret !== null) {
            Cookie::queue(self::COOKIE, "$signIn->uuid|$secret", self::STAYS_DAYS * 24 * 60);
        }

        return $signIn;
    }

    /** The sign-in that a cookie, as decrypted, belongs to; null when it was ended, is too old, or never was. */
    public static function ofCookie(string $cookie): ?self
    {
        [$uuid, $secret] = [...explode('|', $cookie, 2), ''];
        $signIn = self::query()->with('user')->where('uuid', $uuid)->where('seen_at', '>', now()->subDays(self::STAYS_DAYS))->first();

        return $signIn !== null && $signIn->secret_hash !== null && hash_equals($signIn->secret_hash, hash('sha256', $secret)) ? $signIn : null;
    }

    public function seen(): void
    {
        if ($this->seen_at->diffInSeconds(now()) > self::SEEN_EVERY_SECONDS) {
            $this->update(['seen_at' => now()]);
        }
    }

    /** Forgets those that can no longer be used. */
    public static function sweep(): void
    {
        self::query()->where(static fn ($q) => $q->where('seen_at', '<', now()->subDays(self::STAYS_DAYS))->orWhere(static fn ($q) => $q->whereNull('secret_hash')->where('seen_at', '<', now()->subHours(self::IDLE_HOURS))))->delete();
    }

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }

    protected function casts(): array
    {
        return ['seen_at' => 'datetime'];
    }
}
