<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Foundation\Auth\User as Authenticatable;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use Laravel\Sanctum\HasApiTokens;

/**
 * A tester; a steward may also change what others own.
 *
 * @property int $id
 * @property string $uuid
 * @property string $name
 * @property string $email
 * @property string $password
 * @property bool $is_steward
 * @property Carbon|null $created_at
 * @property string|null $calendar_hash of the secret in the address of one's calendar
 * @property int|null $ledger_id somebody of another ledger, who has no account here
 * @property int|null $circle_id group of testers within this house; null: of the house itself
 * @property Carbon|null $digest_seen_at
 * @property Carbon|null $removed_at the person left; what they published stays
 */
final class User extends Authenticatable
{
    use HasApiTokens;

    public function getRouteKeyName(): string
    {
        return 'uuid';
    }

    /**
     * Sessions at the bench that this person works on, asked once in a request.
     *
     * @return list<int>
     */
    public function sessionIds(): array
    {
        static $asked = new \WeakMap;
        $asked[request()] ??= [];

        return $asked[request()][$this->id] ??= DB::table('session_people')->where('user_id', $this->id)->pluck('bench_session_id')->map(intval(...))->all();
    }

    /** Whether this person may change what another one owns: a steward of the house what anybody does, a steward of a circle what its people do. */
    public function oversees(self $owner): bool
    {
        return $this->is_steward && ($this->circle_id === null || $owner->circle_id === $this->circle_id);
    }

    /** A steward of the house, who lets people in and takes records of other ledgers in. */
    public function isHouseSteward(): bool
    {
        return $this->is_steward && $this->circle_id === null;
    }

    /**
     * Leaves those that a person owns or oversees.
     *
     * @param \Illuminate\Database\Eloquent\Builder<*>|\Illuminate\Database\Query\Builder $q
     */
    public function narrowToOverseen($q, string $ownerColumn): void
    {
        if (! $this->is_steward) {
            $q->where($ownerColumn, $this->id);
        } elseif ($this->circle_id !== null) {
            $q->whereIn($ownerColumn, DB::table('users')->where('circle_id', $this->circle_id)->select('id'));
        }
    }

    public function isLastSteward(): bool
    {
        return $this->isHouseSteward() && ! self::query()->where('is_steward', true)->whereNull('circle_id')->whereNull('removed_at')->whereKeyNot($this->id)->exists();
    }

    protected $hidden = ['password', 'remember_token'];

    protected function casts(): array
    {
        return ['password' => 'hashed', 'is_steward' => 'boolean', 'removed_at' => 'datetime', 'digest_seen_at' => 'datetime'];
    }
}
