<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;

/**
 * A thing that is its owner's alone until they share it.
 *
 * @property bool $shared
 *
 * @mixin Model
 */
trait SharedByChoice
{
    use Shared;

    protected function initializeSharedByChoice(): void
    {
        $this->mergeCasts(['shared' => 'boolean']);
    }

    public function mayBeSeenBy(?User $user): bool
    {
        return $this->shared || $this->mayBeChangedBy($user);
    }

    /**
     * What is listed for somebody: their own, and what others share.
     *
     * @param Builder<self> $query
     */
    public function scopeListedFor(Builder $query, ?User $user): void
    {
        $query->where(static fn ($q) => $q->where('shared', true)->orWhere('owner_id', $user->id ?? 0));
    }
}
