<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;
use Illuminate\Support\Str;

/**
 * A secret that sets somebody's password once.
 *
 * @property int $id
 * @property int $user_id
 * @property string $secret_hash SHA-256
 * @property Carbon $expires_at
 * @property User $user
 */
final class PasswordLink extends Model
{
    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    public const HOURS = 48;

    /** Makes one and forgets earlier ones; returns the address's path with the secret in its fragment, which no server logs. */
    public static function make(User $user, ?User $by): string
    {
        $secret = Str::random(40);
        self::query()->where('user_id', $user->id)->delete();
        self::query()->create(['user_id' => $user->id, 'made_by_id' => $by?->id, 'secret_hash' => hash('sha256', $secret), 'expires_at' => now()->addHours(self::HOURS)]);

        return "/password#$secret";
    }

    /** Uses it up; null when it is over or another one was faster. */
    public static function use(string $secret): ?self
    {
        $link = self::ofSecret($secret);

        return $link !== null && self::query()->whereKey($link->id)->delete() === 1 ? $link : null;
    }

    public static function ofSecret(string $secret): ?self
    {
        return self::query()->with('user')->where('secret_hash', hash('sha256', $secret))->where('expires_at', '>', now())->first();
    }

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }

    protected function casts(): array
    {
        return ['expires_at' => 'datetime'];
    }
}
