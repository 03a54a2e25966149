<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Casts\Attribute;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
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
    use FoundByName;
    use HasApiTokens;

    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    protected static function nameColumn(): string
    {
        return 'email';
    }

    /** An address as it is kept. */
    public static function address(string $written): string
    {
        return mb_strtolower(trim($written));
    }

    /** @return Attribute<string, string> */
    protected function email(): Attribute
    {
        return Attribute::make(set: self::address(...));
    }

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

    /** A steward lets people into their own circle; one of the house into any, and into the house itself. */
    public function mayInviteTo(?int $circleId): bool
    {
        return $this->is_steward && $this->removed_at === null && ($this->circle_id === null || $this->circle_id === $circleId);
    }

    /** The name, and of somebody whom another ledger speaks for, that ledger: whoever reads it must not take them for one of this house. */
    public function saidBy(): string
    {
        return $this->ledger_id === null ? $this->name : "$this->name, as told by ".($this->ledger()->firstOrFail()->words());
    }

    /** @return BelongsTo<Ledger, $this> that speaks for them; null: this one */
    public function ledger(): BelongsTo
    {
        return $this->belongsTo(Ledger::class);
    }

    /** A steward of the house, who lets people in and takes records of other ledgers in. */
    public function isHouseSteward(): bool
    {
        return $this->is_steward && $this->circle_id === null;
    }

    /**
     * Leaves those that a person owns or oversees.
     *
     * @param Builder<*>|\Illuminate\Database\Query\Builder $q
     */
    public function narrowToOverseen($q, string $ownerColumn): void
    {
        if (! $this->is_steward) {
            $q->where($ownerColumn, $this->id);
        } elseif ($this->circle_id !== null) {
            $q->whereIn($ownerColumn, DB::table('users')->where('circle_id', $this->circle_id)->select('id'));
        }
    }

    /**
     * Stewards of the house who are still here.
     *
     * @param Builder<self> $query
     */
    public function scopeHouseStewards(Builder $query): void
    {
        $query->where('is_steward', true)->whereNull('circle_id')->whereNull('removed_at');
    }

    /** No other steward of the house is left. Ask in the transaction that changes it, or two stewards end each other's office. */
    public function isLastSteward(): bool
    {
        return $this->isHouseSteward() && ! self::query()->houseStewards()->whereKeyNot($this->id)->exists();
    }

    /** Sets another password, and ends all that the old one let in: sign-ins, tokens of programs, links of telephones and to set a password. */
    public function changePassword(string $password, ?string $exceptSignIn = null): void
    {
        DB::transaction(function () use ($password, $exceptSignIn): void {
            $this->update(['password' => $password]);
            SignIn::query()->where('user_id', $this->id)->where('uuid', '<>', (string) $exceptSignIn)->delete();
            PasswordLink::query()->where('user_id', $this->id)->delete();
            PhoneLink::endOf($this);
            $this->tokens()->delete();
        });
    }

    protected $hidden = ['password', 'remember_token'];

    protected function casts(): array
    {
        return ['password' => 'hashed', 'is_steward' => 'boolean', 'removed_at' => 'datetime', 'digest_seen_at' => 'datetime'];
    }
}
