<?php

declare(strict_types=1);

namespace App\Policies;

use App\Models\User;
use Illuminate\Database\Eloquent\Model;

/** A thing is changed by its owner, or by a steward who oversees the owner. Holds for every model that names no policy of its own. */
class OwnedPolicy
{
    public function update(User $user, Model $thing): bool
    {
        return method_exists($thing, 'mayBeChangedBy') && $thing->mayBeChangedBy($user);
    }
}
