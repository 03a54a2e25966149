<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;
use Illuminate\Support\Str;

/**
 * A secret by which somebody becomes a tester of this house, once.
 *
 * @property int $id
 * @property string $uuid
 * @property int $by_id
 * @property int|null $circle_id
 * @property bool $steward
 * @property string $words for whom it is
 * @property Carbon $expires_at
 * @property int|null $used_by_id
 * @property User $by
 * @property User|null $usedBy
 */
final class Invitation extends Model
{
    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    public const DAYS = 14;

    public function getRouteKeyName(): string
    {
        return 'uuid';
    }

    protected function casts(): array
    {
        return ['steward' => 'boolean', 'expires_at' => 'datetime'];
    }

    /** @return array{0: self, 1: string} and the address's path with the secret in its fragment, which no server logs */
    public static function invite(User $by, string $words, bool $steward, ?int $circleId): array
    {
        $secret = Str::random(40);
        $made = self::query()->create(['uuid' => (string) Str::uuid(), 'by_id' => $by->id, 'circle_id' => $circleId, 'steward' => $steward, 'words' => $words, 'secret_hash' => hash('sha256', $secret), 'expires_at' => now()->addDays(self::DAYS)]);

        return [$made, "/join#$secret"];
    }

    /** The invitation of a secret; null when it is over, was used, or comes from somebody who may let nobody in any more. */
    public static function ofSecret(string $secret): ?self
    {
        $found = self::query()->with('by')->where('secret_hash', hash('sha256', $secret))->whereNull('used_by_id')->where('expires_at', '>', now())->first();

        return $found !== null && $found->by->mayInviteTo($found->circle_id) ? $found : null;
    }

    /** @return BelongsTo<User, $this> */
    public function by(): BelongsTo
    {
        return $this->belongsTo(User::class, 'by_id');
    }

    /** @return BelongsTo<User, $this> */
    public function usedBy(): BelongsTo
    {
        return $this->belongsTo(User::class, 'used_by_id');
    }
}
