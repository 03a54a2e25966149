<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Gate;

/**
 * A thing with a public UUID that the client may make, an owner, and an edition that counts its changes.
 *
 * @property int $id
 * @property string $uuid
 * @property int $owner_id
 * @property int $edition
 * @property User $owner
 *
 * @mixin Model
 */
trait Shared
{
    public function getRouteKeyName(): string
    {
        return 'uuid';
    }

    /** @return BelongsTo<User, $this> */
    public function owner(): BelongsTo
    {
        return $this->belongsTo(User::class, 'owner_id');
    }

    public function mayBeChangedBy(?User $user): bool
    {
        return $user !== null && ($this->owner_id === $user->id || ($user->is_steward && ($user->circle_id === null || $user->oversees($this->owner()->firstOrFail()))));
    }

    /**
     * Makes or changes the thing of this UUID; the same call twice is the same as once.
     *
     * @param array<string, mixed> $values
     * @param string|null $ifMatch edition that the writer had seen; null: not told
     *
     * @throws EditionChanged when somebody changed it in between
     * @throws EditionNeeded when it would change without the edition being told
     */
    public static function put(string $uuid, array $values, ?string $ifMatch = null): static
    {
        // What was seen and what is written belong together: nobody comes in between.
        /** @var static */
        return DB::transaction(static function () use ($uuid, $values, $ifMatch): self {
            $thing = static::query()->where('uuid', $uuid)->first();
            if ($thing === null) {
                // Read again: the database fills in what was not said.
                return static::query()->create(['uuid' => $uuid, 'owner_id' => Auth::id(), 'edition' => 1] + $values)->refresh();
            }
            Gate::authorize('update', $thing);

            return $thing->change($values, $ifMatch);
        });
    }

    /** @param array<string, mixed> $values */
    public function change(array $values, ?string $ifMatch): static
    {
        $this->fill($values);
        // What is so already may be said again, with whatever edition.
        if (! $this->isDirty()) {
            return $this;
        }
        if ($ifMatch === null) {
            throw new EditionNeeded;
        }
        if (trim($ifMatch, '"') !== (string) $this->edition) {
            throw new EditionChanged;
        }
        $this->edition++;
        $this->save();

        return $this;
    }
}
