<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Foundation\Auth\User as Authenticatable;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;

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
 * @property Carbon|null $removed_at the person left; what they published stays
 */
final class User extends Authenticatable
{
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

    public function isLastSteward(): bool
    {
        return $this->is_steward && ! self::query()->where('is_steward', true)->whereNull('removed_at')->whereKeyNot($this->id)->exists();
    }

    protected $hidden = ['password', 'remember_token'];

    protected function casts(): array
    {
        return ['password' => 'hashed', 'is_steward' => 'boolean', 'removed_at' => 'datetime'];
    }
}
