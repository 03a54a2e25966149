<?php

declare(strict_types=1);

namespace App\Policies;

use App\Models\User;

/** Who acts on a person. */
final class UserPolicy
{
    /** Whoever acts on a person is that person, or oversees them. */
    public function oversee(User $user, User $person): bool
    {
        return $user->is($person) || $user->oversees($person);
    }
}
